package school.kerygma.core.roll;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.Optional;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;

/**
 * A question that opens and closes by the clock on every day on which a section meets.
 *
 * @param opens when it can be answered first
 * @param closes the last minute in which it can be answered, which lasts to its end
 */
public record RollCall(LocalTime opens, LocalTime closes) {

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

  /**
   * @throws IllegalArgumentException if it would close before it opens
   */
  public RollCall {
    if (closes.isBefore(opens)) {
      throw new IllegalArgumentException("It closes after it opens");
    }
  }

  /** Where the roll call of a day stands at a moment. */
  public State at(Instant now, LocalDate day, MeetingPattern meets, SchoolCalendar calendar) {
    if (!calendar.isSchoolDay(day) || !meets.meetsOn(day, calendar)) {
      return State.NONE;
    }
    if (now.isBefore(calendar.at(day, opens))) {
      return State.EARLY;
    }
    return now.isBefore(calendar.at(day, closes).plusSeconds(60)) ? State.OPEN : State.CLOSED;
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
