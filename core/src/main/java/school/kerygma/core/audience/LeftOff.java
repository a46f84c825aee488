package school.kerygma.core.audience;

import java.util.Optional;
import java.util.UUID;
import school.kerygma.core.time.Span;
import school.kerygma.core.walkthrough.RunningOrder;

/**
 * Where somebody left off watching: a stop, and how far into it. So the place is found again when
 * other stops were said anew, cut or moved meanwhile.
 *
 * @param intoMs milliseconds from the beginning of the stop
 */
public record LeftOff(UUID stop, long intoMs) {

  /** Whoever has seen so little begins at the beginning. */
  static final long LEAST_MS = 5_000;

  /** Whoever was so near the end has seen it. */
  static final long NEAR_END_MS = 4_000;

  /**
   * The place of a moment of the program.
   *
   * @return nothing if it is of no use to go on from there
   */
  public static Optional<LeftOff> at(RunningOrder order, long programMs) {
    if (programMs < LEAST_MS || programMs > order.durationMs() - NEAR_END_MS) {
      return Optional.empty();
    }
    return order.segments().stream()
        .map(s -> s.part().stopId())
        .distinct()
        .flatMap(
            stop ->
                order.programOf(stop).filter(span -> span.contains(programMs)).stream()
                    .map(span -> new LeftOff(stop, programMs - span.startMs())))
        .findFirst();
  }

  /**
   * The moment of the program at which it goes on.
   *
   * @return nothing if the stop is played no more; its beginning if it has become shorter
   */
  public Optional<Long> in(RunningOrder order) {
    return order.programOf(stop).map(span -> span.startMs() + into(span));
  }

  private long into(Span span) {
    return intoMs < span.lengthMs() ? intoMs : 0;
  }
}
