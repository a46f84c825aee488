package school.kerygma.app.desk.proofing;

import java.util.Locale;
import java.util.UUID;
import org.springframework.context.MessageSource;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;

/** What is set right from the proof. */
@Controller
class ProofMendController {

  private final TaskMends mends;
  private final Proofs proofs;
  private final Corrections corrections;
  private final SaidDecisions decisions;
  private final MessageSource messages;
  private final Tasks tasks;
  private final Sections sections;
  private final Gate gate;

  ProofMendController(
      TaskMends mends,
      Proofs proofs,
      Corrections corrections,
      SaidDecisions decisions,
      MessageSource messages,
      Tasks tasks,
      Sections sections,
      Gate gate) {
    this.mends = mends;
    this.proofs = proofs;
    this.corrections = corrections;
    this.decisions = decisions;
    this.messages = messages;
    this.tasks = tasks;
    this.sections = sections;
    this.gate = gate;
  }

  /** Sets a task right, in all its sections. */
  @PostMapping("/walkthroughs/{id}/proof/task")
  String task(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam String sides,
      @RequestParam UUID task,
      @RequestParam String field,
      @RequestParam String value) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    gate.check(me, Deed.CHANGE, Gate.Kind.TASK, task);
    if (!gate.may(me, Deed.CHANGE, Gate.Kind.WHOLE_TASK, task)) {
      throw Problem.conflict("task-shared");
    }
    if (proofs.line(id, sides).filter(Proofs.Line::open).isEmpty()) {
      throw Problem.conflict("changed-elsewhere"); // An older tab: the proof has changed since.
    }
    TaskView before = tasks.get(task);
    tasks.change(task, before.version(), mends.set(before, field, value));
    return back(id);
  }

  private static String back(UUID walkthrough) {
    return "redirect:/walkthroughs/" + walkthrough + "/proof";
  }

  /** Puts a line under the player, where something else was said. */
  @PostMapping("/walkthroughs/{id}/proof/correct")
  String correct(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam String sides,
      @RequestParam UUID stop,
      @RequestParam String quote,
      @RequestParam(defaultValue = "") String words,
      @RequestParam(defaultValue = "false") boolean over) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    String why =
        messages.getMessage(
            over ? "proof.corrected-over" : "proof.corrected",
            new Object[] {words.strip()},
            Locale.US);
    proofs.correct(id, stop, quote, words, over, sides, why);
    return back(id);
  }

  /** Says of what may be meant in a stop whether it is. */
  @PostMapping("/walkthroughs/{id}/proof/said")
  String said(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam UUID stop,
      @RequestParam String quote,
      @RequestParam boolean meant) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    decisions.decide(id, stop, quote, meant);
    return back(id);
  }

  /** Takes a line under the player away. */
  @PostMapping("/corrections/{id}/away")
  String away(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    UUID walkthrough = corrections.walkthroughOf(id);
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, walkthrough);
    proofs.take(walkthrough, corrections.takeAway(id));
    return back(walkthrough);
  }
}
