package school.kerygma.core.handin;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Optional;
import school.kerygma.core.time.Edge;
import school.kerygma.core.time.SchoolCalendar;

/**
 * How late work was handed in. What counts is the moment at which sending began.
 *
 * @param by how long after it was due, more than nothing
 * @param schoolDays after the day on which it was due, at least 1
 * @param costs percent of the points, 0 to 100
 */
public record Lateness(Duration by, int schoolDays, int costs) {

  /**
   * Says whether work is late: once its due moment is over ({@link Edge}).
   *
   * @param due when it was due
   * @param begun when its sending began
   * @return nothing if it is in time
   */
  public static Optional<Lateness> of(
      Instant due, Instant begun, LateRule rule, SchoolCalendar calendar) {
    if (!Edge.isOver(due, begun)) {
      return Optional.empty();
    }
    LocalDate last = calendar.dateOf(begun);
    int days = 0;
    for (LocalDate day = calendar.dateOf(due).plusDays(1);
        !day.isAfter(last);
        day = day.plusDays(1)) {
      days += calendar.isSchoolDay(day) ? 1 : 0;
    }
    days = Math.max(1, days);
    return Optional.of(new Lateness(Duration.between(due, begun), days, rule.costs(days)));
  }

  /**
   * Whether work may be handed in at a moment: the first time at any moment, again only until it is
   * due or may last be improved.
   *
   * @param handedIn whether something has been handed in that was not blank
   */
  public static boolean takes(
      Instant due, Optional<Instant> improve, boolean handedIn, Instant begun) {
    Instant last = improve.filter(i -> i.isAfter(due)).orElse(due);
    return !handedIn || !Edge.isOver(last, begun);
  }

  /** Whether it is a matter of minutes or hours, and no school day is counted for it. */
  public boolean isShort() {
    return costs == 0 && by.compareTo(Duration.ofDays(1)) < 0;
  }
}
