package school.kerygma.app.paper.margin;

import java.util.List;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.core.There;
import school.kerygma.core.access.Access.Deed;

/** What stands in the margin of a paper is decided, and its words are explained. */
@Controller
class MarginController {

  private final Handouts handouts;
  private final Facts facts;
  private final GlossaryWords words;
  private final Gate gate;

  MarginController(Handouts handouts, Facts facts, GlossaryWords words, Gate gate) {
    this.handouts = handouts;
    this.facts = facts;
    this.words = words;
    this.gate = gate;
  }

  /** Accepts, corrects or dismisses something that was read. */
  @PostMapping("/handouts/{id}/facts")
  String decide(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam UUID page,
      @RequestParam int start,
      @RequestParam FactDecision.State deed,
      @RequestParam(defaultValue = "") String value) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
    facts.decide(id, page, start, deed, value);
    int at = There.in(handouts.pages(List.of(page)), page).number();
    return "redirect:/handouts/" + id + "?at=" + at + "#fact-" + page + "-" + start;
  }

  /** All that is plain on a page is right; what is in doubt stays open. */
  @PostMapping("/handouts/{id}/facts/plain")
  String allRight(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestParam UUID page) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
    facts.acceptPlain(id, page);
    int at = There.in(handouts.pages(List.of(page)), page).number();
    return "redirect:/handouts/" + id + "?at=" + at + "#page-" + at;
  }

  /** Explains a word of the paper. */
  @PostMapping("/handouts/{id}/words")
  String explain(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam String term,
      @RequestParam String meaning) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
    words.explain(id, term, meaning);
    return "redirect:/handouts/" + id;
  }

  @PostMapping("/handouts/{id}/words/{word}/forget")
  String forget(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @PathVariable UUID word) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
    words.forget(id, word);
    return "redirect:/handouts/" + id;
  }
}
