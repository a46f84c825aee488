package school.kerygma.app.classroom.results;

import java.time.Clock;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.time.PlanDate;

/** Who of a section has handed in what for a task, and what it got: a class in one column. */
@Controller
class WorkController {

  private final WorkRows rows;
  private final TaskRubric rubric;
  private final Results results;
  private final Tasks tasks;
  private final Promises promises;
  private final Sections sections;
  private final Gate gate;
  private final Clock clock;

  WorkController(
      WorkRows rows,
      TaskRubric rubric,
      Results results,
      Tasks tasks,
      Promises promises,
      Sections sections,
      Gate gate,
      Clock clock) {
    this.rows = rows;
    this.rubric = rubric;
    this.results = results;
    this.tasks = tasks;
    this.promises = promises;
    this.sections = sections;
    this.gate = gate;
    this.clock = clock;
  }

  /** Promises by when the work comes back; without a day nothing is promised any more. */
  @PostMapping("/sections/{section}/tasks/{task}/promise")
  String promise(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @PathVariable UUID task,
      @RequestParam(defaultValue = "") String day) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, section);
    gate.check(me, Deed.CHANGE, Gate.Kind.TASK, task);
    try {
      promises.promise(
          new Promises.Key(task, section),
          day.isBlank() ? Optional.empty() : Optional.of(PlanDate.day(day)));
    } catch (DateTimeException e) {
      throw Problem.refused("moment").at("day");
    }
    return "redirect:/sections/" + section + "/tasks/" + task + "/work";
  }

  /**
   * Shows them.
   *
   * @param back what was handed back just now, to be taken back
   */
  @GetMapping("/sections/{section}/tasks/{task}/work")
  String ofTask(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @PathVariable UUID task,
      @RequestParam(required = false) @Nullable UUID back,
      Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, section);
    gate.check(me, Deed.CHANGE, Gate.Kind.TASK, task);
    SectionView of = sections.get(section);
    TaskView shown = tasks.get(task);
    Optional<Instant> due = rows.due(shown, of);
    List<WorkRows.Row> all = rows.rows(shown, of, due);
    List<ResultView> together =
        back == null
            ? List.of()
            : results.ofTask(task, section).stream()
                .filter(r -> r.batch().equals(Optional.of(back)))
                .toList();
    model.addAttribute("section", of);
    model.addAttribute("task", shown);
    model.addAttribute("due", due.orElse(null));
    model.addAttribute("rows", all);
    model.addAttribute("by", rubric.of(shown, section));
    model.addAttribute("now", clock.instant());
    model.addAttribute("here", all.stream().filter(WorkRows.Row::hasWork).count());
    model.addAttribute("looked", all.stream().filter(WorkRows.Row::lookedAt).count());
    model.addAttribute("waiting", all.stream().filter(WorkRows.Row::waits).count());
    model.addAttribute(
        "blank",
        all.stream().filter(r -> r.newest() != null && r.newest().finding().isPresent()).count());
    model.addAttribute("late", all.stream().filter(r -> r.late() != null).count());
    model.addAttribute(
        "first",
        all.stream()
            .filter(r -> r.hasWork() && !r.lookedAt())
            .min(Comparator.comparing(WorkRows.Row::haste))
            .or(() -> all.stream().filter(WorkRows.Row::hasWork).findFirst())
            .orElse(null));
    model.addAttribute("together", together);
    model.addAttribute("batch", back);
    model.addAttribute("unread", rows.unread(all));
    model.addAttribute("promised", promises.all(List.of(of)).get(new Promises.Key(task, section)));
    return "results/of-task";
  }
}
