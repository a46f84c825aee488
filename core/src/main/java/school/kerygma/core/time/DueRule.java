package school.kerygma.core.time;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * When work is due, said as a teacher says it. A rule gives each section an instant of its own,
 * from the day on which the section does the work, its meetings and the school's calendar.
 */
public sealed interface DueRule {

  /** At a time of the day of the work; 11:59 p.m. where nobody says another. */
  record OnTheDay(LocalTime time) implements DueRule {}

  /** When the section next meets after the day of the work. */
  record BeforeTheNextMeeting() implements DueRule {}

  /** When school ends on the day of the work. */
  record EndOfSchoolDay() implements DueRule {}

  /**
   * When the section meets for the n-th time after the work goes up.
   *
   * @param n 1 to 30
   */
  record NthMeeting(int n) implements DueRule {
    public NthMeeting {
      if (n < 1 || n > 30) {
        throw new IllegalArgumentException("Meetings are counted from 1 to 30, not " + n);
      }
    }
  }

  /** At a time of a weekday of the week of the work. */
  record DayOfPlanWeek(DayOfWeek day, LocalTime time) implements DueRule {}

  /** At a fixed instant, the same for every section. */
  record Fixed(Instant at) implements DueRule {}

  DueRule USUAL = new OnTheDay(SchoolCalendar.DUE_TIME);

  /**
   * What a rule is applied to.
   *
   * @param day on which the section does the work
   * @param goesUpAt when it can be seen
   * @param now for the doubt that it has passed
   */
  record Setting(
      LocalDate day,
      Instant goesUpAt,
      Instant now,
      MeetingPattern meets,
      SchoolCalendar calendar) {}

  /** What should be looked at, though it may be meant. */
  enum Doubt {
    WITHOUT_SCHOOL,
    IN_THE_PAST,
    AFTER_THE_TERM,
    BEFORE_IT_GOES_UP,
    /** The clock is set forward over that time: it does not exist. */
    DROPPED_HOUR,
    /** The clock is set back over that time: it comes twice, and the first is taken. */
    DOUBLED_HOUR
  }

  /**
   * The instant a rule gives.
   *
   * @param nearest the nearest right instant, if there is a doubt and a better one is known
   */
  record Due(Instant at, List<Doubt> doubts, Optional<Instant> nearest) {}

  /** The instant at which work is due, with what should be looked at. */
  default Due resolve(Setting s) {
    Instant at = instant(s);
    List<Doubt> doubts = doubts(at, s);
    Optional<Instant> nearest =
        doubts.isEmpty() ? Optional.empty() : nearest(at, s).filter(n -> !n.equals(at));
    return new Due(at, doubts, nearest);
  }

  private Instant instant(Setting s) {
    SchoolCalendar calendar = s.calendar();
    return switch (this) {
      case OnTheDay rule -> calendar.at(s.day(), rule.time());
      case EndOfSchoolDay rule -> calendar.endOf(s.day());
      case BeforeTheNextMeeting rule ->
          s.meets()
              .nthAfter(calendar.at(s.day(), LocalTime.MAX), 1, calendar)
              .orElseGet(() -> calendar.dueOn(s.day()));
      case NthMeeting rule ->
          s.meets()
              .nthAfter(s.goesUpAt(), rule.n(), calendar)
              .orElseGet(() -> calendar.dueOn(s.day()));
      case DayOfPlanWeek rule ->
          calendar.at(SchoolCalendar.mondayOf(s.day()).with(rule.day()), rule.time());
      case Fixed rule -> rule.at();
    };
  }

  /** The time on the clock that is meant, where the rule names one. */
  private Optional<LocalTime> meant() {
    return switch (this) {
      case OnTheDay rule -> Optional.of(rule.time());
      case DayOfPlanWeek rule -> Optional.of(rule.time());
      default -> Optional.empty();
    };
  }

  private List<Doubt> doubts(Instant at, Setting s) {
    List<Doubt> doubts = new ArrayList<>();
    SchoolCalendar calendar = s.calendar();
    LocalDate date = calendar.dateOf(at);
    if (!calendar.isSchoolDay(date)) {
      doubts.add(Doubt.WITHOUT_SCHOOL);
    }
    if (at.isBefore(s.now())) {
      doubts.add(Doubt.IN_THE_PAST);
    }
    if (!date.isBefore(calendar.end())) {
      doubts.add(Doubt.AFTER_THE_TERM);
    }
    if (!at.isAfter(s.goesUpAt())) {
      doubts.add(Doubt.BEFORE_IT_GOES_UP);
    }
    LocalTime shown = at.atZone(calendar.zone()).toLocalTime();
    if (meant().filter(time -> !time.equals(shown)).isPresent()) {
      doubts.add(Doubt.DROPPED_HOUR);
    }
    List<ZoneOffset> offsets =
        calendar.zone().getRules().getValidOffsets(at.atZone(calendar.zone()).toLocalDateTime());
    if (offsets.size() > 1) {
      doubts.add(Doubt.DOUBLED_HOUR);
    }
    return doubts;
  }

  /** The first school day in the term, after now and after it goes up, at the same time of day. */
  private static Optional<Instant> nearest(Instant at, Setting s) {
    SchoolCalendar calendar = s.calendar();
    LocalTime time = at.atZone(calendar.zone()).toLocalTime();
    LocalDate lastDay = calendar.lastFriday();
    LocalDate from = calendar.dateOf(at);
    if (from.isAfter(lastDay)) {
      return lastSchoolDay(lastDay, calendar).map(d -> calendar.at(d, time));
    }
    Instant after = s.goesUpAt().isAfter(s.now()) ? s.goesUpAt() : s.now();
    LocalDate first = from.isBefore(calendar.dateOf(after)) ? calendar.dateOf(after) : from;
    for (LocalDate day = first; !day.isAfter(lastDay); day = day.plusDays(1)) {
      Instant candidate = calendar.at(day, time);
      if (calendar.isSchoolDay(day) && candidate.isAfter(after)) {
        return Optional.of(candidate);
      }
    }
    return Optional.empty();
  }

  private static Optional<LocalDate> lastSchoolDay(LocalDate from, SchoolCalendar calendar) {
    for (LocalDate day = from; !day.isBefore(calendar.firstMonday()); day = day.minusDays(1)) {
      if (calendar.isSchoolDay(day)) {
        return Optional.of(day);
      }
    }
    return Optional.empty();
  }
}
