package school.kerygma.app.classroom.results;

import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;

/** A teacher looks at the work of a section, student after student. */
@Controller
class LookingController {

  private final LookingPage page;
  private final Giving giving;
  private final Excused excused;
  private final HandIns handIns;
  private final Tasks tasks;
  private final Sections sections;
  private final Gate gate;

  LookingController(
      LookingPage page,
      Giving giving,
      Excused excused,
      HandIns handIns,
      Tasks tasks,
      Sections sections,
      Gate gate) {
    this.page = page;
    this.giving = giving;
    this.excused = excused;
    this.handIns = handIns;
    this.tasks = tasks;
    this.sections = sections;
    this.gate = gate;
  }

  private void check(SignedIn me, UUID section, UUID task) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, section);
    gate.check(me, Deed.CHANGE, Gate.Kind.TASK, task);
  }

  @GetMapping("/sections/{section}/tasks/{task}/work/{student}")
  String look(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @PathVariable UUID task,
      @PathVariable UUID student,
      @RequestParam(required = false) @Nullable UUID version,
      @RequestParam(defaultValue = "false") boolean nameless,
      Model model) {
    check(me, section, task);
    Optional.ofNullable(version).ifPresent(v -> gate.check(me, Deed.SEE, Gate.Kind.HAND_IN, v));
    page.show(
        me.id(),
        tasks.get(task),
        sections.get(section),
        student,
        Optional.ofNullable(version),
        nameless,
        model);
    model.addAttribute("excused", excused.of(section).contains(new Excused.Key(task, student)));
    return "results/look";
  }

  /** Excuses a student from a task, or no longer. */
  @PostMapping("/sections/{section}/tasks/{task}/work/{student}/excused")
  String excuse(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @PathVariable UUID task,
      @PathVariable UUID student,
      @RequestParam boolean excuse,
      @RequestParam(defaultValue = "false") boolean nameless) {
    check(me, section, task);
    if (!sections.get(section).students().contains(student)) {
      throw Problem.notFound();
    }
    excused.set(section, new Excused.Key(task, student), excuse);
    return "redirect:/sections/"
        + section
        + "/tasks/"
        + task
        + "/work/"
        + student
        + (nameless ? "?nameless=true" : "");
  }

  /** Where a version is looked at. */
  @GetMapping("/hand-ins/{id}")
  String version(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN, id);
    HandInVersion version = handIns.get(id);
    return "redirect:/sections/"
        + version.section()
        + "/tasks/"
        + version.task()
        + "/work/"
        + version.student()
        + "?version="
        + id;
  }

  @PutMapping("/sections/{section}/tasks/{task}/work/{student}/result")
  @ResponseBody
  Giving.Kept give(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @PathVariable UUID task,
      @PathVariable UUID student,
      @RequestParam(required = false) @Nullable UUID version,
      @RequestBody GivenForm sent) {
    check(me, section, task);
    return giving.give(me.id(), new Giving.Meant(section, task, student, version), sent);
  }
}
