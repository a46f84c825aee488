package school.kerygma.core.voice;

import java.util.ArrayList;
import java.util.List;
import java.util.function.LongUnaryOperator;
import school.kerygma.core.text.Syllables;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;

/**
 * A sentence of the script and when it is said.
 *
 * @param text as the script has it
 * @param span from its first sound to its last
 * @param speech the stretches inside the span in which there is speech; may be empty
 * @param heard the words where they were heard; none if only the sentence has a place
 */
public record TimedSentence(String text, Span span, Spans speech, List<TimedWord> heard) {

  public TimedSentence {
    heard = List.copyOf(heard);
  }

  public TimedSentence(String text, Span span, Spans speech) {
    this(text, span, speech, List.of());
  }

  /** The same on another clock. */
  public TimedSentence on(LongUnaryOperator clock) {
    return new TimedSentence(
        text,
        on(clock, span),
        Spans.of(speech.stream().map(s -> on(clock, s)).toList()),
        heard.stream()
            .map(
                w ->
                    new TimedWord(
                        w.text(), clock.applyAsLong(w.startMs()), clock.applyAsLong(w.endMs())))
            .toList());
  }

  private static Span on(LongUnaryOperator clock, Span span) {
    long start = clock.applyAsLong(span.startMs());
    return Span.of(start, Math.max(start + 1, clock.applyAsLong(span.endMs())));
  }

  /** The words where they were heard, else spread over the speech by their syllables. */
  public List<TimedWord> words() {
    if (!heard.isEmpty()) {
      return heard;
    }
    Spans voiced = speech.isEmpty() ? Spans.of(span) : speech;
    String[] words = text.split(" ");
    int all = 0;
    for (String word : words) {
      all += Syllables.ofWord(word);
    }
    List<TimedWord> timed = new ArrayList<>();
    int before = 0;
    for (String word : words) {
      int own = Syllables.ofWord(word);
      long start = atShare(voiced, before, all);
      before += own;
      timed.add(new TimedWord(word, start, Math.max(start, atShare(voiced, before, all))));
    }
    return List.copyOf(timed);
  }

  private static long atShare(Spans voiced, int part, int all) {
    long left = voiced.lengthMs() * part / all;
    for (Span s : voiced) {
      if (left < s.lengthMs()) {
        return s.startMs() + left;
      }
      left -= s.lengthMs();
    }
    return voiced.asList().getLast().endMs();
  }
}
