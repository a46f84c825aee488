package school.kerygma.core.dates;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import school.kerygma.core.text.NumberWords;
import school.kerygma.core.time.SchoolCalendar;

/** Times of day beside a day: "at 11:59 p.m.", "before class", "by noon", "night". */
final class TimesOfDay {

  /** Common practice where an hour is not said. */
  private static final LocalTime BUSINESS_ENDS = LocalTime.of(17, 0);

  private static final String CLOCK =
      "(?:(?<h>\\d{1,2})(?:[:.](?<min>\\d{2}))?\\s*(?<ap>[ap])\\.?\\s?m\\b\\.?"
          + "|(?<h5>\\d{1,2}):(?<min5>\\d{2})(?<ap5>[ap])\\b"
          + "|(?<h2>\\d{1,2}):(?<min2>\\d{2})(?:\\s+(?:in\\s+the|at)\\s+(?<dp>morning|afternoon|evening|night)\\b)?"
          + "|(?<h4>1[3-9]|2[0-3])\\.(?<min4>[0-5]\\d)(?![\\d.])"
          + "|(?<=\\b(?:at|by|before|until)\\s)(?<h6>[01]\\d|2[0-3])(?<min6>[0-5]\\d)(?:\\s?(?:h|hrs?|hours))?\\b(?!\\s+(?:words|points|pages))"
          + "|(?<past>half|quarter)\\s+(?<way>past|to|after)\\s+(?<hw>"
          + NumberWords.PATTERN
          + "|\\d{1,2})"
          + "|(?<nm>noon|midday|midnight|cob|close\\s+of\\s+business)\\b)(?:\\s+sharp\\b)?";

  private static final String CLASS_BEGINS =
      "(?:before\\s+(?:the\\s+|our\\s+)?(?:class|lesson|school|(?:first|1st)\\s+period|homeroom|(?:first\\s+)?bell)|(?:(?:at|by)\\s+)?(?:the\\s+)?(?:start|beginning)\\s+of\\s+(?:the\\s+)?(?:class|lesson|school))\\b";

  /** What begins with the school's day, whenever the class meets. */
  private static final Pattern SCHOOL_BEGINS = Phrase.of("(?:school|period|homeroom|bell)$");

  private static final String CLASS_ENDS =
      "(?:after|(?:by|at)\\s+the\\s+end\\s+of)\\s+(?:the\\s+|our\\s+)?(?:class|lesson)\\b";

  private static final String SCHOOL_ENDS =
      "(?:after\\s+school|(?:by\\s+|at\\s+)?(?:the\\s+)?(?:end|close)\\s+of\\s+(?:the\\s+)?(?:school(?:\\s+day)?))\\b";

  private static final Pattern TIME_AFTER =
      Phrase.of(
          "\\G[\\s,(]*(?:(?:(?:at|by|before|until|no later than|@)\\s*)?"
              + CLOCK
              + "|(?:at|by|@)\\s*(?<h3>\\d{1,2})(?![\\d:/%]|\\.\\d|\\s*(?:points|pages|minutes|words|min|st|nd|rd|th))|(?:in\\s+the\\s+)?(?<part>morning|afternoon|evening|night)\\b|(?<cls>"
              + CLASS_BEGINS
              + ")|(?<over>"
              + CLASS_ENDS
              + ")|(?<end>after\\s+school\\b|(?:by\\s+|at\\s+)?(?:the\\s+)?end\\s+of\\s+(?:the\\s+)?(?:school\\s+day|day|school)\\b))");
  private static final Pattern TIME_BEFORE =
      Phrase.of(
          "(?:(?:\\b(?:at|by|before|until)\\s+|@\\s*)?(?<![\\d.:])"
              + CLOCK
              + "|\\b(?:at|by|before|until)\\s+(?<h3>\\d{1,2})|(?<cls>\\b"
              + CLASS_BEGINS
              + ")|(?<over>\\b"
              + CLASS_ENDS
              + ")|(?<end>\\b"
              + SCHOOL_ENDS
              + "))\\s*(?:on|,)?\\s*$");

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
      String part = Phrase.group(after, "part");
      int end = after.end();
      int start = day.start();
      if (part != null && after.find(end)) { // "Friday afternoon by 4"
        Optional<LocalTime> exact = time(after, day.date(), reference);
        if (exact.isPresent()) {
          time = exact.map(t -> inThePart(part, t));
          end = after.end();
        }
      } else if (part != null) { // "Before 8:30 tomorrow morning"
        Matcher clock = TIME_BEFORE.matcher(text).region(from, day.start());
        Optional<LocalTime> exact =
            clock.find() ? time(clock, day.date(), reference) : Optional.empty();
        if (exact.isPresent()) {
          time = exact.map(t -> inThePart(part, t));
          start = clock.start();
        }
      }
      if (time.isPresent()) {
        return Optional.of(new Said(start, end, inTheNight(day, text, time.get())));
      }
    }
    Matcher before = TIME_BEFORE.matcher(text).region(from, day.start());
    return before.find()
        ? time(before, day.date(), reference)
            .map(time -> inTheNight(day, text, time))
            .map(time -> new Said(before.start(), day.end(), time))
        : Optional.empty();
  }

  private static LocalTime inThePart(String part, LocalTime time) {
    boolean later = !part.equalsIgnoreCase("morning");
    return later && time.getHour() > 0 && time.getHour() < 12 ? time.plusHours(12) : time;
  }

  /** "By 10 tonight" is no morning. */
  private static LocalTime inTheNight(Phrase.Day day, String text, LocalTime time) {
    boolean night = text.substring(day.start(), day.end()).equalsIgnoreCase("tonight");
    return night && time.getHour() > 0 && time.getHour() < 12 ? time.plusHours(12) : time;
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
      return Optional.of(
          switch (named.toLowerCase(Locale.ROOT)) {
            case "noon", "midday" -> LocalTime.NOON;
            case "midnight" -> SchoolCalendar.DUE_TIME;
            default -> BUSINESS_ENDS;
          });
    }
    if (Phrase.group(m, "past") != null) {
      return Optional.of(roundTheHour(m));
    }
    if (Phrase.group(m, "over") != null) {
      return Optional.of(
          reference
              .meets()
              .endsOn(date, reference.calendar())
              .orElseGet(() -> reference.calendar().day().ends()));
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
          SCHOOL_BEGINS.matcher(begins).find()
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

  /** "Half past three", "quarter to nine". */
  private static LocalTime roundTheHour(Matcher m) {
    int hour = likely(NumberWords.parse(Objects.requireNonNull(m.group("hw"))).orElseThrow() % 24);
    int minutes = "half".equalsIgnoreCase(m.group("past")) ? 30 : 15;
    boolean before = "to".equalsIgnoreCase(m.group("way"));
    return LocalTime.of(hour, 0).plusMinutes(before ? -minutes : minutes);
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
      if (Phrase.group(m, "h5") != null) {
        int hour = Phrase.number(m, "h5") % 12;
        boolean afternoon = "p".equalsIgnoreCase(m.group("ap5"));
        return Optional.of(LocalTime.of(hour + (afternoon ? 12 : 0), Phrase.number(m, "min5")));
      }
      if (Phrase.group(m, "h6") != null) {
        return Optional.of(LocalTime.of(Phrase.number(m, "h6"), Phrase.number(m, "min6")));
      }
      if (Phrase.group(m, "h2") != null) {
        int hour = Phrase.number(m, "h2");
        String of = Phrase.group(m, "dp");
        LocalTime clock = LocalTime.of(of == null ? likely(hour) : hour, Phrase.number(m, "min2"));
        return Optional.of(of == null ? clock : inThePart(of, clock));
      }
      if (Phrase.group(m, "h4") != null) {
        return Optional.of(LocalTime.of(Phrase.number(m, "h4"), Phrase.number(m, "min4")));
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
