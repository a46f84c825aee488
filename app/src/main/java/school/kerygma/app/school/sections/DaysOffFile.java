package school.kerygma.app.school.sections;

import java.io.IOException;
import java.io.InputStream;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.temporal.Temporal;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.data.ParserException;
import net.fortuna.ical4j.model.Component;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.model.property.Summary;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.text.CleanText;

/** Reads days without school from an iCalendar file (RFC 5545): every day that an event covers. */
final class DaysOffFile {

  private static final int LONGEST_EVENT = 120;

  private DaysOffFile() {}

  private static final int LONGEST_NAME = 80;

  /** What says only that there is no school. */
  private static final Pattern NO_NAME =
      Pattern.compile(
          "(?:no\\s+(?:school|classes)|schools?\\s+closed|closed|holidays?|day\\s+off|break)[.!]?",
          Pattern.CASE_INSENSITIVE);

  /**
   * The days of all events with their names. Events that repeat count once: a holiday has its date.
   *
   * @throws Problem if it is no iCalendar file
   */
  static Map<LocalDate, String> read(InputStream file, ZoneId zone) {
    Map<LocalDate, String> days = new TreeMap<>();
    try {
      for (Object event : new CalendarBuilder().build(file).getComponents(Component.VEVENT)) {
        VEvent of = (VEvent) event;
        String name = name(of);
        days(of, zone).forEach(day -> days.merge(day, name, (a, b) -> a.isEmpty() ? b : a));
      }
    } catch (IOException | ParserException | RuntimeException e) {
      throw Problem.refused("calendar-unreadable");
    }
    if (days.isEmpty()) {
      throw Problem.refused("calendar-unreadable");
    }
    return days;
  }

  /** Its summary (3.8.1.12), if that is short enough for a name. */
  private static String name(VEvent event) {
    return Optional.ofNullable(event.getSummary())
        .map(Summary::getValue)
        .map(CleanText::line)
        .filter(n -> n.length() <= LONGEST_NAME && !NO_NAME.matcher(n).matches())
        .orElse("");
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
