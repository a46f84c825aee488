package school.kerygma.core.plan;

import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import school.kerygma.core.time.SchoolCalendar;

/**
 * A task as one student has it, as far as it matters to which tasks are locked.
 *
 * @param kind of the gradebook; empty if it has none
 * @param day on which its section does it
 * @param ticked whether the student has ticked it
 * @param after the tasks that were chosen to come before it
 * @param unit the weeks of its unit, if it waits for those
 */
public record Step(
    UUID task,
    LocalDate day,
    boolean required,
    boolean ticked,
    Opens opens,
    Set<UUID> after,
    String kind,
    Optional<UnitWeeks> unit) {

  /** A task of no kind. */
  public Step(
      UUID task, LocalDate day, boolean required, boolean ticked, Opens opens, Set<UUID> after) {
    this(task, day, required, ticked, opens, after, "", Optional.empty());
  }

  public Step {
    after = Set.copyOf(after);
  }

  /**
   * The tasks that must be ticked before one can be done, in the order of the plan. What comes
   * after it never holds it up, so that two tasks cannot wait for each other; nor does what is
   * optional, unless it was chosen. What waits for all others waits for those after it too, so it
   * holds up nothing that is merely planned after it; it waits for none that waits so itself, and
   * for none that was chosen to come after such a one.
   *
   * @param list in the order of the plan, with the task itself; whatever comes first on a day
   * @return none if ticks of others do not hold it up
   */
  public List<UUID> waitsFor(List<Step> list) {
    return switch (opens) {
      case WITH_ITS_POSTING, WHEN_THE_WORD_IS_GIVEN, ON_ITS_DAY, WHEN_THE_SECTION_MEETS ->
          List.of();
      case WHEN_THOSE_BEFORE_ARE_TICKED ->
          before(list).stream()
              .filter(Step::required)
              .filter(s -> !s.opens.waitsForAll())
              .filter(this::sameWeek)
              .map(Step::task)
              .toList();
      case WHEN_CHOSEN_ARE_TICKED ->
          before(list).stream().map(Step::task).filter(after::contains).toList();
      case WHEN_ALL_OTHERS_ARE_DONE -> others(list).map(Step::task).toList();
      case WHEN_ALL_OF_ITS_KIND_ARE_DONE ->
          others(list).filter(s -> s.kind.equals(kind)).map(Step::task).toList();
      case WHEN_ALL_OF_ITS_UNIT_ARE_DONE ->
          others(list)
              .filter(s -> unit.filter(u -> u.includes(s.day)).isPresent())
              .map(Step::task)
              .toList();
    };
  }

  private Stream<Step> others(List<Step> list) {
    return list.stream()
        .filter(s -> !s.task.equals(task) && s.required && !s.ticked)
        .filter(s -> !s.opens.waitsForAll())
        .filter(s -> !s.comesAfterAll(list, new HashSet<>()));
  }

  /** Whether it waits, itself or by what it waits for, for one that waits for all. */
  private boolean comesAfterAll(List<Step> list, Set<UUID> seen) {
    if (opens.waitsForAll()) {
      return true;
    }
    List<UUID> first = seen.add(task) ? waitsFor(list) : List.of();
    return list.stream()
        .filter(s -> first.contains(s.task))
        .anyMatch(s -> s.comesAfterAll(list, seen));
  }

  private List<Step> before(List<Step> list) {
    return list.stream().takeWhile(s -> !s.task.equals(task)).filter(s -> !s.ticked).toList();
  }

  /** A task that was left in another week does not lock all that comes after it. */
  private boolean sameWeek(Step other) {
    return SchoolCalendar.mondayOf(other.day).equals(SchoolCalendar.mondayOf(day));
  }
}
