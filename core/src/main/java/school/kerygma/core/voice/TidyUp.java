package school.kerygma.core.voice;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.IntStream;
import school.kerygma.core.text.WordMatch;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;

/**
 * What could be cut out of a stop without anybody missing it. All of it is proposed, and nothing is
 * done: a pause may be meant. Breaths and clicks between words are left alone.
 */
public final class TidyUp {

  /** A silence that is longer than this is shortened. */
  public static final long LONG_SILENCE_MS = 1_200;

  /** What is left of a silence that is shortened. */
  public static final long SHORT_SILENCE_MS = 500;

  /** What is left before the first sound of speech, and after the last. */
  private static final long AT_THE_ENDS_MS = 300;

  /** What is shorter is a click or a cough if it stands alone, and no word. */
  private static final long SHORTEST_SPEECH_MS = 250;

  /** Saving less than this is not worth a line. */
  private static final long LEAST_MS = 300;

  /** A short silence at the ends is no hunting. */
  private static final long LEAST_HUNTING_MS = 600;

  /** A sentence may be begun again with so many words. */
  private static final int MOST_REPEATED = 6;

  /** Why something is proposed. */
  public enum Why {
    HUNTING_BEFORE,
    HUNTING_AFTER,
    SILENCE,
    BEGUN_TWICE
  }

  /**
   * A proposal.
   *
   * @param cut what would be cut out, on the clock of the stop
   * @param lengthMs how long the silence is; of others what is cut
   * @param words those that it stands before or after, or that are said twice
   */
  public record Line(Why why, Span cut, long lengthMs, String words) {

    /** By how much the stop gets shorter. */
    public long savedMs() {
      return cut.lengthMs();
    }
  }

  private TidyUp() {}

  /**
   * Proposes.
   *
   * @param lengthMs of the stop
   * @param speech where there is speech
   * @param words what is said, in order
   * @param added what is said and not written, with its draft
   * @param cut what is cut out already
   * @return in order of time, not overlapping one another, nor what is cut
   */
  public static List<Line> propose(
      long lengthMs,
      Spans speech,
      List<TimedWord> words,
      List<WordsOnSound.Added> added,
      Spans cut) {
    List<Line> lines = new ArrayList<>();
    Spans voiced = speech.closingGapsUnder(AT_THE_ENDS_MS).atLeast(SHORTEST_SPEECH_MS);
    if (voiced.isEmpty()) {
      return List.of();
    }
    long first = voiced.asList().getFirst().startMs();
    long last = voiced.asList().getLast().endMs();
    hunting(0, first - AT_THE_ENDS_MS)
        .ifPresent(
            s -> lines.add(new Line(Why.HUNTING_BEFORE, s, s.lengthMs(), after(words, s.endMs()))));
    hunting(last + AT_THE_ENDS_MS, lengthMs)
        .ifPresent(
            s ->
                lines.add(
                    new Line(Why.HUNTING_AFTER, s, s.lengthMs(), before(words, s.startMs()))));
    for (Span silence : speech.complement(Span.of(first, Math.max(first + 1, last)))) {
      if (silence.lengthMs() > LONG_SILENCE_MS) {
        long half = SHORT_SILENCE_MS / 2;
        lines.add(
            new Line(
                Why.SILENCE,
                Span.of(silence.startMs() + half, silence.endMs() - half),
                silence.lengthMs(),
                before(words, silence.startMs() + half)));
      }
    }
    lines.addAll(begunTwice(words));
    lines.addAll(falseStarts(words, added));
    lines.addAll(saidAgain(words, added));
    return apart(lines, cut);
  }

  private static Optional<Span> hunting(long from, long until) {
    return until - from >= LEAST_HUNTING_MS ? Optional.of(Span.of(from, until)) : Optional.empty();
  }

  /** The first words after a moment. */
  private static String after(List<TimedWord> words, long at) {
    return String.join(
        " ", words.stream().filter(w -> w.endMs() > at).limit(3).map(TimedWord::text).toList());
  }

  /** The last words before a moment. */
  private static String before(List<TimedWord> words, long at) {
    List<String> all = words.stream().filter(w -> w.startMs() < at).map(TimedWord::text).toList();
    return String.join(" ", all.subList(Math.max(0, all.size() - 3), all.size()));
  }

  /** At least two words that are said twice in a row: the longest such row counts. */
  private static List<Line> begunTwice(List<TimedWord> words) {
    List<String> plain = words.stream().map(w -> plain(w.text())).toList();
    List<Line> lines = new ArrayList<>();
    for (int i = 0; i < plain.size(); i++) {
      for (int n = Math.min(MOST_REPEATED, (plain.size() - i) / 2); n >= 2; n--) {
        if (plain.subList(i, i + n).equals(plain.subList(i + n, i + 2 * n))) {
          Span cut = Span.of(words.get(i).startMs(), words.get(i + n).startMs());
          lines.add(
              new Line(
                  Why.BEGUN_TWICE,
                  cut,
                  cut.lengthMs(),
                  String.join(
                      " ", words.subList(i, i + n).stream().map(TimedWord::text).toList())));
          i += n - 1;
          break;
        }
      }
    }
    return lines;
  }

  /** What was added and is, as far as it was understood, the beginning of what is said next. */
  private static List<Line> falseStarts(List<TimedWord> words, List<WordsOnSound.Added> added) {
    List<Line> lines = new ArrayList<>();
    for (WordsOnSound.Added piece : added) {
      List<String> draft = WordMatch.words(piece.draft()).stream().map(TidyUp::plain).toList();
      List<TimedWord> next =
          words.stream().filter(w -> w.startMs() >= piece.span().endMs() - 100).toList();
      if (draft.size() < 2 || draft.size() > 2 * MOST_REPEATED || next.size() < draft.size()) {
        continue;
      }
      List<String> begins =
          next.subList(0, draft.size()).stream().map(w -> plain(w.text())).toList();
      if (isMuchTheSame(draft, begins)) {
        Span cut =
            Span.of(
                piece.span().startMs(), Math.max(piece.span().endMs(), next.getFirst().startMs()));
        lines.add(new Line(Why.BEGUN_TWICE, cut, cut.lengthMs(), piece.draft()));
      }
    }
    return lines;
  }

  /** What was added and is, as far as it was understood, what was said just before. */
  private static List<Line> saidAgain(List<TimedWord> words, List<WordsOnSound.Added> added) {
    List<Line> lines = new ArrayList<>();
    for (WordsOnSound.Added piece : added) {
      List<String> draft = WordMatch.words(piece.draft()).stream().map(TidyUp::plain).toList();
      List<TimedWord> all =
          words.stream().filter(w -> w.endMs() <= piece.span().startMs() + 100).toList();
      List<TimedWord> said = all.subList(Math.max(0, all.size() - draft.size()), all.size());
      if (draft.size() > 2
          && draft.size() <= 4 * MOST_REPEATED
          && isMuchTheSame(draft, said.stream().map(w -> plain(w.text())).toList())) {
        Span cut = Span.of(said.getFirst().startMs(), piece.span().startMs());
        String text = String.join(" ", said.stream().map(TimedWord::text).toList());
        lines.add(new Line(Why.BEGUN_TWICE, cut, cut.lengthMs(), text));
      }
    }
    return lines;
  }

  /** A draft has errors: half of it, and at least two words, must be the same. */
  private static boolean isMuchTheSame(List<String> draft, List<String> said) {
    long same = IntStream.of(WordMatch.of(draft, said)).filter(at -> at >= 0).count();
    return same >= 2 && 2 * same >= draft.size();
  }

  private static String plain(String word) {
    return word.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}']", "");
  }

  /** Without what is cut already, and without what overlaps one before it. */
  private static List<Line> apart(List<Line> lines, Spans cut) {
    List<Line> apart = new ArrayList<>();
    List<Line> sorted = new ArrayList<>(lines);
    sorted.sort(Comparator.comparing(Line::cut));
    for (Line line : sorted) {
      boolean free =
          cut.intersection(line.cut()).isEmpty()
              && (apart.isEmpty() || !apart.getLast().cut().overlaps(line.cut()));
      if (free && line.savedMs() >= LEAST_MS) {
        apart.add(line);
      }
    }
    return List.copyOf(apart);
  }
}
