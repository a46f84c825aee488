package school.kerygma.core.time;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The three moments of a delivery.
 *
 * @param goesUpAt from when it is seen
 * @param dueAt when the work is due; after it goes up
 * @param closesAt the last minute in which it is seen, if ever; not before it is due
 */
public record Moments(Instant goesUpAt, Instant dueAt, Optional<Instant> closesAt) {

  /** Where a delivery stands. */
  public enum State {
    SCHEDULED,
    UP,
    CLOSED,
    WITHDRAWN
  }

  /** Why moments cannot be right. */
  public enum Fault {
    DUE_BEFORE_IT_GOES_UP,
    CLOSES_BEFORE_IT_IS_DUE
  }

  /** What should be looked at before posting, though it may be meant. */
  public enum Doubt {
    DUE_IN_THE_PAST,
    DUE_WITHOUT_SCHOOL,
    DUE_AFTER_THE_TERM,
    CLOCK_CHANGES_BEFORE_IT_IS_DUE
  }

  /** The faults, none if the moments can be used. */
  public List<Fault> faults() {
    List<Fault> faults = new ArrayList<>();
    if (!dueAt.isAfter(goesUpAt)) {
      faults.add(Fault.DUE_BEFORE_IT_GOES_UP);
    }
    if (closesAt.filter(c -> c.isBefore(dueAt)).isPresent()) {
      faults.add(Fault.CLOSES_BEFORE_IT_IS_DUE);
    }
    return faults;
  }

  /** What should be looked at, in the school's calendar. */
  public List<Doubt> doubts(SchoolCalendar calendar, Instant now) {
    List<Doubt> doubts = new ArrayList<>();
    var due = calendar.dateOf(dueAt);
    if (dueAt.isBefore(now)) {
      doubts.add(Doubt.DUE_IN_THE_PAST);
    }
    if (!calendar.isSchoolDay(due)) {
      doubts.add(Doubt.DUE_WITHOUT_SCHOOL);
    }
    if (!due.isBefore(calendar.end())) {
      doubts.add(Doubt.DUE_AFTER_THE_TERM);
    }
    Duration before = offset(calendar, goesUpAt);
    if (!before.equals(offset(calendar, dueAt))) {
      doubts.add(Doubt.CLOCK_CHANGES_BEFORE_IT_IS_DUE);
    }
    return doubts;
  }

  private static Duration offset(SchoolCalendar calendar, Instant at) {
    return Duration.ofSeconds(calendar.zone().getRules().getOffset(at).getTotalSeconds());
  }

  /** Whether what was written to go with it still holds: from going up until it is due. */
  public boolean speaksAt(Instant now) {
    return stateAt(now) == State.UP && !Edge.isOver(dueAt, now);
  }

  /** Where a delivery with these moments stands, unless it was withdrawn. */
  public State stateAt(Instant now) {
    if (now.isBefore(goesUpAt)) {
      return State.SCHEDULED;
    }
    return closesAt.filter(c -> Edge.isOver(c, now)).isPresent() ? State.CLOSED : State.UP;
  }
}
