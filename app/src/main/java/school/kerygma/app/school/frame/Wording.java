package school.kerygma.app.school.frame;

import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.time.format.TextStyle;
import java.time.temporal.TemporalAccessor;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import school.kerygma.app.ground.accounts.FamilyLanguage;
import school.kerygma.core.There;
import school.kerygma.core.time.SchoolCalendar;

/**
 * How dates, times and lengths are written on every page, in every mail: in the examples below in
 * English, in another language as it is written there.
 */
public final class Wording {

  private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("h:mm a", Locale.US);
  private static final DateTimeFormatter CLOCK_FULL_HOUR =
      DateTimeFormatter.ofPattern("h a", Locale.US);

  private static final DateTimeFormatter FIELD =
      DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm", Locale.ROOT);

  /** A date's parts, in the order and with the small words of each language. */
  private enum Shape {
    SHORT_DAY("EEE d", "EEE d", "EEE d"),
    WEEKDAY("EEEE", "EEEE", "EEEE"),
    DAY("EEEE d", "EEEE d", "EEEE d"),
    DATE("MMMM d", "d 'de' MMMM", "d MMMM"),
    MONTH("MMMM uuuu", "MMMM 'de' uuuu", "MMMM uuuu"),
    SHORT("EEE, MMM d", "EEE d 'de' MMM", "EEE d MMM"),
    FULL_DAY("EEEE, MMMM d", "EEEE d 'de' MMMM", "EEEE d MMMM"),
    FULL_DATE("EEEE, MMMM d, uuuu", "EEEE d 'de' MMMM 'de' uuuu", "EEEE d MMMM uuuu"),
    TIME("h:mm a", "H:mm", "H 'h' mm");

    private final Map<String, String> patterns;

    Shape(String english, String spanish, String french) {
      this.patterns = Map.of("en", english, "es", spanish, "fr", french);
    }

    private String of(TemporalAccessor time) {
      Locale language = FamilyLanguage.current();
      return DateTimeFormatter.ofPattern(There.in(patterns, language.getLanguage()), language)
          .format(time);
    }
  }

  private static boolean isEnglish(Locale language) {
    return language.getLanguage().equals("en");
  }

  /** "Wed 30". */
  public String shortDay(LocalDate date) {
    return Shape.SHORT_DAY.of(date);
  }

  /** "Wednesday". */
  public String weekday(LocalDate date) {
    return Shape.WEEKDAY.of(date);
  }

  /** "Wednesday". */
  public String weekday(DayOfWeek day) {
    return day.getDisplayName(TextStyle.FULL, FamilyLanguage.current());
  }

  /** "Wednesday 30". */
  public String day(LocalDate date) {
    return Shape.DAY.of(date);
  }

  /** "September 28". */
  public String date(LocalDate date) {
    return Shape.DATE.of(date);
  }

  /** "M" for Monday. */
  public String initial(DayOfWeek day) {
    return day.name().substring(0, 1);
  }

  /** "September 2026". */
  public String month(java.time.YearMonth month) {
    return Shape.MONTH.of(month.atDay(1));
  }

  /** "Wednesday, September 30". */
  public String fullDay(LocalDate date) {
    return Shape.FULL_DAY.of(date);
  }

  /** "Wednesday, September 30, 2026". */
  public String fullDate(LocalDate date) {
    return Shape.FULL_DATE.of(date);
  }

  /** "9:40" or "2:10 p.m.": mornings go without saying. */
  public String clock(LocalTime time) {
    if (!isEnglish(FamilyLanguage.current())) {
      return time(time);
    }
    int hour = time.getHour() % 12 == 0 ? 12 : time.getHour() % 12;
    return hour + ":" + "%02d".formatted(time.getMinute()) + (time.getHour() < 12 ? "" : " p.m.");
  }

  /** "1", "1 and 2", "1, 2 and 3". */
  public String list(List<String> names) {
    int last = names.size() - 1;
    return last < 1
        ? String.join("", names)
        : String.join(", ", names.subList(0, last)) + and(names.get(last)) + names.get(last);
  }

  /** Spanish says "e" before a word that begins with its "y". */
  private static String and(String next) {
    return switch (FamilyLanguage.current().getLanguage()) {
      case "es" -> next.matches("(?iu)h?[i\u00ed](?!e).*") ? " e " : " y ";
      case "fr" -> " et ";
      default -> " and ";
    };
  }

  /** "11:59 p.m.", "6 p.m.". */
  public String time(Instant at, ZoneId zone) {
    return time(at.atZone(zone).toLocalTime());
  }

  /** "11:59 p.m.", "6 p.m.". */
  public String time(LocalTime at) {
    if (!isEnglish(FamilyLanguage.current())) {
      return Shape.TIME.of(at);
    }
    String text = at.getMinute() == 0 ? CLOCK_FULL_HOUR.format(at) : CLOCK.format(at);
    return text.replace("AM", "a.m.").replace("PM", "p.m.");
  }

  /** How long ago, or how late: minutes under two hours, else hours. */
  public String ago(Duration by) {
    long minutes = Math.max(1, by.toMinutes());
    return minutes < 120
        ? minutes + (minutes == 1 ? " minute" : " minutes")
        : by.toHours() + " hours";
  }

  /** "Fri, Oct 2, 11:59 p.m.". */
  public String moment(Instant at, ZoneId zone) {
    return Shape.SHORT.of(at.atZone(zone)) + ", " + time(at, zone);
  }

  /** "Friday, 11:59 p.m." in the week of a day, and "Fri, Oct 2, 11:59 p.m." in any other. */
  public String near(Instant at, ZoneId zone, LocalDate today) {
    LocalDate date = dateOf(at, zone);
    LocalDate monday = SchoolCalendar.mondayOf(today);
    return date.isBefore(monday) || !date.isBefore(monday.plusWeeks(1))
        ? moment(at, zone)
        : weekday(date) + ", " + time(at, zone);
  }

  /** What a field of type datetime-local holds. */
  public String field(Instant at, ZoneId zone) {
    return FIELD.format(at.atZone(zone));
  }

  /** What a field of type datetime-local holds for a due rule "at" an instant; else nothing. */
  public String fixed(String rule, ZoneId zone) {
    return rule.startsWith("at ") ? field(Instant.parse(rule.substring(3)), zone) : "";
  }

  /** A fact's value as it stands in the margin: "Fri, Oct 16, 11:59 p.m.", or the value itself. */
  public String fact(String kind, String value) {
    if (!kind.equals("DUE") && !kind.equals("DATE")) {
      return value;
    }
    try {
      return moment(LocalDateTime.parse(value).toInstant(ZoneOffset.UTC), ZoneOffset.UTC);
    } catch (DateTimeException e) {
      return value;
    }
  }

  /** The weekday of a date in writing, "Thursday"; nothing if it is none. */
  public String weekdayOf(String value) {
    try {
      return weekday(LocalDateTime.parse(value).toLocalDate());
    } catch (DateTimeException e) {
      return "";
    }
  }

  /** "5.6 %" of a grade. */
  public static String share(double share) {
    double percent = 100 * share;
    return String.format(Locale.US, percent < 9.95 ? "%.1f\u00a0%%" : "%.0f\u00a0%%", percent);
  }

  /** "4:10". */
  public String length(long ms) {
    long seconds = Math.round(ms / 1000.0);
    return "%d:%02d".formatted(seconds / 60, seconds % 60);
  }

  public LocalDate dateOf(Instant at, ZoneId zone) {
    return at.atZone(zone).toLocalDate();
  }

  /** What a sentence names, as it is said: days by their names. */
  public Object[] said(List<?> about) {
    return about.stream()
        .map(a -> a instanceof LocalDate day ? (Object) fullDay(day) : a)
        .toArray();
  }
}
