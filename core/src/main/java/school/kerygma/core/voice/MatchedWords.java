package school.kerygma.core.voice;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import school.kerygma.core.text.SpokenForms;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;

/**
 * Places a script's sentences by words that a recognizer heard without knowing the script: both are
 * laid beside one another with as few changes as possible (edit distance; Levenshtein 1965). What
 * was said in other words is said, and not written.
 */
public final class MatchedWords {

  /** A sentence is said if so much of it was heard in its order. */
  private static final double LEAST_WORDS = 0.6;

  /**
   * Of what was heard so much has to be the script's, in sentences of several words. What has less
   * in common with it may be another language: a recognizer hears English words in any.
   */
  private static final double LEAST_SHARE = 0.2;

  private static final int SEVERAL_WORDS = 4;

  private static final long ONE_GO_MS = 600;
  private static final long SHORTEST_ADDED_MS = 700;

  private record Token(int sentence, int token, String word) {}

  private final List<List<String>> sentences;
  private final List<Token> tokens = new ArrayList<>();
  private final List<Heard> heard;

  private MatchedWords(List<String> sentences, List<Heard> heard) {
    this.sentences = sentences.stream().map(s -> List.of(s.split(" "))).toList();
    this.heard = heard;
    for (int s = 0; s < sentences.size(); s++) {
      for (int t = 0; t < this.sentences.get(s).size(); t++) {
        for (String word :
            SpokenForms.of(this.sentences.get(s).get(t)).stream().findFirst().orElse(List.of())) {
          tokens.add(new Token(s, t, word));
        }
      }
    }
  }

  /**
   * Places the sentences.
   *
   * @param heard words in small letters, in order
   * @return nothing if what was heard has little in common with the script
   */
  public static Optional<WordsOnSound> place(List<String> sentences, List<Heard> heard) {
    WordsOnSound words = new MatchedWords(sentences, heard).placed();
    int own =
        words.said().stream().mapToInt(s -> s.words().size()).filter(n -> n >= SEVERAL_WORDS).sum();
    return own > 0 && own >= LEAST_SHARE * heard.size() ? Optional.of(words) : Optional.empty();
  }

  private WordsOnSound placed() {
    int[] at = matches();
    List<TimedSentence> said = new ArrayList<>();
    List<Integer> leftOut = new ArrayList<>();
    for (int s = 0; s < sentences.size(); s++) {
      Optional<TimedSentence> sentence = sentence(s, at);
      if (sentence.isPresent()) {
        said.add(sentence.get());
      } else {
        leftOut.add(s);
      }
    }
    return new WordsOnSound(WordsOnSound.Way.MATCHED, said, leftOut, added(said));
  }

  /** For each spoken word of the script the word that was heard, or -1. */
  private int[] matches() {
    int n = tokens.size();
    int m = heard.size();
    int[][] cost = new int[n + 1][m + 1];
    for (int i = 0; i <= n; i++) {
      for (int j = 0; j <= m; j++) {
        cost[i][j] =
            i == 0 || j == 0
                ? i + j
                : Math.min(
                    Math.min(cost[i - 1][j], cost[i][j - 1]) + 1,
                    cost[i - 1][j - 1] + (isSame(i - 1, j - 1) ? 0 : 2));
      }
    }
    int[] at = new int[n];
    Arrays.fill(at, -1);
    int i = n;
    int j = m;
    while (i > 0 && j > 0) {
      if (isSame(i - 1, j - 1) && cost[i][j] == cost[i - 1][j - 1]) {
        at[--i] = --j;
      } else if (cost[i][j] == cost[i - 1][j] + 1) {
        i--;
      } else {
        j--;
      }
    }
    return at;
  }

  private boolean isSame(int token, int word) {
    return tokens.get(token).word().equals(heard.get(word).word().replaceAll("\\(\\d+\\)$", ""));
  }

  private Optional<TimedSentence> sentence(int number, int[] at) {
    List<String> words = sentences.get(number);
    Span[] spans = new Span[words.size()];
    int own = 0;
    int found = 0;
    for (int i = 0; i < tokens.size(); i++) {
      if (tokens.get(i).sentence() == number) {
        own++;
        if (at[i] >= 0) {
          found++;
          Heard h = heard.get(at[i]);
          Span span = Span.of(h.startMs(), h.endMs());
          int t = tokens.get(i).token();
          spans[t] = spans[t] == null ? span : spans[t].span(span);
        }
      }
    }
    if (found == 0 || found < LEAST_WORDS * own) {
      return Optional.empty();
    }
    List<TimedWord> timed = between(words, spans);
    long start = timed.getFirst().startMs();
    Span span = Span.of(start, Math.max(start + 1, timed.getLast().endMs()));
    return Optional.of(new TimedSentence(String.join(" ", words), span, Spans.of(span), timed));
  }

  /** Words that were not heard share the time between their neighbors. */
  private static List<TimedWord> between(List<String> words, Span[] spans) {
    List<TimedWord> timed = new ArrayList<>();
    for (int t = 0; t < words.size(); t++) {
      int before = t - 1;
      while (before >= 0 && spans[before] == null) {
        before--;
      }
      int after = t;
      while (after < spans.length && spans[after] == null) {
        after++;
      }
      if (after == t) {
        timed.add(new TimedWord(words.get(t), spans[t].startMs(), spans[t].endMs()));
        continue;
      }
      long from = before >= 0 ? spans[before].endMs() : spans[after].startMs();
      long to = after < spans.length ? spans[after].startMs() : from;
      int gaps = after - before - 1;
      long start = from + (to - from) * (t - before - 1) / gaps;
      long end = from + (to - from) * (t - before) / gaps;
      timed.add(new TimedWord(words.get(t), start, Math.max(start, end)));
    }
    return timed;
  }

  private List<WordsOnSound.Added> added(List<TimedSentence> said) {
    Spans own = Spans.of(said.stream().map(TimedSentence::span).toList());
    List<Heard> open = new ArrayList<>();
    List<WordsOnSound.Added> added = new ArrayList<>();
    for (Heard h : heard) {
      boolean free = !own.contains((h.startMs() + h.endMs()) / 2);
      if (!open.isEmpty() && (!free || h.startMs() - open.getLast().endMs() > ONE_GO_MS)) {
        add(open, added);
        open.clear();
      }
      if (free) {
        open.add(h);
      }
    }
    add(open, added);
    return List.copyOf(added);
  }

  private static void add(List<Heard> words, List<WordsOnSound.Added> added) {
    if (!words.isEmpty()
        && words.getLast().endMs() - words.getFirst().startMs() >= SHORTEST_ADDED_MS) {
      added.add(
          new WordsOnSound.Added(
              Span.of(words.getFirst().startMs(), words.getLast().endMs()),
              String.join(
                  " ", words.stream().map(w -> w.word().replaceAll("\\(\\d+\\)$", "")).toList())));
    }
  }
}
