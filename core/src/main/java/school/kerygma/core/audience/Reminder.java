package school.kerygma.core.audience;

import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import school.kerygma.core.time.Edge;

/**
 * Why a student wants reminding of what was posted. Who has begun is not reminded before it is due
 * soon: there is time for it.
 *
 * @param late titles of required tasks whose time is over without a tick
 */
public record Reminder(Reason reason, List<String> late) {

  /** From the most pressing to the least. */
  public enum Reason {
    /** It is due already, or some of it, and nothing was begun. */
    NOT_BEGUN_AND_LATE,
    LATE,
    NOT_BEGUN,
    /** Begun, and not watched to the end. */
    NOT_TO_THE_END
  }

  /** So long after it went up who has not begun may have missed it. */
  public static final Duration MISSED = Duration.ofDays(1);

  /** So long before it is due a class is reminded: common practice. */
  public static final Duration SOON = Duration.ofHours(48);

  /** The most pressing first, then those with more tasks late. */
  public static final Comparator<Reminder> PRESSING =
      Comparator.comparing(Reminder::reason)
          .thenComparing(Comparator.comparing((Reminder r) -> r.late().size()).reversed())
          .thenComparing(r -> String.join("\n", r.late()));

  public Reminder {
    late = List.copyOf(late);
  }

  /**
   * Judges.
   *
   * @param progress where the student stands
   * @param late titles of required tasks whose time is over without a tick
   * @param up when the posting went up
   * @param due when it is due
   * @return nothing for who needs no reminding
   */
  public static Optional<Reminder> of(
      Progress progress, List<String> late, Instant up, Instant due, Instant now) {
    boolean over = !late.isEmpty() || !progress.followed() && Edge.isOver(due, now);
    if (!progress.begun() && over) {
      return Optional.of(new Reminder(Reason.NOT_BEGUN_AND_LATE, late));
    }
    if (!late.isEmpty()) {
      return Optional.of(new Reminder(Reason.LATE, late));
    }
    boolean soon = !now.isBefore(due.minus(SOON));
    if (!progress.begun() && (soon || !now.isBefore(up.plus(MISSED)))) {
      return Optional.of(new Reminder(Reason.NOT_BEGUN, late));
    }
    return soon && !progress.followed()
        ? Optional.of(new Reminder(Reason.NOT_TO_THE_END, late))
        : Optional.empty();
  }
}
