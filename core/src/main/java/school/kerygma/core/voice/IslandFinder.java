package school.kerygma.core.voice;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;

/**
 * Finds the islands of speech in a sound: stretches clearly louder than the room, with the short
 * gaps inside words closed. The threshold adapts to each sound: it lies between its quiet (10th
 * percentile) and its loud (95th percentile) frames.
 */
public final class IslandFinder {

  /** Where between quiet and loud the line is drawn. */
  private static final double THRESHOLD = 0.35;

  /** A sound with less range than this from quiet to loud has no speech in it, or no pause. */
  private static final double LEAST_RANGE_DB = 8;

  /** Loud frames below this are a quiet room, not a voice. */
  private static final double LEAST_VOICE_DB = -55;

  /** Stop consonants leave gaps up to about this long inside a word. */
  private static final long GAP_MS = 120;

  /** Clicks and taps are shorter than the shortest syllable. */
  private static final long SHORTEST_MS = 70;

  private IslandFinder() {}

  /** The islands, on the clock of the sound; none in silence. */
  public static Spans find(Loudness sound) {
    double[] sorted = sound.decibels().clone();
    if (sorted.length == 0) {
      return Spans.none();
    }
    Arrays.sort(sorted);
    double quiet = sorted[sorted.length / 10];
    double loud = sorted[sorted.length * 95 / 100];
    if (loud < LEAST_VOICE_DB) {
      return Spans.none();
    }
    if (loud - quiet < LEAST_RANGE_DB) {
      return Spans.of(Span.of(0, sound.durationMs()));
    }
    double line = quiet + THRESHOLD * (loud - quiet);
    List<Span> frames = new ArrayList<>();
    for (int i = 0; i < sound.decibels().length; i++) {
      if (sound.decibels()[i] > line) {
        frames.add(Span.of((long) i * sound.frameMs(), (i + 1L) * sound.frameMs()));
      }
    }
    return Spans.of(frames).closingGapsUnder(GAP_MS).atLeast(SHORTEST_MS);
  }
}
