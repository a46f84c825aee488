package school.kerygma.app.desk.proofing;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.talk.scripts.OutdatedStops;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.proof.OpenQuestions;

/** The proof of a walkthrough, and what is left in it. */
@Controller
class ProofController {

  /** A week has no more talks than this. */
  private static final int MOST_ASKED = 12;

  /**
   * What is open of a proof.
   *
   * @param says what disagrees, in words
   * @param misses what is missing, in words
   */
  record Open(
      UUID walkthrough,
      String title,
      long disagree,
      long missing,
      List<String> says,
      List<String> misses) {}

  private final Proofs proofs;
  private final Corrections corrections;
  private final SayAgains sayAgains;
  private final ProofPage page;
  private final Scripts scripts;
  private final OutdatedStops outdated;
  private final Gate gate;

  ProofController(
      Proofs proofs,
      Corrections corrections,
      SayAgains sayAgains,
      ProofPage page,
      Scripts scripts,
      OutdatedStops outdated,
      Gate gate) {
    this.proofs = proofs;
    this.corrections = corrections;
    this.sayAgains = sayAgains;
    this.page = page;
    this.scripts = scripts;
    this.outdated = outdated;
    this.gate = gate;
  }

  @GetMapping("/walkthroughs/{id}/proof")
  String proof(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    Proofs.View view = proofs.of(id);
    model.addAttribute("walkthrough", scripts.head(id));
    model.addAttribute("older", outdated.numbers(scripts.stopsOf(id)));
    model.addAttribute("view", view);
    model.addAttribute("open", page.of(id, view.open()));
    model.addAttribute("plain", page.of(id, view.plain()));
    model.addAttribute("corrections", corrections.of(id));
    model.addAttribute("sayAgain", sayAgains.of(id));
    List<ProofPage.Asked> asked = page.questions(id, view.questions());
    int now = Math.min(OpenQuestions.AT_ONCE, asked.size());
    model.addAttribute("questions", asked.subList(0, now));
    model.addAttribute("later", asked.subList(now, asked.size()));
    model.addAttribute("left", page.of(id, view.left()));
    return "proofing/proof";
  }

  /** What was said in another term is right in this one, too. */
  @PostMapping("/said-before/{id}/stands")
  String stands(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    UUID walkthrough = sayAgains.walkthroughOf(id);
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, walkthrough);
    sayAgains.stands(id);
    return back(walkthrough);
  }

  /** What is open of some walkthroughs, for the places where it is told in passing. */
  @GetMapping("/walkthroughs/proofs")
  @ResponseBody
  List<Open> open(@AuthenticationPrincipal SignedIn me, @RequestParam Set<UUID> of) {
    List<Open> all = new ArrayList<>();
    for (UUID id : of) {
      if (id != null
          && gate.may(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id)
          && all.size() < MOST_ASKED) {
        Proofs.View view = proofs.of(id);
        all.add(
            new Open(
                id,
                scripts.titleOf(id),
                view.disagree(),
                view.missing(),
                view.open().stream().filter(Proofs.Line::disagrees).map(page::inWords).toList(),
                view.open().stream().filter(l -> !l.disagrees()).map(page::inWords).toList()));
      }
    }
    return all;
  }

  @PostMapping("/walkthroughs/{id}/proof/leave")
  String leave(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam String sides,
      @RequestParam(defaultValue = "") String reason) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    proofs.leave(id, sides, reason);
    return back(id);
  }

  /** What was left is open again. */
  @PostMapping("/walkthroughs/{id}/proof/again")
  String again(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestParam String sides) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    proofs.take(id, sides);
    return back(id);
  }

  /** The lines that a player shows under its stage. */
  @GetMapping("/media/scores/{id}/corrections")
  @ResponseBody
  List<Corrections.Shown> shown(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.SEE, Gate.Kind.SCORE, id);
    return corrections.in(id);
  }

  private static String back(UUID walkthrough) {
    return "redirect:/walkthroughs/" + walkthrough + "/proof";
  }
}
