package school.kerygma.core.voice;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import school.kerygma.core.text.Syllables;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;

/**
 * Places a script's words by what a recognizer heard with its {@link ScriptGrammar}. What is not
 * plausible is not accepted: a grammar finds its words in any sound.
 */
public final class GrammarWords {

  /** Nobody says a sentence faster or slower than this, in milliseconds a syllable. */
  private static final double FASTEST = 65;

  private static final double SLOWEST = 900;

  /** A sentence so short tells nothing by its pace. */
  private static final int FEW_SYLLABLES = 3;

  /** Of the speech so much has to be the script's words, or the script was said otherwise. */
  private static final double LEAST_SHARE = 0.35;

  /** What is added is said in one go if no more than this lies between. */
  private static final long ONE_GO_MS = 600;

  /** Less than this is a breath or a click. */
  private static final long SHORTEST_ADDED_MS = 700;

  /** What sticks out of a sentence by less is no word. */
  private static final long A_BREATH_MS = 200;

  /** A sentence may be missed here and there, but not all of its words. */
  private static final double LEAST_WORDS = 0.6;

  /**
   * Words that were said fit with 12 to 50 for each hundredth of a second, others with 65 and more
   * (measured with two synthesizers; a voice that fits worse is not placed, which is only a pity).
   */
  private static final double WORST_FIT = -57;

  private GrammarWords() {}

  /**
   * Places the words.
   *
   * @param sentences of the script
   * @param heard with its grammar, in order
   * @param speech where there is speech, on the same clock
   * @return nothing if it is not plausible
   */
  public static Optional<WordsOnSound> place(
      List<String> sentences, List<Heard> heard, Spans speech) {
    Map<Integer, Map<Integer, Span>> found = found(heard);
    found.keySet().removeIf(s -> fit(s, heard) < WORST_FIT);
    List<TimedSentence> said = new ArrayList<>();
    List<Integer> leftOut = new ArrayList<>();
    for (int s = 0; s < sentences.size(); s++) {
      Optional<TimedSentence> placed = sentence(sentences.get(s), found.getOrDefault(s, Map.of()));
      placed.ifPresentOrElse(said::add, addTo(leftOut, s));
    }
    List<WordsOnSound.Added> added = added(said, speech);
    WordsOnSound words = new WordsOnSound(WordsOnSound.Way.HEARD, said, leftOut, added);
    return isPlausible(words, speech) ? Optional.of(words) : Optional.empty();
  }

  private static Runnable addTo(List<Integer> leftOut, int sentence) {
    return () -> leftOut.add(sentence);
  }

  /** By sentence and token, from the first of its spoken words to the last. */
  private static Map<Integer, Map<Integer, Span>> found(List<Heard> heard) {
    Map<Integer, Map<Integer, Span>> found = new TreeMap<>();
    for (Heard h : heard) {
      ScriptGrammar.place(h.word())
          .ifPresent(
              p ->
                  found
                      .computeIfAbsent(p.sentence(), k -> new TreeMap<>())
                      .merge(p.token(), Span.of(h.startMs(), h.endMs()), Span::span));
    }
    return found;
  }

  /** How well a sentence fits, its words by their lengths. */
  private static double fit(int sentence, List<Heard> heard) {
    double sum = 0;
    long length = 0;
    for (Heard h : heard) {
      if (ScriptGrammar.place(h.word()).filter(p -> p.sentence() == sentence).isPresent()) {
        sum += h.score() * (h.endMs() - h.startMs());
        length += h.endMs() - h.startMs();
      }
    }
    return length == 0 ? 0 : sum / length;
  }

  private static Optional<TimedSentence> sentence(String text, Map<Integer, Span> at) {
    String[] tokens = text.split(" ");
    if (at.isEmpty() || at.size() < LEAST_WORDS * tokens.length) {
      return Optional.empty();
    }
    List<TimedWord> words = new ArrayList<>();
    long last = at.values().iterator().next().startMs();
    for (int t = 0; t < tokens.length; t++) {
      Span own = at.get(t);
      words.add(
          own == null
              ? new TimedWord(tokens[t], last, last) // a dash is not heard
              : new TimedWord(tokens[t], own.startMs(), own.endMs()));
      last = own == null ? last : own.endMs();
    }
    Span span = Span.of(words.getFirst().startMs(), Math.max(words.getFirst().startMs() + 1, last));
    return Optional.of(new TimedSentence(text, span, Spans.of(span), words));
  }

  /** Where there is speech and none of the sentences that are said. */
  public static List<WordsOnSound.Added> added(List<TimedSentence> said, Spans speech) {
    Spans own = Spans.of(said.stream().map(TimedSentence::span).toList());
    return speech
        .minus(own)
        .atLeast(A_BREATH_MS)
        .closingGapsUnder(ONE_GO_MS)
        .atLeast(SHORTEST_ADDED_MS)
        .stream()
        .map(span -> new WordsOnSound.Added(span, ""))
        .toList();
  }

  private static boolean isPlausible(WordsOnSound words, Spans speech) {
    if (words.said().isEmpty() || !words.said().stream().allMatch(GrammarWords::isPaced)) {
      return false;
    }
    Spans own =
        Spans.of(
            words.said().stream()
                .flatMap(s -> s.words().stream())
                .filter(w -> w.endMs() > w.startMs())
                .map(w -> Span.of(w.startMs(), w.endMs()))
                .toList());
    return own.intersection(speech).lengthMs() >= LEAST_SHARE * speech.lengthMs();
  }

  private static boolean isPaced(TimedSentence sentence) {
    int syllables = Syllables.in(sentence.text());
    long length = sentence.words().stream().mapToLong(w -> w.endMs() - w.startMs()).sum();
    double pace = (double) length / syllables;
    return syllables <= FEW_SYLLABLES || pace >= FASTEST && pace <= SLOWEST;
  }
}
