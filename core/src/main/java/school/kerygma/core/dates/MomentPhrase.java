package school.kerygma.core.dates;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.PlanDate;
import school.kerygma.core.time.SchoolCalendar;

/**
 * A moment as people say it in a field: "now", "Sunday 6 p.m.", "when it meets next", "Oct 16".
 * Unlike {@link DatePhrases} the whole text must be the moment; what is left over is not guessed.
 */
public final class MomentPhrase {

  /**
   * Against what a phrase is read.
   *
   * @param without the time that is meant if none is said
   */
  public record Setting(
      Instant now, SchoolCalendar calendar, MeetingPattern meets, LocalTime without) {

    private LocalDate today() {
      return calendar.dateOf(now);
    }
  }

  /**
   * What was understood.
   *
   * @param doubts what should be looked at, though it may be meant
   */
  public record Read(Instant at, List<DatePhrases.Doubt> doubts) {}

  private static final Pattern NOW = Phrase.of("(?:now|at once|right away)");
  private static final Pattern MEETS =
      Phrase.of(
          "(?:when\\s+)?.{1,120}?\\s+(?:meets\\s+next|next\\s+meets)|(?:at\\s+)?(?:the\\s+)?next\\s+(?:class|lesson|meeting)");
  private static final Pattern CLOCK =
      Phrase.of(
          "(?:at\\s+)?(?:(?<h>\\d{1,2})(?::(?<min>\\d{2}))?\\s*(?<ap>[ap])\\.?\\s?m\\.?|(?<h2>\\d{1,2}):(?<min2>\\d{2})|(?<nm>noon|midnight))");
  private static final Pattern FILLER = Phrase.of("(?:on|by|at|until|,|\\.|\\s)*");

  private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("EEEE", Locale.US);
  private static final DateTimeFormatter DATE = DateTimeFormatter.ofPattern("MMM d", Locale.US);
  private static final DateTimeFormatter FULL_DATE =
      DateTimeFormatter.ofPattern("MMM d, uuuu", Locale.US);

  private MomentPhrase() {}

  /**
   * The moment that a text says.
   *
   * @return nothing if it is none, or says more than a moment
   */
  public static Optional<Read> read(String text, Setting setting) {
    String said = text.strip().replaceAll("\\s+", " ");
    if (said.isEmpty() || said.length() > 200) {
      return Optional.empty();
    }
    if (NOW.matcher(said).matches()) {
      return plain(setting.now().truncatedTo(ChronoUnit.MINUTES));
    }
    if (MEETS.matcher(said).matches()) {
      return setting
          .meets()
          .nthAfter(setting.now(), 1, setting.calendar())
          .flatMap(MomentPhrase::plain);
    }
    Optional<LocalTime> clock = clock(said);
    if (clock.isPresent()) {
      return plain(setting.calendar().nextAt(setting.now(), clock.get()));
    }
    return written(said, setting).or(() -> phrase(said, setting));
  }

  private static Optional<Read> plain(Instant at) {
    return Optional.of(new Read(at, List.of()));
  }

  /** As calendars write it, 2026-10-16 or 2026-10-16T18:00 (ISO 8601). */
  private static Optional<Read> written(String said, Setting setting) {
    if (!said.matches("\\d{4}-.*")) {
      return Optional.empty();
    }
    try {
      LocalDateTime local =
          said.length() <= 10
              ? PlanDate.day(said).atTime(setting.without())
              : PlanDate.moment(said);
      return plain(setting.calendar().at(local.toLocalDate(), local.toLocalTime()));
    } catch (DateTimeException e) {
      return Optional.empty();
    }
  }

  private static Optional<Read> phrase(String said, Setting setting) {
    DatePhrases.Reference reference =
        new DatePhrases.Reference(setting.today(), setting.calendar(), setting.meets());
    List<DatePhrases.Found> found = DatePhrases.in(said, reference);
    if (found.size() != 1) {
      return Optional.empty();
    }
    DatePhrases.Found one = found.getFirst();
    String rest = said.substring(0, one.start()) + " " + said.substring(one.end());
    if (!FILLER.matcher(rest).matches()) {
      return Optional.empty();
    }
    Instant at = setting.calendar().at(one.date(), one.time().orElse(setting.without()));
    return Optional.of(new Read(at, one.doubts()));
  }

  /** A time of day by itself. */
  private static Optional<LocalTime> clock(String said) {
    Matcher m = CLOCK.matcher(said);
    if (!m.matches()) {
      return Optional.empty();
    }
    String named = Phrase.group(m, "nm");
    if (named != null) {
      return Optional.of(named.equalsIgnoreCase("noon") ? LocalTime.NOON : SchoolCalendar.DUE_TIME);
    }
    try {
      if (Phrase.group(m, "h2") != null) {
        return Optional.of(LocalTime.of(Phrase.number(m, "h2"), Phrase.number(m, "min2")));
      }
      int hour = Phrase.number(m, "h");
      int minute = Phrase.group(m, "min") == null ? 0 : Phrase.number(m, "min");
      boolean afternoon = "p".equalsIgnoreCase(Phrase.group(m, "ap"));
      return hour < 1 || hour > 12
          ? Optional.empty()
          : Optional.of(LocalTime.of(hour % 12 + (afternoon ? 12 : 0), minute));
    } catch (DateTimeException e) {
      return Optional.empty();
    }
  }

  /**
   * The shortest words that are read back as a moment, in minutes: "now", "today 6 p.m.", "Sunday 6
   * p.m.", "Oct 16 11:59 p.m.".
   */
  public static String write(Instant at, Setting setting) {
    Instant minute = at.truncatedTo(ChronoUnit.MINUTES);
    if (Duration.between(minute, setting.now().truncatedTo(ChronoUnit.MINUTES)).isZero()) {
      return "now";
    }
    LocalDateTime local = LocalDateTime.ofInstant(minute, setting.calendar().zone());
    LocalDate date = local.toLocalDate();
    String time = " " + time(local.toLocalTime());
    List<String> ways =
        List.of(
            "today" + time, "tomorrow" + time, DAY.format(date) + time, DATE.format(date) + time);
    return ways.stream()
        .filter(way -> means(way, minute, setting))
        .findFirst()
        .orElse(FULL_DATE.format(date) + time);
  }

  private static boolean means(String words, Instant at, Setting setting) {
    return read(words, setting).filter(r -> r.at().equals(at)).isPresent();
  }

  private static String time(LocalTime time) {
    int hour = time.getHour() % 12 == 0 ? 12 : time.getHour() % 12;
    String minutes = time.getMinute() == 0 ? "" : ":%02d".formatted(time.getMinute());
    return hour + minutes + (time.getHour() < 12 ? " a.m." : " p.m.");
  }
}
