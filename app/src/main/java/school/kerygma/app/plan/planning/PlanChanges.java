package school.kerygma.app.plan.planning;

import java.time.Clock;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Predicate;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Keeps;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.jobs.Shelf;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.SectionTouched;
import school.kerygma.core.There;

/** Moves tasks to other days, copies weeks, and undoes both. */
@Service
@Transactional
public class PlanChanges implements Keeps {

  private final Task.Repository tasks;
  private final TaskReads reads;
  private final ApplicationEventPublisher events;
  private final Session.Repository sessions;
  private final PlanStep.Repository steps;
  private final ObjectProvider<TaskUse> uses;
  private final Shelf shelf;
  private final Clock clock;

  /**
   * What undoing came to.
   *
   * @param day to look at
   * @param putAway whether a task that others had seen already was put away
   */
  public record Undone(LocalDate day, boolean putAway) {}

  PlanChanges(
      ApplicationEventPublisher events,
      Task.Repository tasks,
      TaskReads reads,
      Session.Repository sessions,
      PlanStep.Repository steps,
      ObjectProvider<TaskUse> uses,
      Shelf shelf,
      Clock clock) {
    this.events = events;
    this.tasks = tasks;
    this.reads = reads;
    this.sessions = sessions;
    this.steps = steps;
    this.uses = uses;
    this.shelf = shelf;
    this.clock = clock;
  }

  /** Puts a task of one section on another day; other sections keep theirs. */
  public void move(UUID owner, UUID task, UUID section, LocalDate day) {
    Task moved = tasks.findById(task).orElseThrow(Problem::notFound);
    LocalDate before = moved.dayOf(section).orElseThrow(Problem::notFound);
    if (!before.equals(day)) {
      moved.place(section, Optional.of(day));
      events.publishEvent(new SectionTouched(Set.of(section)));
      note(UUID.randomUUID(), owner, task, section, Optional.of(before), Optional.of(day));
    }
  }

  private void note(
      UUID deed,
      UUID owner,
      UUID task,
      UUID section,
      Optional<LocalDate> from,
      Optional<LocalDate> to) {
    steps.save(
        new PlanStep(
            deed, owner, task, null, section, from.orElse(null), to.orElse(null), clock.instant()));
  }

  /**
   * Undoes the last deed that has not been undone.
   *
   * @param may says of a section whether its plan may still be changed; others stay as they are
   * @return nothing if there is nothing to undo
   */
  public Optional<Undone> undo(UUID owner, Predicate<UUID> may) {
    Optional<PlanStep> last = steps.last(owner);
    if (last.isEmpty()) {
      return Optional.empty();
    }
    Optional<LocalDate> shown = Optional.empty();
    boolean putAway = false;
    for (PlanStep step : steps.ofDeed(last.get().deedId())) {
      step.undo();
      events.publishEvent(new SectionTouched(Set.of(step.sectionId())));
      shown = step.from().or(step::to);
      if (may.test(step.sectionId())) {
        Optional<Task> task = step.taskId().flatMap(tasks::findById);
        putAway |= task.isPresent() && undo(task.get(), step.sectionId(), step.from(), owner);
        step.sessionId().flatMap(sessions::findById).ifPresent(sessions::delete);
      }
    }
    boolean away = putAway;
    return shown.map(day -> new Undone(day, away));
  }

  /**
   * What was copied and stands nowhere any more is gone; if somebody has used it, it is put away.
   *
   * @return whether it was put away
   */
  private boolean undo(Task task, UUID section, Optional<LocalDate> from, UUID owner) {
    task.place(section, from);
    if (from.isPresent() || task.isPlaced() || !task.ownerId().equals(owner)) {
      return false;
    }
    boolean used = uses.stream().anyMatch(u -> u.uses(task.id()));
    if (used) {
      shelf.put(Shelf.Of.TASK, task.id());
    } else {
      tasks.delete(task);
    }
    return used;
  }

  /** Whether there is anything to undo. */
  @Transactional(readOnly = true)
  public boolean canUndo(UUID owner) {
    return steps.last(owner).isPresent();
  }

  /**
   * What weeks would become.
   *
   * @param weeks the Mondays that they go to, by their own
   * @throws Problem if a section's week is copied onto itself
   */
  @Transactional(readOnly = true)
  public WeekCopy look(Collection<WeekCopy.Pair> pairs, Map<LocalDate, LocalDate> weeks) {
    if (weeks.entrySet().stream().anyMatch(w -> w.getKey().equals(w.getValue()))
        && pairs.stream().anyMatch(p -> p.from().id().equals(p.to().id()))) {
      throw Problem.refused("same-week");
    }
    List<UUID> from = pairs.stream().map(p -> p.from().id()).distinct().toList();
    if (from.isEmpty() || weeks.isEmpty()) {
      return WeekCopy.of(List.of(), List.of(), List.copyOf(pairs), weeks);
    }
    LocalDate first = weeks.keySet().stream().min(LocalDate::compareTo).orElseThrow();
    LocalDate last = weeks.keySet().stream().max(LocalDate::compareTo).orElseThrow().plusDays(6);
    return WeekCopy.of(
        reads.between(from, first, last),
        sessions.between(from, first, last).stream().map(Session::view).toList(),
        List.copyOf(pairs),
        weeks);
  }

  /**
   * What was planned once more.
   *
   * @param now the new tasks, by those they were
   */
  public record Copied(WeekCopy copy, Map<UUID, UUID> now) {}

  /** Plans weeks once more, as {@link #look} has shown it; all of it is undone together. */
  public Copied copy(UUID owner, Collection<WeekCopy.Pair> pairs, Map<LocalDate, LocalDate> weeks) {
    WeekCopy copy = look(pairs, weeks);
    UUID deed = UUID.randomUUID();
    int position = tasks.lastPosition(owner);
    events.publishEvent(new SectionTouched(pairs.stream().map(p -> p.to().id()).toList()));
    Map<UUID, Task> made = new HashMap<>();
    for (WeekCopy.Again copied : copy.tasks()) {
      TaskSheet sheet = copied.sheet();
      Set<UUID> after = new HashSet<>();
      sheet.after().stream()
          .filter(made::containsKey)
          .forEach(a -> after.add(There.in(made, a).id()));
      TaskSheet fresh = sheet.after().isEmpty() ? sheet.afresh() : sheet.afresh().after(after);
      Task again = tasks.save(new Task(owner, fresh, ++position, clock.instant()));
      made.put(copied.was(), again);
      sheet
          .days()
          .forEach(
              (section, day) ->
                  note(deed, owner, again.id(), section, Optional.empty(), Optional.of(day)));
    }
    for (WeekCopy.Held held : copy.sessions()) {
      Session again = sessions.save(new Session(held.section(), held.sheet()));
      steps.save(
          new PlanStep(
              deed,
              owner,
              null,
              again.id(),
              held.section(),
              null,
              held.sheet().day(),
              clock.instant()));
    }
    Map<UUID, UUID> now = new HashMap<>();
    made.forEach((was, task) -> now.put(was, task.id()));
    tasks.flush();
    events.publishEvent(new TasksCopied(now));
    return new Copied(copy, now);
  }

  @Override
  public List<Kept> kept() {
    return List.of(Kept.teachers("plan_step", "owner_id"));
  }
}
