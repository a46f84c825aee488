package school.kerygma.core.dates;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;

/**
 * Finds dates in the ways teachers write them, and says which day is meant: "Friday the 16th", "by
 * Thursday night", "Oct. 16 at 11:59 p.m.", "16 October", "10/16", "next Monday before class", "end
 * of week 5". A slash date is read month first (common practice in North America) unless only day
 * first is possible.
 */
public final class DatePhrases {

  /**
   * Against what a phrase is read.
   *
   * @param today the day on which it was written or is read
   * @param usual how who wrote it writes "9/10", if that is known
   */
  public record Reference(
      LocalDate today, SchoolCalendar calendar, MeetingPattern meets, DayOrder usual) {

    /** Of somebody whose way of writing is not known. */
    public Reference(LocalDate today, SchoolCalendar calendar, MeetingPattern meets) {
      this(today, calendar, meets, DayOrder.UNKNOWN);
    }
  }

  /** What should be looked at. */
  public enum Doubt {
    /** The weekday that is said is not that of the date. */
    WRONG_WEEKDAY,
    WITHOUT_SCHOOL,
    PASSED,
    AFTER_THE_TERM,
    /** "Next Friday", while this week's Friday is still to come. */
    AMBIGUOUS,
    /** It may be no date at all: "stale in three days". */
    LIKELY,
    /** Day and month may be the other way round: "05/11/2026". */
    DAY_ORDER,
    /** "The week of October 19": which day of it is not said. */
    A_WEEK,
    /** "By the start of class on Thursday", where the class does not meet. */
    NO_CLASS,
    /** Nobody says that something is due then, and it may be: "by Friday". */
    PERHAPS_DUE,
    /** Other words beside it look like a day or a time, and nobody knows how they belong to it. */
    LEFT_OVER,
    /** It speaks of a day, and nobody has computed which: "the Friday before the break". */
    NOT_UNDERSTOOD;

    /** Whether it is about what is meant; others are about what is said. */
    public boolean isOfReading() {
      return switch (this) {
        case AMBIGUOUS, LIKELY, DAY_ORDER, NOT_UNDERSTOOD, A_WEEK, PERHAPS_DUE, LEFT_OVER -> true;
        case WRONG_WEEKDAY, WITHOUT_SCHOOL, PASSED, AFTER_THE_TERM, NO_CLASS -> false;
      };
    }
  }

  /** A stretch that speaks of a day which is not understood. */
  public record Unread(int start, int end, String quote) {}

  /** All that a text says of days. */
  public record Reading(List<Found> found, List<Unread> unread) {}

  /**
   * A date that was found.
   *
   * @param start where the phrase begins in the text
   * @param end where it ends
   * @param time the time of day if one is said
   * @param said the weekday that is said, if one is
   */
  public record Found(
      int start,
      int end,
      String quote,
      LocalDate date,
      Optional<LocalTime> time,
      Optional<DayOfWeek> said,
      List<Doubt> doubts) {

    /** The instant that is meant; 11:59 p.m. where no time is said. */
    public Instant at(SchoolCalendar calendar) {
      return calendar.at(date, time.orElse(SchoolCalendar.DUE_TIME));
    }
  }

  private static final List<Family> FAMILIES =
      List.of(
          new LongerPhrases(),
          new MonthDates(),
          new DaysOfMonth(),
          new SchoolSpans(),
          new CountedDays(),
          new Weekdays());

  private static final Pattern WEEK_OF =
      Phrase.of("\\bweek\\s+(?:of|beginning|starting)\\s+(?:the\\s+)?$");

  private static final Pattern CLASS =
      Phrase.of(
          "\\b(?:before|after|at|(?:start|beginning|end)\\s+of)\\s+(?:the\\s+|our\\s+)?(?:class|lesson)\\b");

  /** What may follow "the ninth" where a day of the month is meant. */
  public static final String AFTER_ORDINAL = Phrase.ALONE;

  private DatePhrases() {}

  /** All dates of a text, in the order of their places; none overlaps another. */
  public static List<Found> in(String text, Reference reference) {
    return read(text, reference).found();
  }

  /** All dates of a text, and what speaks of a day that is not understood. */
  public static Reading read(String text, Reference reference) {
    return read(text, reference, List.of());
  }

  /**
   * The same of a page.
   *
   * @param breaks where a heading or a paragraph begins, besides lines
   */
  public static Reading read(String text, Reference reference, Collection<Integer> breaks) {
    List<Phrase.Day> days = new ArrayList<>();
    FAMILIES.forEach(family -> family.read(text, reference, days));
    for (LongerPhrases.Stretch silent : LongerPhrases.silent(text)) {
      days.removeIf(d -> silent.meets(d.start(), d.end()));
    }
    explicitBeatsNext(days);
    WeekHeadings.settle(text, reference, breaks, days);
    List<LongerPhrases.Stretch> unread = LongerPhrases.notUnderstood(text, days);
    unread.forEach(u -> days.removeIf(d -> u.meets(d.start(), d.end())));
    return new Reading(
        found(text, days, reference),
        unread.stream()
            .map(u -> new Unread(u.start(), u.end(), text.substring(u.start(), u.end())))
            .toList());
  }

  /** Of "next Friday, October 16" the date counts, and "next" belongs to it. */
  private static void explicitBeatsNext(List<Phrase.Day> days) {
    for (Phrase.Day first : List.copyOf(days)) {
      for (Phrase.Day longer : List.copyOf(days)) {
        if (first.start() < longer.start()
            && longer.start() < first.end()
            && first.end() < longer.end()) {
          days.remove(first);
          if (days.remove(longer)) {
            days.add(longer.from(first.start()));
          }
        }
      }
    }
  }

  private static List<Found> found(String text, List<Phrase.Day> days, Reference reference) {
    days.sort(Comparator.comparing(Phrase.Day::start).thenComparing(d -> d.start() - d.end()));
    List<Found> found = new ArrayList<>();
    int until = 0;
    for (Phrase.Day day : days) {
      if (day.start() >= until) {
        Found one = withTime(day, text, until, reference);
        found.add(one);
        until = one.end();
      }
    }
    return found;
  }

  private static Found withTime(Phrase.Day day, String text, int from, Reference reference) {
    Optional<TimesOfDay.Said> said = TimesOfDay.beside(day, text, from, reference);
    Optional<LocalTime> ofDay =
        day.ofDay() ? Optional.of(TimesOfDay.ofDay(day, text, reference)) : Optional.empty();
    int start = said.map(TimesOfDay.Said::start).orElse(day.start());
    int end = said.map(TimesOfDay.Said::end).orElse(day.end());
    List<Doubt> doubts = doubts(day, reference);
    if (WEEK_OF.matcher(text.substring(0, start)).find()) {
      doubts.add(Doubt.A_WEEK);
    }
    String quote = text.substring(start, end);
    if (CLASS.matcher(quote).find()
        && !reference.meets().meetsOn(day.date(), reference.calendar())) {
      doubts.add(Doubt.NO_CLASS);
    }
    return new Found(
        start,
        end,
        quote,
        day.date(),
        said.map(TimesOfDay.Said::time).or(() -> ofDay),
        Optional.ofNullable(day.said()),
        doubts);
  }

  private static List<Doubt> doubts(Phrase.Day day, Reference reference) {
    List<Doubt> doubts = new ArrayList<>();
    SchoolCalendar calendar = reference.calendar();
    if (day.said() != null && day.said() != day.date().getDayOfWeek()) {
      doubts.add(Doubt.WRONG_WEEKDAY);
    }
    if (!calendar.isSchoolDay(day.date())) {
      doubts.add(Doubt.WITHOUT_SCHOOL);
    }
    if (day.date().isBefore(reference.today())) {
      doubts.add(Doubt.PASSED);
    }
    if (!day.date().isBefore(calendar.end())) {
      doubts.add(Doubt.AFTER_THE_TERM);
    }
    if (day.open() != null) {
      doubts.add(day.open());
    }
    return doubts;
  }
}
