package school.kerygma.app.desk.planbook;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.util.MultiValueMap;
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

/** Keeps what the form of a task says, after it has asked whether its teacher may. */
@Component
class TaskKeeper {

  private final Tasks tasks;
  private final Sections sections;
  private final Scripts scripts;
  private final Rounds rounds;
  private final Gate gate;

  TaskKeeper(Tasks tasks, Sections sections, Scripts scripts, Rounds rounds, Gate gate) {
    this.tasks = tasks;
    this.sections = sections;
    this.scripts = scripts;
    this.rounds = rounds;
    this.gate = gate;
  }

  /**
   * What a form says of a new task; nothing is kept.
   *
   * @throws Problem if a section of it, or what it names, is not the teacher's
   */
  TaskSheet look(SignedIn me, MultiValueMap<String, String> sent) {
    TaskForm form = form(me, sent);
    return checked(me, form, form.read(Optional.empty()), Optional.empty());
  }

  private TaskForm form(SignedIn me, MultiValueMap<String, String> sent) {
    List<SectionView> own = sections.ofTeacher(me.id());
    if (own.isEmpty()) {
      throw Problem.notFound();
    }
    TaskForm form = new TaskForm(new Fields(sent), own.getFirst().zone());
    form.sections().forEach(s -> gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, s));
    return form;
  }

  /**
   * Keeps a task, or a new one.
   *
   * @return its id
   * @throws Problem that says which field cannot be taken, or that the task is another's
   */
  UUID keep(SignedIn me, @Nullable UUID id, MultiValueMap<String, String> sent) {
    if (id != null) {
      gate.check(me, Deed.CHANGE, Gate.Kind.TASK, id);
    }
    TaskForm form = form(me, sent);
    if (form.sections().isEmpty() && !"true".equals(sent.getFirst("nowhere"))) {
      throw Problem.refused("no-section-task"); // Asked before it vanishes from all lists.
    }
    Optional<TaskSheet> before = id == null ? Optional.empty() : Optional.of(tasks.get(id).sheet());
    TaskSheet sheet = form.read(before);
    if (id != null
        && (sheet.handIn().isPresent() || sheet.board().isPresent())
        && rounds.of(id).isPresent()) {
      throw Problem.conflict("round-hand-in");
    }
    sheet = checked(me, form, sheet, before);
    UUID saved = id;
    if (saved == null) {
      saved = tasks.plan(me.id(), sheet);
    } else {
      sheet = TaskForm.withOthers(sheet, before.orElseThrow(), sections.ofTeacher(me.id()));
      if (!sheet.sameForAll(before.orElseThrow())) {
        checkWhole(me, saved);
      }
      tasks.change(saved, form.version(), sheet);
    }
    if (tasks.get(saved).owner().equals(me.id())) {
      scripts.explain(me.id(), saved, form.stop());
    }
    return saved;
  }

  /**
   * What a form names besides sections may be named by its teacher, or was named before; what
   * others have brought stays.
   */
  private TaskSheet checked(
      SignedIn me, TaskForm form, TaskSheet said, Optional<TaskSheet> before) {
    TaskSheet sheet = said;
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
    checkWays(me, form.stopsOfWays(), before);
    return withPapersOfSections(me, sheet, before);
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
