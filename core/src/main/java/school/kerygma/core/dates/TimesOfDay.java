package school.kerygma.core.dates;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import school.kerygma.core.time.SchoolCalendar;

/** Times of day beside a day: "at 11:59 p.m.", "before class", "by noon", "night". */
final class TimesOfDay {

  private static final String CLOCK =
      "(?:(?<h>\\d{1,2})(?::(?<min>\\d{2}))?\\s*(?<ap>[ap])\\.?\\s?m\\b\\.?|(?<h2>\\d{1,2}):(?<min2>\\d{2})|(?<nm>noon|midnight))";
  private static final Pattern TIME_AFTER =
      Phrase.of(
          "\\G[\\s,(]*(?:(?:(?:at|by|before|until|no later than)\\s+)?"
              + CLOCK
              + "|(?:at|by)\\s+(?<h3>\\d{1,2})(?![\\d:/.%]|\\s*(?:points|pages|minutes|words|min|st|nd|rd|th))|(?:in\\s+the\\s+)?(?<part>morning|afternoon|evening|night)\\b|(?<cls>before\\s+(?:the\\s+|our\\s+)?(?:class|lesson|school)|at\\s+the\\s+(?:start|beginning)\\s+of\\s+(?:the\\s+)?(?:class|lesson|school))\\b|(?<end>after\\s+school|(?:by\\s+|at\\s+)?(?:the\\s+)?end\\s+of\\s+(?:the\\s+)?(?:school\\s+day|day|school))\\b)");
  private static final Pattern TIME_BEFORE =
      Phrase.of("(?:\\b(?:at|by|before|until)\\s+)?\\b" + CLOCK + "\\s*(?:on|,)?\\s*$");

  private TimesOfDay() {}

  /** A stretch of the text with the time that it says. */
  record Said(int start, int end, LocalTime time) {}

  /**
   * The time that is said after a day, or else before it.
   *
   * @param from where the time before it may begin
   */
  static Optional<Said> beside(
      Phrase.Day day, String text, int from, DatePhrases.Reference reference) {
    Matcher after = TIME_AFTER.matcher(text);
    if (after.find(day.end())) {
      Optional<LocalTime> time = time(after, day.date(), reference);
      if (time.isPresent()) {
        return Optional.of(new Said(day.start(), after.end(), time.get()));
      }
    }
    Matcher before = TIME_BEFORE.matcher(text).region(from, day.start());
    return before.find()
        ? time(before, day.date(), reference).map(time -> new Said(before.start(), day.end(), time))
        : Optional.empty();
  }

  /** "Tonight" ends with the day; "the next class" is when it begins. */
  static LocalTime ofDay(Phrase.Day day, String text, DatePhrases.Reference reference) {
    return text.substring(day.start(), day.end()).equalsIgnoreCase("tonight")
        ? SchoolCalendar.DUE_TIME
        : classBegins(day.date(), reference);
  }

  private static LocalTime classBegins(LocalDate date, DatePhrases.Reference reference) {
    SchoolCalendar calendar = reference.calendar();
    return reference
        .meets()
        .beginsOn(date, calendar)
        .map(at -> at.atZone(calendar.zone()).toLocalTime())
        .orElse(calendar.day().begins());
  }

  private static Optional<LocalTime> time(
      Matcher m, LocalDate date, DatePhrases.Reference reference) {
    String named = Phrase.group(m, "nm");
    if (named != null) {
      return Optional.of(named.equalsIgnoreCase("noon") ? LocalTime.NOON : SchoolCalendar.DUE_TIME);
    }
    String part = Phrase.group(m, "part");
    if (part != null) {
      return Optional.of(
          Map.of(
                  "morning", reference.calendar().day().begins(),
                  "afternoon", reference.calendar().day().ends())
              .getOrDefault(part.toLowerCase(Locale.ROOT), SchoolCalendar.DUE_TIME));
    }
    String begins = Phrase.group(m, "cls");
    if (begins != null) {
      return Optional.of(
          begins.toLowerCase(Locale.ROOT).endsWith("school")
              ? reference.calendar().day().begins()
              : classBegins(date, reference));
    }
    String ends = Phrase.group(m, "end");
    if (ends != null) {
      // "By the end of the day" is midnight; "the end of school" and "after school" are not.
      return Optional.of(
          ends.toLowerCase(Locale.ROOT).contains("school")
              ? reference.calendar().endOf(date).atZone(reference.calendar().zone()).toLocalTime()
              : SchoolCalendar.DUE_TIME);
    }
    return clock(m);
  }

  private static Optional<LocalTime> clock(Matcher m) {
    try {
      if (Phrase.group(m, "h") != null) {
        int hour = Phrase.number(m, "h");
        boolean afternoon = "p".equalsIgnoreCase(m.group("ap"));
        if (hour < 1 || hour > 12) {
          return Optional.empty();
        }
        return Optional.of(
            LocalTime.of(
                hour % 12 + (afternoon ? 12 : 0),
                m.group("min") == null ? 0 : Phrase.number(m, "min")));
      }
      if (Phrase.group(m, "h2") != null) {
        int hour = Phrase.number(m, "h2");
        return Optional.of(LocalTime.of(likely(hour), Phrase.number(m, "min2")));
      }
      int hour = Phrase.number(m, "h3");
      return hour < 1 || hour > 23 ? Optional.empty() : Optional.of(LocalTime.of(likely(hour), 0));
    } catch (DateTimeException e) {
      return Optional.empty();
    }
  }

  /** Nobody has work due at three in the morning: 1 to 6 without a word are afternoon hours. */
  private static int likely(int hour) {
    return hour >= 1 && hour <= 6 ? hour + 12 : hour;
  }
}
