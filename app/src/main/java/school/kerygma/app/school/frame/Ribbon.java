package school.kerygma.app.school.frame;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import school.kerygma.core.time.SchoolCalendar;

/**
 * The term ribbon: the weeks of a term, the shown one open as days.
 *
 * @param weeks in order
 */
public record Ribbon(List<Week> weeks) {

  /** One week of the term; the open one has its days. */
  public record Week(int number, LocalDate monday, boolean open, boolean off, List<Day> days) {}

  /** One day of the open week. */
  public record Day(LocalDate date, boolean today, boolean off) {}

  /** The ribbon of a term with the week of {@code shown} open. */
  public static Ribbon of(SchoolCalendar calendar, LocalDate shown, LocalDate today) {
    List<Week> weeks = new ArrayList<>();
    for (int number = 1; number <= calendar.weeks(); number++) {
      LocalDate monday = calendar.mondayOfWeek(number);
      boolean open = monday.equals(SchoolCalendar.mondayOf(shown));
      List<Day> days =
          SchoolCalendar.schoolWeek(monday).stream()
              .map(d -> new Day(d, d.equals(today), !calendar.isSchoolDay(d)))
              .toList();
      weeks.add(
          new Week(
              number, monday, open, days.stream().allMatch(Day::off), open ? days : List.of()));
    }
    return new Ribbon(List.copyOf(weeks));
  }
}
