package school.kerygma.core.audience;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.SequencedMap;
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

  private static final long APART_MS = 1_000;

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

  /**
   * Sums up a stop that plays parts of several takes, each on a clock of its own: they are laid one
   * behind the other, so that {@link #seen} is on no take's clock.
   *
   * @param parts all that the stop plays of each take
   * @param played what was played of each take
   */
  public static <T> Watched ofTakes(
      SequencedMap<T, Spans> parts, Map<T, ? extends Collection<Span>> played) {
    List<Span> all = new ArrayList<>();
    Spans of = Spans.none();
    long end = 0;
    for (Map.Entry<T, Spans> take : parts.entrySet()) {
      List<Span> own = take.getValue().asList();
      long by = end - own.getFirst().startMs();
      of = of.union(take.getValue().shift(by));
      for (Span span : playedOf(take.getKey(), played)) {
        take.getValue().intersection(span).asList().forEach(s -> all.add(s.shift(by)));
      }
      end = own.getLast().endMs() + by + APART_MS;
    }
    return of(all, of);
  }

  private static <T> Collection<Span> playedOf(T take, Map<T, ? extends Collection<Span>> played) {
    Collection<Span> own = played.get(take);
    return own == null ? List.of() : own;
  }

  /** Share watched, 0 to 1. */
  public double share() {
    return ofMs == 0 ? 0 : (double) seen.lengthMs() / ofMs;
  }

  /** Share played beyond the first time; 1 means the whole stop once more. */
  public double shareAgain() {
    return ofMs == 0 ? 0 : (double) againMs / ofMs;
  }

  /** The mean of {@link #shareAgain} over those who have started; 0 if nobody has. */
  public static double meanAgain(Collection<Watched> all) {
    return all.stream()
        .filter(Watched::started)
        .mapToDouble(Watched::shareAgain)
        .average()
        .orElse(0);
  }

  public boolean followed() {
    return share() >= ENOUGH;
  }

  public boolean started() {
    return !seen.isEmpty();
  }
}
