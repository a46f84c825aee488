package school.kerygma.core.time;

import java.time.Instant;
import java.time.temporal.ChronoUnit;

/**
 * The one edge of every moment until which something may be done or seen. People say such moments
 * in minutes, and mean the whole of the last one: what is due at 9:03 may be sent at 9:03:59
 * (common practice). Lateness, answer keys, closing, lists, forms and receipts ask here, so that
 * they change in the same instant.
 */
public final class Edge {

  private Edge() {}

  /** The first instant after a moment: the next full minute. */
  public static Instant after(Instant moment) {
    return moment.truncatedTo(ChronoUnit.MINUTES).plus(1, ChronoUnit.MINUTES);
  }

  /** Whether a moment is over. */
  public static boolean isOver(Instant moment, Instant now) {
    return !now.isBefore(after(moment));
  }
}
