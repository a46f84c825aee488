package school.kerygma.core.roll;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.Optional;
import school.kerygma.core.time.Meeting;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;

/**
 * A question that opens and closes by the clock on every day on which a section meets: around the
 * beginning of its hours, or at the same times every day.
 *
 * @param fixed the times of every day; nothing if they follow from the section's hours
 */
public record RollCall(Optional<Times> fixed) {

  /** It opens so long before the section begins to meet, and closes so long after. */
  public static final Duration AROUND = Duration.ofMinutes(10);

  /**
   * The times of a day.
   *
   * @param opens when it can be answered first
   * @param closes the last minute in which it can be answered, which lasts to its end
   */
  public record Times(LocalTime opens, LocalTime closes) {

    /**
     * @throws IllegalArgumentException if it would close before it opens
     */
    public Times {
      if (closes.isBefore(opens)) {
        throw new IllegalArgumentException("It closes after it opens");
      }
    }

    private static Times around(LocalTime begins) {
      long minute = begins.toSecondOfDay() / 60;
      long before = Math.max(0, minute - AROUND.toMinutes());
      long after = Math.min(LAST_MINUTE, minute + AROUND.toMinutes());
      return new Times(LocalTime.ofSecondOfDay(before * 60), LocalTime.ofSecondOfDay(after * 60));
    }
  }

  private static final long LAST_MINUTE = 24 * 60 - 1;

  /** Where a day's roll call stands. */
  public enum State {
    /** There is none on that day. */
    NONE,
    EARLY,
    OPEN,
    CLOSED
  }

  /** What is known of a student on a day. */
  public enum Presence {
    /** It is not closed yet, and not answered. */
    WAITS,
    HERE,
    ABSENT,
    /** Absent, with a reason that the teacher knows. */
    EXCUSED
  }

  /** A roll call that follows the section's hours. */
  public static RollCall byHours() {
    return new RollCall(Optional.empty());
  }

  /**
   * When it is on a day.
   *
   * @return nothing if the section does not meet, or if nobody has said at what hour
   */
  public Optional<Times> on(LocalDate day, MeetingPattern meets, SchoolCalendar calendar) {
    if (!meets.meetsOn(day, calendar)) {
      return Optional.empty();
    }
    return fixed.or(
        () ->
            meets
                .on(day, calendar)
                .flatMap(Meeting::hours)
                .map(hours -> Times.around(hours.start())));
  }

  /** Where the roll call of a day stands at a moment. */
  public State at(Instant now, LocalDate day, MeetingPattern meets, SchoolCalendar calendar) {
    Optional<Times> times = on(day, meets, calendar);
    if (times.isEmpty()) {
      return State.NONE;
    }
    if (now.isBefore(calendar.at(day, times.get().opens()))) {
      return State.EARLY;
    }
    Instant end = calendar.at(day, times.get().closes()).plusSeconds(60);
    return now.isBefore(end) ? State.OPEN : State.CLOSED;
  }

  /**
   * What counts for a student: what the teacher has set; else an answer; else, once it is closed,
   * that there is none.
   */
  public static Presence presence(State state, boolean answered, Optional<Presence> set) {
    if (set.isPresent()) {
      return set.get();
    }
    if (answered) {
      return Presence.HERE;
    }
    return state == State.CLOSED ? Presence.ABSENT : Presence.WAITS;
  }
}
