package school.kerygma.core.voice;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import school.kerygma.core.text.Syllables;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;

/**
 * Places sentences on islands of speech without recognizing a word: every sentence takes a run of
 * islands about as long as its syllables need at the take's own pace, and sentences like to begin
 * after a long pause. The best division is found by dynamic programming.
 *
 * <p>Right to about 60 ms where the script is said as it stands; it cannot see a sentence that was
 * left out or added.
 */
public final class SyllableAligner implements ScriptAligner {

  /** What a pause of a full second before a sentence is worth, in squared relative length error. */
  private static final double PAUSE_WORTH = 0.35;

  /** Pauses longer than this tell no more. */
  private static final long LONG_PAUSE_MS = 800;

  /** A cut inside an island is only made where islands are too few; finer than this is idle. */
  private static final long FINEST_CUT_MS = 150;

  @Override
  public List<TimedSentence> align(List<String> sentences, Spans speech) {
    if (sentences.isEmpty() || speech.isEmpty()) {
      return List.of();
    }
    List<Span> pieces = pieces(speech, sentences.size());
    int[] syllables = sentences.stream().mapToInt(Syllables::in).toArray();
    int[] starts = bestStarts(pieces, syllables);
    List<TimedSentence> placed = new ArrayList<>();
    for (int s = 0; s < sentences.size(); s++) {
      int to = s + 1 < starts.length ? starts[s + 1] : pieces.size();
      List<Span> own = pieces.subList(starts[s], to);
      Span span = Span.of(own.getFirst().startMs(), own.getLast().endMs());
      placed.add(new TimedSentence(sentences.get(s), span, Spans.of(own)));
    }
    return List.copyOf(placed);
  }

  /** The islands, the longest ones halved until there are enough for the sentences. */
  private static List<Span> pieces(Spans speech, int sentences) {
    List<Span> pieces = new ArrayList<>(speech.asList());
    int wanted = speech.size() >= sentences * 2 ? speech.size() : sentences * 4;
    while (pieces.size() < wanted) {
      Span longest = pieces.stream().max(Comparator.comparingLong(Span::lengthMs)).orElseThrow();
      if (longest.lengthMs() < 2 * FINEST_CUT_MS && pieces.size() >= sentences
          || longest.lengthMs() < 2) {
        break;
      }
      long middle = (longest.startMs() + longest.endMs()) / 2;
      int at = pieces.indexOf(longest);
      pieces.set(at, Span.of(longest.startMs(), middle));
      pieces.add(at + 1, Span.of(middle, longest.endMs()));
    }
    return pieces;
  }

  /** The index of the first piece of every sentence. */
  private static int[] bestStarts(List<Span> pieces, int[] syllables) {
    int n = pieces.size();
    int m = Math.min(syllables.length, n);
    double[] voicedBefore = new double[n + 1];
    for (int i = 0; i < n; i++) {
      voicedBefore[i + 1] = voicedBefore[i] + pieces.get(i).lengthMs();
    }
    double pace = voicedBefore[n] / Math.max(1, Arrays.stream(syllables).sum());
    double[][] best = new double[m + 1][n + 1];
    int[][] from = new int[m + 1][n + 1];
    for (double[] row : best) {
      Arrays.fill(row, Double.POSITIVE_INFINITY);
    }
    best[0][0] = 0;
    for (int s = 1; s <= m; s++) {
      double expected = Math.max(1, syllables[s - 1] * pace);
      for (int end = s; end <= n - (m - s); end++) {
        for (int start = s - 1; start < end; start++) {
          if (best[s - 1][start] == Double.POSITIVE_INFINITY) {
            continue;
          }
          double off = (voicedBefore[end] - voicedBefore[start] - expected) / expected;
          double cost = best[s - 1][start] + off * off - pauseWorth(pieces, start);
          if (cost < best[s][end]) {
            best[s][end] = cost;
            from[s][end] = start;
          }
        }
      }
    }
    int[] starts = new int[syllables.length];
    int end = n;
    for (int s = m; s >= 1; s--) {
      end = from[s][end];
      starts[s - 1] = end;
    }
    return starts;
  }

  private static double pauseWorth(List<Span> pieces, int start) {
    if (start == 0) {
      return 0;
    }
    long pause = pieces.get(start).startMs() - pieces.get(start - 1).endMs();
    return PAUSE_WORTH * Math.min(pause, LONG_PAUSE_MS) / 1000.0;
  }
}
