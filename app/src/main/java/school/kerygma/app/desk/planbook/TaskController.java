package school.kerygma.app.desk.planbook;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Fields;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.plan.rounds.Rounds;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.access.Access.Deed;

/** Planning a task, and changing it. */
@Controller
class TaskController {

  private final TaskPage page;
  private final Tasks tasks;
  private final Sections sections;
  private final Scripts scripts;
  private final Rounds rounds;
  private final Gate gate;

  TaskController(
      TaskPage page, Tasks tasks, Sections sections, Scripts scripts, Rounds rounds, Gate gate) {
    this.page = page;
    this.tasks = tasks;
    this.sections = sections;
    this.scripts = scripts;
    this.rounds = rounds;
    this.gate = gate;
  }

  @GetMapping({"/plan/tasks/new", "/plan/tasks/{id}"})
  String task(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable(required = false) @Nullable UUID id,
      @RequestParam(required = false) @Nullable LocalDate week,
      Model model) {
    page.show(me, id, week, model);
    return "planbook/task";
  }

  @PostMapping({"/plan/tasks", "/plan/tasks/{id}"})
  String save(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable(required = false) @Nullable UUID id,
      @RequestParam MultiValueMap<String, String> sent) {
    if (id != null) {
      gate.check(me, Deed.CHANGE, Gate.Kind.TASK, id);
    }
    List<SectionView> own = sections.ofTeacher(me.id());
    if (own.isEmpty()) {
      throw Problem.notFound();
    }
    TaskForm form = new TaskForm(new Fields(sent), own.getFirst().zone());
    if (form.sections().isEmpty() && !"true".equals(sent.getFirst("nowhere"))) {
      throw Problem.refused("no-section-task"); // Asked before it vanishes from all lists.
    }
    form.sections().forEach(s -> gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, s));
    Optional<TaskSheet> before = id == null ? Optional.empty() : Optional.of(tasks.get(id).sheet());
    TaskSheet sheet = form.read(before);
    if (id != null
        && (sheet.handIn().isPresent() || sheet.board().isPresent())
        && rounds.of(id).isPresent()) {
      throw Problem.conflict("round-hand-in");
    }
    Set<UUID> known = before.map(TaskSheet::handouts).orElse(Set.of());
    sheet.handouts().stream()
        .filter(h -> !known.contains(h))
        .forEach(h -> gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, h));
    sheet.after().stream()
        .filter(t -> before.filter(b -> b.after().contains(t)).isEmpty())
        .forEach(t -> gate.check(me, Deed.SEE, Gate.Kind.TASK, t));
    sheet = sheet.reading(withOthers(me, sheet.handouts(), known), sheet.answers());
    Set<UUID> keys = before.map(TaskSheet::keys).orElse(Set.of());
    sheet.keys().stream()
        .filter(h -> !keys.contains(h))
        .forEach(h -> gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, h));
    sheet = sheet.withKeys(withOthers(me, sheet.keys(), keys));
    sheet = withPapersOfSections(me, sheet, before);
    checkWays(me, form.stopsOfWays(), before);
    UUID saved = id;
    if (saved == null) {
      saved = tasks.plan(me.id(), sheet);
    } else {
      sheet = TaskForm.withOthers(sheet, before.orElseThrow(), own);
      if (!sheet.sameForAll(before.orElseThrow())) {
        checkWhole(me, saved);
      }
      tasks.change(saved, form.version(), sheet);
    }
    if (tasks.get(saved).owner().equals(me.id())) {
      scripts.explain(me.id(), saved, form.stop());
    }
    Optional<LocalDate> first = sheet.days().values().stream().min(LocalDate::compareTo);
    return "redirect:/plan" + first.map(d -> "?week=" + d).orElse("");
  }

  /** Who teaches only some of a task's sections changes what those do otherwise, and their days. */
  private void checkWhole(SignedIn me, UUID task) {
    if (!gate.may(me, Deed.CHANGE, Gate.Kind.WHOLE_TASK, task)) {
      throw Problem.conflict("task-shared");
    }
  }

  /** Papers that somebody else has brought stay: they are not on this form. */
  private Set<UUID> withOthers(SignedIn me, Set<UUID> chosen, Set<UUID> before) {
    Set<UUID> all = new HashSet<>(before);
    all.removeIf(h -> gate.may(me, Deed.CHANGE, Gate.Kind.HANDOUT, h));
    all.addAll(chosen);
    return all;
  }

  /** What single sections read instead: own papers, and what somebody else chose before. */
  private TaskSheet withPapersOfSections(SignedIn me, TaskSheet sheet, Optional<TaskSheet> before) {
    Map<UUID, TaskSheet.Difference> differs = new HashMap<>();
    sheet
        .differs()
        .forEach(
            (section, d) -> {
              Set<UUID> known =
                  before
                      .map(b -> b.differs().get(section))
                      .map(d0 -> d0.handouts())
                      .orElse(Set.of());
              d.handouts().stream()
                  .filter(h -> !known.contains(h))
                  .forEach(h -> gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, h));
              differs.put(section, d.reading(withOthers(me, d.handouts(), known)));
            });
    return sheet.on(sheet.days(), differs);
  }

  private void checkWays(SignedIn me, Set<UUID> stops, Optional<TaskSheet> before) {
    Set<UUID> known =
        before.stream()
            .flatMap(b -> b.board().stream())
            .flatMap(b -> b.ways().stream())
            .flatMap(w -> w.stop().stream())
            .collect(Collectors.toSet());
    stops.stream()
        .filter(s -> !known.contains(s))
        .forEach(s -> gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, scripts.walkthroughOf(s)));
  }
}
