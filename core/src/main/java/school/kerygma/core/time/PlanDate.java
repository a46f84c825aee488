package school.kerygma.core.time;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;

/**
 * Reads the days and times of a plan as forms send them (ISO 8601). No school plans before the year
 * 2000 or after 2100: a day of the year 9999 or -4000 would make calendars without end.
 */
public final class PlanDate {

  private static final int FIRST_YEAR = 2000;
  private static final int LAST_YEAR = 2100;

  private PlanDate() {}

  /**
   * A day.
   *
   * @throws DateTimeException if it is none, or none of these years
   */
  public static LocalDate day(String text) {
    return check(LocalDate.parse(text.strip()));
  }

  /**
   * A day and a time.
   *
   * @throws DateTimeException if it is none, or none of these years
   */
  public static LocalDateTime moment(String text) {
    LocalDateTime moment = LocalDateTime.parse(text.strip());
    check(moment.toLocalDate());
    return moment;
  }

  private static LocalDate check(LocalDate day) {
    if (day.getYear() < FIRST_YEAR || day.getYear() > LAST_YEAR) {
      throw new DateTimeException("No school plans for " + day);
    }
    return day;
  }
}
