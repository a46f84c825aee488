package school.kerygma.app.classroom.results;

import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;

/** A student reads what came back of work on paper, and answers to what came back. */
@Controller
class BackController {

  private final BackPage page;
  private final Replies replies;
  private final HandIns handIns;
  private final Tasks tasks;
  private final Sections sections;
  private final Gate gate;

  BackController(
      BackPage page, Replies replies, HandIns handIns, Tasks tasks, Sections sections, Gate gate) {
    this.page = page;
    this.replies = replies;
    this.handIns = handIns;
    this.tasks = tasks;
    this.sections = sections;
    this.gate = gate;
  }

  /** What a student's work on paper got. */
  @GetMapping("/class/tasks/{task}/back")
  String onPaper(@AuthenticationPrincipal SignedIn me, @PathVariable UUID task, Model model) {
    TaskView of = tasks.find(task).orElseThrow(Problem::notFound);
    UUID section = page.showOnPaper(me.id(), of, model).orElseThrow(Problem::notFound);
    model.addAttribute("task", of);
    model.addAttribute("section", sections.get(section));
    return "results/on-paper";
  }

  @PostMapping("/class/hand-ins/{id}/reply")
  String reply(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "") String words) {
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN, id);
    HandInVersion version = handIns.get(id);
    if (!version.students().contains(me.id())) {
      throw Problem.notFound();
    }
    replies.say(version, me.id(), words);
    return "redirect:/class/hand-ins/" + id + "#reply";
  }

  @PostMapping("/hand-ins/{id}/replies/read")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void read(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN, id);
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, handIns.get(id).section());
    replies.read(id);
  }
}
