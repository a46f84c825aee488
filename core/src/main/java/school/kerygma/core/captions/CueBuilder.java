package school.kerygma.core.captions;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.LongStream;
import school.kerygma.core.text.WordMatch;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;
import school.kerygma.core.voice.TimedSentence;
import school.kerygma.core.voice.TimedWord;

/**
 * Cuts timed sentences into captions: at most two lines of 32 characters, broken at phrases, no cue
 * shorter than 40 frames at 30 a second or longer than 6 s (DCMP Captioning Key, from memory).
 */
public final class CueBuilder {

  public static final int LINE_CHARS = 32;
  public static final int LINES = 2;
  public static final long SHORTEST_MS = 1_334;
  public static final long LONGEST_MS = 6_000;

  /** Words that begin a phrase: a line is better broken before them than after. */
  private static final Set<String> OPENERS =
      Set.of(
          "and", "or", "but", "so", "because", "that", "which", "who", "when", "where", "while",
          "if", "with", "for", "from", "to", "in", "on", "at", "by", "of", "into", "before",
          "after", "until", "than", "as");

  private CueBuilder() {}

  /**
   * Builds the cues.
   *
   * @param sentences in order, not overlapping, on the clock on which the cues shall be
   * @param endMs end of that clock: no cue goes on after it
   */
  public static List<Cue> build(List<TimedSentence> sentences, long endMs) {
    List<List<TimedWord>> chunks = new ArrayList<>();
    for (TimedSentence sentence : sentences) {
      chunks.addAll(chunks(sentence.words()));
    }
    List<Cue> cues = new ArrayList<>();
    for (int i = 0; i < chunks.size(); i++) {
      List<TimedWord> chunk = chunks.get(i);
      long start = chunk.getFirst().startMs();
      long next = i + 1 < chunks.size() ? chunks.get(i + 1).getFirst().startMs() : endMs;
      long end = Math.max(chunk.getLast().endMs(), start + SHORTEST_MS);
      end = Math.min(Math.min(end, start + LONGEST_MS), next);
      if (end > start) {
        cues.add(new Cue(start, end, lines(chunk)));
      }
    }
    return mergeShort(cues);
  }

  /** Stands where something is said that nobody has written yet. */
  public static final String NOT_WRITTEN = "[\u2026]";

  /**
   * Says of what was added to a script that it is said, where no caption stands.
   *
   * @param cues in order
   * @param added where something is said that no cue says, in {@link #pieces}
   */
  public static List<Cue> withAdded(List<Cue> cues, List<Span> added) {
    Spans own = Spans.of(cues.stream().map(c -> Span.of(c.startMs(), c.endMs())).toList());
    List<Cue> all = new ArrayList<>(cues);
    for (Span piece : added) {
      for (Span free : Spans.of(piece).minus(own).atLeast(SHORTEST_MS)) {
        all.add(new Cue(free.startMs(), free.endMs(), List.of(NOT_WRITTEN)));
      }
    }
    all.sort(Comparator.comparing(Cue::startMs));
    return List.copyOf(all);
  }

  /**
   * A piece of what is said and not written, as long as a caption.
   *
   * @param draft what it may be; may be empty
   */
  public record Piece(Span span, String draft) {}

  /**
   * Cuts what was added into pieces as long as captions: by its draft, spread over the stretch by
   * syllables, or evenly if there is none.
   */
  public static List<Piece> pieces(Span span, String draft) {
    if (!draft.isBlank()) {
      return build(List.of(new TimedSentence(draft, span, Spans.of(span))), span.endMs()).stream()
          .map(c -> new Piece(Span.of(c.startMs(), c.endMs()), c.text()))
          .toList();
    }
    long parts = Math.ceilDiv(span.lengthMs(), LONGEST_MS);
    return LongStream.range(0, parts)
        .mapToObj(
            i ->
                new Piece(
                    Span.of(
                        span.startMs() + span.lengthMs() * i / parts,
                        span.startMs() + span.lengthMs() * (i + 1) / parts),
                    ""))
        .toList();
  }

  /** Cuts one sentence into as few cues as fit, about equally long, each broken at a phrase. */
  private static List<List<TimedWord>> chunks(List<TimedWord> words) {
    if (fits(words)) {
      return List.of(words);
    }
    int cut = bestCut(words);
    List<List<TimedWord>> both = new ArrayList<>(chunks(words.subList(0, cut)));
    both.addAll(chunks(words.subList(cut, words.size())));
    return both;
  }

  private static boolean fits(List<TimedWord> words) {
    boolean shortEnough = words.getLast().endMs() - words.getFirst().startMs() <= LONGEST_MS;
    return words.size() == 1 || shortEnough && bestLineBreak(words) >= 0;
  }

  /** Where to cut: near the middle, after a comma or before the opener of a phrase. */
  private static int bestCut(List<TimedWord> words) {
    int chars = length(words);
    int best = 1;
    double bestCost = Double.POSITIVE_INFINITY;
    for (int i = 1; i < words.size(); i++) {
      double offMiddle = Math.abs(length(words.subList(0, i)) - chars / 2.0) / chars;
      double cost = offMiddle + breakCost(words, i);
      if (cost < bestCost) {
        bestCost = cost;
        best = i;
      }
    }
    return best;
  }

  private static double breakCost(List<TimedWord> words, int at) {
    if (words.get(at - 1).text().matches(".*[,;:.!?\u2014]\"?$")) {
      return 0;
    }
    return OPENERS.contains(words.get(at).text().toLowerCase(Locale.ROOT)) ? 0.1 : 0.25;
  }

  private static int length(List<TimedWord> words) {
    return words.stream().mapToInt(w -> w.text().length() + 1).sum() - 1;
  }

  /** Words on the first line: all of them if one line is enough, -1 if two lines are not. */
  private static int bestLineBreak(List<TimedWord> words) {
    if (length(words) <= LINE_CHARS) {
      return words.size();
    }
    int best = -1;
    double bestCost = Double.POSITIVE_INFINITY;
    for (int i = 1; i < words.size(); i++) {
      int first = length(words.subList(0, i));
      int second = length(words.subList(i, words.size()));
      double cost = Math.abs(first - second) / (double) LINE_CHARS + breakCost(words, i);
      if (first <= LINE_CHARS && second <= LINE_CHARS && cost < bestCost) {
        bestCost = cost;
        best = i;
      }
    }
    return best;
  }

  /**
   * The lines of a text that somebody has typed: as they are broken there, else broken at a phrase.
   * What is too long for two lines stays on the fewest that it needs.
   */
  static List<String> lines(String text) {
    List<String> typed =
        text.lines()
            .map(l -> String.join(" ", WordMatch.words(l)))
            .filter(l -> !l.isEmpty())
            .toList();
    if (typed.size() != 1) {
      return typed;
    }
    List<TimedWord> words =
        WordMatch.words(text).stream().map(w -> new TimedWord(w, 0, 0)).toList();
    return lines(words);
  }

  private static List<String> lines(List<TimedWord> words) {
    int first = bestLineBreak(words);
    if (first < 0 || first == words.size()) {
      return List.of(join(words));
    }
    return List.of(join(words.subList(0, first)), join(words.subList(first, words.size())));
  }

  private static String join(List<TimedWord> words) {
    return String.join(" ", words.stream().map(TimedWord::text).toList());
  }

  /** A cue that had to go early because the next one came is joined with it where both fit. */
  private static List<Cue> mergeShort(List<Cue> cues) {
    List<Cue> merged = new ArrayList<>();
    for (Cue cue : cues) {
      Cue last = merged.isEmpty() ? null : merged.getLast();
      Cue both =
          last != null
                  && (last.lengthMs() < SHORTEST_MS || cue.lengthMs() < SHORTEST_MS)
                  && cue.startMs() - last.endMs() < SHORTEST_MS
              ? joined(last, cue)
              : null;
      if (both != null) {
        merged.set(merged.size() - 1, both);
      } else {
        merged.add(cue);
      }
    }
    return List.copyOf(merged);
  }

  /** Both in one cue, or null where they do not fit. */
  private static @org.jspecify.annotations.Nullable Cue joined(Cue a, Cue b) {
    List<TimedWord> words = new ArrayList<>();
    for (String word : (a.text() + " " + b.text()).split(" ")) {
      words.add(new TimedWord(word, a.startMs(), b.endMs()));
    }
    boolean fits = b.endMs() - a.startMs() <= LONGEST_MS && bestLineBreak(words) >= 0;
    return fits ? new Cue(a.startMs(), b.endMs(), lines(words)) : null;
  }
}
