package school.kerygma.core.time;

import java.util.Optional;

/**
 * A half-open, never empty stretch of a clock that counts milliseconds: {@code startMs} belongs to
 * it, {@code endMs} does not.
 *
 * <p>Two spans that touch ({@code [0,5)} and {@code [5,9)}) abut and do not overlap. Times may be
 * negative; which clock they count on (a take's, a score's) is the business of the caller.
 *
 * @param startMs first millisecond inside
 * @param endMs first millisecond after it; greater than {@code startMs}
 */
public record Span(long startMs, long endMs) implements Comparable<Span> {

  /**
   * @throws IllegalArgumentException if the span would be empty or run backwards
   */
  public Span {
    if (endMs <= startMs) {
      throw new IllegalArgumentException(
          "A span ends after it starts: " + startMs + " to " + endMs);
    }
  }

  public static Span of(long startMs, long endMs) {
    return new Span(startMs, endMs);
  }

  /** The span from {@code startMs} to {@code endMs}, or nothing if that is empty or backwards. */
  public static Optional<Span> ifAny(long startMs, long endMs) {
    return endMs > startMs ? Optional.of(new Span(startMs, endMs)) : Optional.empty();
  }

  /** Length in milliseconds, at least 1. */
  public long lengthMs() {
    return endMs - startMs;
  }

  public boolean contains(long atMs) {
    return startMs <= atMs && atMs < endMs;
  }

  public boolean encloses(Span other) {
    return startMs <= other.startMs && other.endMs <= endMs;
  }

  public boolean overlaps(Span other) {
    return startMs < other.endMs && other.startMs < endMs;
  }

  public boolean abuts(Span other) {
    return endMs == other.startMs || other.endMs == startMs;
  }

  public Optional<Span> intersection(Span other) {
    return ifAny(Math.max(startMs, other.startMs), Math.min(endMs, other.endMs));
  }

  /** The smallest span that holds both, and whatever lies between them. */
  public Span span(Span other) {
    return new Span(Math.min(startMs, other.startMs), Math.max(endMs, other.endMs));
  }

  public Span shift(long byMs) {
    return new Span(startMs + byMs, endMs + byMs);
  }

  /** The time inside this span that is nearest to {@code atMs}; the end itself counts as inside. */
  public long clamp(long atMs) {
    return Math.max(startMs, Math.min(endMs, atMs));
  }

  @Override
  public int compareTo(Span other) {
    int byStart = Long.compare(startMs, other.startMs);
    return byStart != 0 ? byStart : Long.compare(endMs, other.endMs);
  }

  @Override
  public String toString() {
    return "[" + startMs + "," + endMs + ")";
  }
}
