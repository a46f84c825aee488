package school.kerygma.app.planning;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.problems.Problem;
import school.kerygma.app.sections.SectionView;
import school.kerygma.core.plan.RollForward;
import school.kerygma.core.time.SchoolCalendar;

/** Moves tasks to other days, copies weeks, and undoes both. */
@Service
@Transactional
public class PlanChanges {

  /**
   * What a copied week became.
   *
   * @param copied how many tasks
   * @param squeezed tasks that could not keep their place, and where they are now
   * @param left tasks that found no day at all
   */
  public record Copied(int copied, List<Squeezed> squeezed, List<String> left) {}

  /** A task that could not keep its place in a section's week. */
  public record Squeezed(String task, String section, LocalDate day) {}

  private final Task.Repository tasks;
  private final PlanStep.Repository steps;
  private final Clock clock;

  PlanChanges(Task.Repository tasks, PlanStep.Repository steps, Clock clock) {
    this.tasks = tasks;
    this.steps = steps;
    this.clock = clock;
  }

  /** Puts a task of one section on another day; other sections keep theirs. */
  public void move(UUID owner, UUID task, UUID section, LocalDate day) {
    Task moved = tasks.findById(task).orElseThrow(Problem::notFound);
    LocalDate before = moved.dayOf(section).orElseThrow(Problem::notFound);
    if (!before.equals(day)) {
      moved.place(section, Optional.of(day));
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
            deed, owner, task, section, from.orElse(null), to.orElse(null), clock.instant()));
  }

  /**
   * Undoes the last deed that has not been undone.
   *
   * @return the day to look at, or nothing if there is nothing to undo
   */
  public Optional<LocalDate> undo(UUID owner) {
    Optional<PlanStep> last = steps.last(owner);
    if (last.isEmpty()) {
      return Optional.empty();
    }
    Optional<LocalDate> shown = Optional.empty();
    for (PlanStep step : steps.ofDeed(last.get().deedId())) {
      step.undo();
      Task task = tasks.findById(step.taskId()).orElseThrow();
      task.place(step.sectionId(), step.from());
      shown = step.from().or(step::to);
    }
    return shown;
  }

  /** Whether there is anything to undo. */
  @Transactional(readOnly = true)
  public boolean canUndo(UUID owner) {
    return steps.last(owner).isPresent();
  }

  /**
   * Plans the tasks of one week once more in another, each section by its own meetings.
   *
   * @param source a Monday
   * @param target another
   */
  public Copied copyWeek(
      UUID owner, Collection<SectionView> sections, LocalDate source, LocalDate target) {
    if (source.equals(target)) {
      throw Problem.refused("same-week");
    }
    Map<UUID, SectionView> known = new HashMap<>();
    sections.forEach(s -> known.put(s.id(), s));
    List<UUID> ids = tasks.idsIn(known.keySet(), source, source.plusDays(6));
    List<Squeezed> squeezed = new ArrayList<>();
    List<String> left = new ArrayList<>();
    UUID deed = UUID.randomUUID();
    int copied = 0;
    int position = tasks.lastPosition(owner);
    for (Task task : ids.isEmpty() ? List.<Task>of() : tasks.among(ids)) {
      TaskSheet sheet = task.view().sheet();
      Map<UUID, LocalDate> days = days(sheet, known, source, target, squeezed);
      if (days.isEmpty()) {
        left.add(sheet.title());
        continue;
      }
      Task again = tasks.save(new Task(owner, sheet.on(days), ++position, clock.instant()));
      days.forEach(
          (section, day) ->
              note(deed, owner, again.id(), section, Optional.empty(), Optional.of(day)));
      copied++;
    }
    return new Copied(copied, squeezed, left);
  }

  private static Map<UUID, LocalDate> days(
      TaskSheet sheet,
      Map<UUID, SectionView> known,
      LocalDate source,
      LocalDate target,
      List<Squeezed> squeezed) {
    Map<UUID, LocalDate> days = new LinkedHashMap<>();
    sheet
        .days()
        .forEach(
            (id, day) -> {
              SectionView section = known.get(id);
              if (section == null || !SchoolCalendar.mondayOf(day).equals(source)) {
                return;
              }
              for (RollForward.Move move :
                  RollForward.week(
                      List.of(day),
                      source,
                      target,
                      section.meets(),
                      section.calendar(),
                      section.calendar())) {
                days.put(id, move.to());
                if (move.squeezed()) {
                  squeezed.add(new Squeezed(sheet.title(), section.name(), move.to()));
                }
              }
            });
    return days;
  }
}
