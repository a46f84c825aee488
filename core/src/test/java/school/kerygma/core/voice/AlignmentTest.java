package school.kerygma.core.voice;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import school.kerygma.core.text.Syllables;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;

class AlignmentTest {

  private static final List<String> SCRIPT =
      List.of(
          "Good morning.",
          "Part two is three sketches, a beam, a truss and an arch.",
          "Draw each of them on its own half page.",
          "Most people forget the arrows.",
          "Write newtons, not grams, in the last column.");

  /**
   * Speech as it is made: 180 ms a syllable, now and then a breath inside, a pause after each
   * sentence.
   */
  private static List<Span> spoken(List<String> script, Random random, List<Span> islands) {
    List<Span> truth = new ArrayList<>();
    long at = 400;
    for (String sentence : script) {
      long start = at;
      long left = Syllables.in(sentence) * (170L + random.nextInt(20));
      while (left > 0) {
        long length = Math.min(left, 700 + random.nextInt(900));
        islands.add(Span.of(at, at + length));
        at += length + 130 + random.nextInt(80);
        left -= length;
      }
      truth.add(Span.of(start, islands.getLast().endMs()));
      at = islands.getLast().endMs() + 450 + random.nextInt(400);
    }
    return truth;
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10})
  void sentencesAreFoundWhereTheyAreSpoken(int seed) {
    List<Span> islands = new ArrayList<>();
    List<Span> truth = spoken(SCRIPT, new Random(seed), islands);
    List<TimedSentence> placed = new SyllableAligner().align(SCRIPT, Spans.of(islands));
    assertThat(placed).extracting(TimedSentence::text).isEqualTo(SCRIPT);
    for (int i = 0; i < truth.size(); i++) {
      assertThat(placed.get(i).span().startMs()).isEqualTo(truth.get(i).startMs());
    }
  }

  @Test
  void oneBreathForManySentencesIsDividedInOrder() {
    List<TimedSentence> placed =
        new SyllableAligner().align(SCRIPT, Spans.of(Span.of(1_000, 11_000)));
    assertThat(placed).hasSize(SCRIPT.size());
    for (int i = 1; i < placed.size(); i++) {
      assertThat(placed.get(i).span().startMs())
          .isGreaterThanOrEqualTo(placed.get(i - 1).span().endMs());
    }
    assertThat(placed.getFirst().span().startMs()).isEqualTo(1_000);
    assertThat(placed.getLast().span().endMs()).isEqualTo(11_000);
  }

  @Test
  void silenceHasNoSentences() {
    assertThat(new SyllableAligner().align(SCRIPT, Spans.none())).isEmpty();
    assertThat(new SyllableAligner().align(List.of(), Spans.of(Span.of(0, 100)))).isEmpty();
  }

  @Test
  void theWordsOfASentenceFillItInOrder() {
    TimedSentence sentence =
        new TimedSentence(
            "Draw a beam now.", Span.of(0, 1_000), Spans.of(Span.of(0, 400), Span.of(600, 1_000)));
    List<TimedWord> words = sentence.words();
    assertThat(words).extracting(TimedWord::text).containsExactly("Draw", "a", "beam", "now.");
    assertThat(words.get(2).startMs()).isEqualTo(600);
    assertThat(words.getLast().endMs()).isEqualTo(1_000);
  }

  private static short[] tone(int ms, double amplitude) {
    short[] samples = new short[16 * ms];
    for (int i = 0; i < samples.length; i++) {
      samples[i] = (short) (amplitude * 32767 * Math.sin(2 * Math.PI * 200 * i / 16_000.0));
    }
    return samples;
  }

  private static short[] sound(short[]... parts) {
    int length = 0;
    for (short[] part : parts) {
      length += part.length;
    }
    short[] all = new short[length];
    int at = 0;
    for (short[] part : parts) {
      System.arraycopy(part, 0, all, at, part.length);
      at += part.length;
    }
    return all;
  }

  @Test
  void islandsAreWhereItIsLoudAndShortGapsInWordsClose() {
    short[] samples =
        sound(
            tone(500, 0.001),
            tone(400, 0.3),
            tone(60, 0.001),
            tone(300, 0.3),
            tone(700, 0.001),
            tone(500, 0.25),
            tone(20, 0.001),
            tone(400, 0.001));
    Spans islands = IslandFinder.find(Loudness.of(samples, 16_000));
    assertThat(islands.asList()).containsExactly(Span.of(500, 1_260), Span.of(1_960, 2_460));
  }

  @Test
  void aClickIsNoIslandAndAQuietRoomHasNone() {
    assertThat(
            IslandFinder.find(
                Loudness.of(sound(tone(800, 0.001), tone(30, 0.5), tone(800, 0.001)), 16_000)))
        .isEqualTo(Spans.none());
    assertThat(IslandFinder.find(Loudness.of(tone(2_000, 0.0005), 16_000))).isEqualTo(Spans.none());
    assertThat(IslandFinder.find(Loudness.of(new short[0], 16_000))).isEqualTo(Spans.none());
  }

  @Test
  void aFullScaleSineMeasuresThreeDecibelsBelowFullScale() {
    // By hand: the root mean square of a sine is 1/sqrt(2) of its peak = -3.01 dB.
    assertThat(Loudness.of(tone(1_000, 1), 16_000).decibels()[50])
        .isCloseTo(-3.01, org.assertj.core.api.Assertions.within(0.02));
  }
}
