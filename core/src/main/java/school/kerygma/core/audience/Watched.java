package school.kerygma.core.audience;

import java.util.Collection;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;

/**
 * How much of a stop one student has really watched.
 *
 * @param seen the union of what was played, on the take's clock
 * @param againMs milliseconds played beyond the first time
 * @param ofMs length of the stop; 0 if it is not recorded
 */
public record Watched(Spans seen, long againMs, long ofMs) {

  /** Common practice: the last breath of a stop need not be heard to have followed it. */
  public static final double ENOUGH = 0.9;

  /**
   * Sums up what was played.
   *
   * @param played every interval played, overlapping where something was played again
   * @param parts what the stop plays now; intervals outside it do not count
   */
  public static Watched of(Collection<Span> played, Spans parts) {
    Spans seen = Spans.of(played).intersection(parts);
    long all = played.stream().mapToLong(s -> parts.intersection(s).lengthMs()).sum();
    return new Watched(seen, all - seen.lengthMs(), parts.lengthMs());
  }

  /** Share watched, 0 to 1. */
  public double share() {
    return ofMs == 0 ? 0 : (double) seen.lengthMs() / ofMs;
  }

  /** Share played beyond the first time; 1 means the whole stop once more. */
  public double shareAgain() {
    return ofMs == 0 ? 0 : (double) againMs / ofMs;
  }

  public boolean followed() {
    return share() >= ENOUGH;
  }

  public boolean started() {
    return !seen.isEmpty();
  }
}
