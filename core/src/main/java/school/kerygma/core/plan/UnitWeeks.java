package school.kerygma.core.plan;

import java.time.LocalDate;
import java.util.Comparator;
import java.util.Map;
import school.kerygma.core.time.SchoolCalendar;

/**
 * The weeks of a unit.
 *
 * @param first the Monday of its first week
 * @param last the Monday of its last week, not before the first
 */
public record UnitWeeks(LocalDate first, LocalDate last) {

  /**
   * Takes the weeks of two days.
   *
   * @throws IllegalArgumentException if the last week comes before the first
   */
  public UnitWeeks {
    first = SchoolCalendar.mondayOf(first);
    last = SchoolCalendar.mondayOf(last);
    if (last.isBefore(first)) {
      throw new IllegalArgumentException(last + " comes before " + first);
    }
  }

  /** Whether a day lies in one of its weeks. */
  public boolean includes(LocalDate day) {
    LocalDate monday = SchoolCalendar.mondayOf(day);
    return !monday.isBefore(first) && !monday.isAfter(last);
  }

  /**
   * The same unit where it is planned once more.
   *
   * @param weeks which Monday goes where, in order; at least one. What lies outside them keeps its
   *     distance from the nearest.
   */
  public UnitWeeks moved(Map<LocalDate, LocalDate> weeks) {
    return new UnitWeeks(moved(first, weeks), moved(last, weeks));
  }

  private static LocalDate moved(LocalDate monday, Map<LocalDate, LocalDate> weeks) {
    Map.Entry<LocalDate, LocalDate> nearest =
        weeks.entrySet().stream()
            .min(Comparator.comparingLong(w -> apart(w.getKey(), monday)))
            .orElseThrow();
    return nearest.getValue().plusDays(monday.toEpochDay() - nearest.getKey().toEpochDay());
  }

  private static long apart(LocalDate a, LocalDate b) {
    return Math.abs(a.toEpochDay() - b.toEpochDay());
  }
}
