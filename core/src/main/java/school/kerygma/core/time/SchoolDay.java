package school.kerygma.core.time;

import java.time.LocalDate;
import java.time.LocalTime;
import java.util.Map;

/**
 * When a school's day begins and ends.
 *
 * @param early days that close earlier, with their time
 */
public record SchoolDay(LocalTime begins, LocalTime ends, Map<LocalDate, LocalTime> early) {

  /** Where nobody says another (common practice). */
  public static final SchoolDay USUAL =
      new SchoolDay(LocalTime.of(8, 50), LocalTime.of(15, 10), Map.of());

  /**
   * @throws IllegalArgumentException if the day ends before it begins
   */
  public SchoolDay {
    if (!ends.isAfter(begins)) {
      throw new IllegalArgumentException("A school day ends after it begins, not at " + ends);
    }
    early = Map.copyOf(early);
  }

  public LocalTime endsOn(LocalDate date) {
    return early.getOrDefault(date, ends);
  }
}
