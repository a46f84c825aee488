package school.kerygma.app.sections;

import java.io.IOException;
import java.io.InputStream;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.temporal.Temporal;
import java.util.Set;
import java.util.TreeSet;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.data.ParserException;
import net.fortuna.ical4j.model.Component;
import net.fortuna.ical4j.model.component.VEvent;
import school.kerygma.app.problems.Problem;

/** Reads days without school from an iCalendar file (RFC 5545): every day that an event covers. */
final class DaysOffFile {

  private static final int LONGEST_EVENT = 120;

  private DaysOffFile() {}

  /**
   * The days of all events. Events that repeat count once: a holiday has its date.
   *
   * @throws Problem if it is no iCalendar file
   */
  static Set<LocalDate> read(InputStream file, ZoneId zone) {
    Set<LocalDate> days = new TreeSet<>();
    try {
      for (Object event : new CalendarBuilder().build(file).getComponents(Component.VEVENT)) {
        days.addAll(days((VEvent) event, zone));
      }
    } catch (IOException | ParserException | RuntimeException e) {
      throw Problem.refused("calendar-unreadable");
    }
    if (days.isEmpty()) {
      throw Problem.refused("calendar-unreadable");
    }
    return days;
  }

  private static Set<LocalDate> days(VEvent event, ZoneId zone) {
    Set<LocalDate> days = new TreeSet<>();
    LocalDate first = date(event.getDateTimeStart().getDate(), zone);
    LocalDate end =
        event
            .getEndDate()
            .map(e -> date(e.getDate(), zone))
            .filter(e -> e.isAfter(first))
            .orElse(first.plusDays(1)); // The end of whole days is the day after (3.6.1).
    first.datesUntil(end).limit(LONGEST_EVENT).forEach(days::add);
    return days;
  }

  private static LocalDate date(Temporal at, ZoneId zone) {
    return switch (at) {
      case Instant instant -> instant.atZone(zone).toLocalDate();
      case ZonedDateTime zoned -> zoned.withZoneSameInstant(zone).toLocalDate();
      default -> LocalDate.from(at);
    };
  }
}
