package school.kerygma.core.captions;

import java.util.List;

/**
 * One caption.
 *
 * @param startMs when it comes
 * @param endMs when it goes; after {@code startMs}
 * @param lines one or two lines of text
 */
public record Cue(long startMs, long endMs, List<String> lines) {

  public Cue {
    if (endMs <= startMs || startMs < 0) {
      throw new IllegalArgumentException("A cue ends after it starts: " + startMs + " to " + endMs);
    }
    lines = List.copyOf(lines);
  }

  public String text() {
    return String.join(" ", lines);
  }

  public long lengthMs() {
    return endMs - startMs;
  }
}
