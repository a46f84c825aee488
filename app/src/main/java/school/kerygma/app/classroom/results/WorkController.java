package school.kerygma.app.classroom.results;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;

/** Who of a section has handed in what for a task, and what it got: a class in one column. */
@Controller
class WorkController {

  private final WorkRows rows;
  private final TaskRubric rubric;
  private final Results results;
  private final Tasks tasks;
  private final Sections sections;
  private final Gate gate;
  private final Clock clock;

  WorkController(
      WorkRows rows,
      TaskRubric rubric,
      Results results,
      Tasks tasks,
      Sections sections,
      Gate gate,
      Clock clock) {
    this.rows = rows;
    this.rubric = rubric;
    this.results = results;
    this.tasks = tasks;
    this.sections = sections;
    this.gate = gate;
    this.clock = clock;
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
            .findFirst()
            .or(() -> all.stream().filter(WorkRows.Row::hasWork).findFirst())
            .orElse(null));
    model.addAttribute("together", together);
    model.addAttribute("batch", back);
    return "results/of-task";
  }
}
