package school.kerygma.core.voice;

import java.util.ArrayList;
import java.util.List;
import school.kerygma.core.text.Syllables;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;

/**
 * A sentence of the script and when it is said.
 *
 * @param text as the script has it
 * @param span from its first sound to its last
 * @param speech the stretches inside the span in which there is speech; may be empty
 */
public record TimedSentence(String text, Span span, Spans speech) {

  public TimedSentence shift(long byMs) {
    return new TimedSentence(text, span.shift(byMs), speech.shift(byMs));
  }

  /** The words, spread over the speech by their syllables: an estimate. */
  public List<TimedWord> words() {
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
