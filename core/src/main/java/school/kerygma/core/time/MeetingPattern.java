package school.kerygma.core.time;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.Set;

/**
 * The weekdays on which a section meets.
 *
 * @param days at least one weekday
 */
public record MeetingPattern(Set<DayOfWeek> days) {

  /**
   * @throws IllegalArgumentException if no day is given
   */
  public MeetingPattern {
    if (days.isEmpty()) {
      throw new IllegalArgumentException("A section meets on at least one day of the week");
    }
    days = Set.copyOf(days);
  }

  public static MeetingPattern on(DayOfWeek... days) {
    return new MeetingPattern(Set.of(days));
  }

  /**
   * Reads "MON,WED,FRI": the names of the days in English, their first three letters.
   *
   * @throws IllegalArgumentException for anything else
   */
  public static MeetingPattern parse(String text) {
    Set<DayOfWeek> days = EnumSet.noneOf(DayOfWeek.class);
    for (String name : text.split(",")) {
      days.add(
          Arrays.stream(DayOfWeek.values())
              .filter(d -> d.name().substring(0, 3).equalsIgnoreCase(name.strip()))
              .findFirst()
              .orElseThrow(() -> new IllegalArgumentException("No day of the week: " + name)));
    }
    return new MeetingPattern(days);
  }

  public boolean meetsOn(LocalDate date) {
    return days.contains(date.getDayOfWeek());
  }

  /** The first school day on or after {@code date} on which the section meets. */
  public LocalDate onOrAfter(LocalDate date, SchoolCalendar calendar) {
    // A year without a meeting is no pattern: the loop ends with the given date.
    for (LocalDate day = date; day.isBefore(date.plusYears(1)); day = day.plusDays(1)) {
      if (meetsOn(day) && calendar.isSchoolDay(day)) {
        return day;
      }
    }
    return date;
  }

  @Override
  public String toString() {
    StringBuilder text = new StringBuilder();
    for (DayOfWeek day : DayOfWeek.values()) {
      if (days.contains(day)) {
        text.append(text.isEmpty() ? "" : ",").append(day.name(), 0, 3);
      }
    }
    return text.toString();
  }
}
