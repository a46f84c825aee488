package school.kerygma.core.time;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.time.temporal.TemporalAdjusters;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * One term of a school: its weeks, its days without school, and the school's own clock.
 *
 * @param zone the school's time zone
 * @param firstMonday the Monday of week 1
 * @param weeks how many weeks the term has; common practice is 12, in summer 8
 * @param daysOff weekdays without school
 * @param day when the school's day begins and ends
 * @param named what days without school are called, as far as they have a name
 */
public record SchoolCalendar(
    ZoneId zone,
    LocalDate firstMonday,
    int weeks,
    Set<LocalDate> daysOff,
    SchoolDay day,
    Map<LocalDate, String> named) {

  /** When work is due if nobody says another time (common practice). */
  public static final LocalTime DUE_TIME = LocalTime.of(23, 59);

  /**
   * @throws IllegalArgumentException if the term does not start on a Monday or has no week
   */
  public SchoolCalendar {
    if (firstMonday.getDayOfWeek() != DayOfWeek.MONDAY) {
      throw new IllegalArgumentException("A term starts on a Monday, not on " + firstMonday);
    }
    if (weeks < 1 || weeks > 53) {
      throw new IllegalArgumentException("A term has 1 to 53 weeks, not " + weeks);
    }
    daysOff = Set.copyOf(daysOff);
    named = Map.copyOf(named);
  }

  public SchoolCalendar(
      ZoneId zone, LocalDate firstMonday, int weeks, Set<LocalDate> daysOff, SchoolDay day) {
    this(zone, firstMonday, weeks, daysOff, day, Map.of());
  }

  public SchoolCalendar(ZoneId zone, LocalDate firstMonday, int weeks, Set<LocalDate> daysOff) {
    this(zone, firstMonday, weeks, daysOff, SchoolDay.USUAL);
  }

  public static LocalDate mondayOf(LocalDate date) {
    return date.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
  }

  public boolean isSchoolDay(LocalDate date) {
    return date.getDayOfWeek().getValue() <= 5 && !daysOff.contains(date);
  }

  /** The number of the week, counted from 1, or nothing outside the term. */
  public OptionalInt weekOf(LocalDate date) {
    long week = ChronoUnit.WEEKS.between(firstMonday, mondayOf(date)) + 1;
    return week >= 1 && week <= weeks ? OptionalInt.of((int) week) : OptionalInt.empty();
  }

  /**
   * The how-manieth school day of the term a date is, from 1; nothing before the term, and on days
   * without school. The count goes on after the term, so that a rotation does.
   */
  public OptionalInt schoolDayNumber(LocalDate date) {
    if (date.isBefore(firstMonday) || !isSchoolDay(date)) {
      return OptionalInt.empty();
    }
    return OptionalInt.of(
        (int) firstMonday.datesUntil(date.plusDays(1)).filter(this::isSchoolDay).count());
  }

  /** Whether a date lies in one of the term's weeks. */
  public boolean holds(LocalDate date) {
    return weekOf(date).isPresent();
  }

  /** The first day after the term. */
  public LocalDate end() {
    return mondayOfWeek(weeks + 1);
  }

  /** The last weekday of the term. */
  public LocalDate lastFriday() {
    return end().minusDays(3);
  }

  public LocalDate mondayOfWeek(int week) {
    return firstMonday.plusWeeks(week - 1L);
  }

  /** Monday to Friday of the week that holds {@code date}. */
  public static List<LocalDate> schoolWeek(LocalDate date) {
    LocalDate monday = mondayOf(date);
    return IntStream.range(0, 5).mapToObj(monday::plusDays).toList();
  }

  public LocalDate dateOf(Instant instant) {
    return instant.atZone(zone).toLocalDate();
  }

  /**
   * The instant at which the school's clock shows that time on that day. In the hour that a clock
   * change leaves out it is moved later by the length of the gap; in the hour that comes twice it
   * is the first (the rule of {@link java.time.ZonedDateTime}).
   */
  public Instant at(LocalDate date, LocalTime time) {
    return date.atTime(time).atZone(zone).toInstant();
  }

  /** The first instant from another on at which the school's clock shows a time. */
  public Instant nextAt(Instant from, LocalTime time) {
    LocalDate day = dateOf(from);
    Instant today = at(day, time);
    return today.isBefore(from) ? at(day.plusDays(1), time) : today;
  }

  /** 11:59 p.m. of that day on the school's clock. */
  public Instant dueOn(LocalDate date) {
    return at(date, DUE_TIME);
  }

  /** When school ends on that day. */
  public Instant endOf(LocalDate date) {
    return at(date, day.endsOn(date));
  }

  /** The first school day on or after {@code date}. */
  public LocalDate schoolDayFrom(LocalDate date) {
    return isSchoolDay(date) ? date : schoolDayAfter(date);
  }

  /** The first school day after {@code date}. */
  public LocalDate schoolDayAfter(LocalDate date) {
    LocalDate day = date.plusDays(1);
    while (!isSchoolDay(day) && day.isBefore(date.plusYears(1))) {
      day = day.plusDays(1);
    }
    return day;
  }

  /** The n-th school day after {@code date}; of 0, the day itself. */
  public LocalDate schoolDayAfter(LocalDate date, int n) {
    LocalDate day = date;
    for (int i = 0; i < n; i++) {
      day = schoolDayAfter(day);
    }
    return day;
  }

  /** The first Monday to Friday after a day. */
  public static LocalDate nextWeekday(LocalDate day) {
    LocalDate next = day.plusDays(1);
    while (next.getDayOfWeek().getValue() > 5) {
      next = next.plusDays(1);
    }
    return next;
  }
}
