package school.kerygma.core.voice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;

/** What tidying up proposes. How long silences are borne is common practice, with no source. */
class TidyUpTest {

  /** Words of 300 ms, one after the other. */
  private static List<TimedWord> said(long from, String text) {
    List<TimedWord> words = new ArrayList<>();
    for (String word : text.split(" ")) {
      long at = from + 300L * words.size();
      words.add(new TimedWord(word, at, at + 300));
    }
    return words;
  }

  @Test
  void theHuntingAtBothEndsIsTrimmedAndAClickInItIsNoSpeech() {
    Spans speech = Spans.of(Span.of(900, 980), Span.of(4_000, 6_000), Span.of(9_500, 9_560));
    assertThat(
            TidyUp.propose(
                10_000, speech, said(4_000, "Good morning all"), List.of(), Spans.none()))
        .extracting(TidyUp.Line::why, TidyUp.Line::cut, TidyUp.Line::words)
        .containsExactly(
            tuple(TidyUp.Why.HUNTING_BEFORE, Span.of(0, 3_700), "Good morning all"),
            tuple(TidyUp.Why.HUNTING_AFTER, Span.of(6_300, 10_000), "Good morning all"));
  }

  @Test
  void aLongSilenceBecomesHalfASecondAndAShorterOneStays() {
    Spans speech = Spans.of(Span.of(100, 2_000), Span.of(5_400, 7_000), Span.of(8_200, 9_900));
    List<TidyUp.Line> lines = TidyUp.propose(10_000, speech, List.of(), List.of(), Spans.none());
    assertThat(lines)
        .containsExactly(new TidyUp.Line(TidyUp.Why.SILENCE, Span.of(2_250, 5_150), 3_400, ""));
    assertThat(lines.getFirst().savedMs()).isEqualTo(2_900);
    assertThat(
            TidyUp.propose(10_000, speech, List.of(), List.of(), Spans.of(Span.of(3_000, 4_000))))
        .isEmpty();
  }

  @Test
  void ofASentenceThatIsBegunTwiceTheFirstIsDropped() {
    List<TimedWord> words = said(0, "Then you draw, you draw it in pencil.");
    assertThat(TidyUp.propose(2_400, Spans.of(Span.of(0, 2_400)), words, List.of(), Spans.none()))
        .containsExactly(
            new TidyUp.Line(TidyUp.Why.BEGUN_TWICE, Span.of(300, 900), 600, "you draw,"));
  }

  @Test
  void aFalseStartThatTheScriptDoesNotHaveIsKnownByItsDraft() {
    List<TimedWord> words = said(2_000, "In pairs you design a footbridge.");
    WordsOnSound.Added start = new WordsOnSound.Added(Span.of(700, 1_800), "in pears you");
    WordsOnSound.Added aside = new WordsOnSound.Added(Span.of(700, 1_800), "close the door");
    Spans speech = Spans.of(Span.of(700, 3_800));
    assertThat(TidyUp.propose(3_900, speech, words, List.of(start), Spans.none()))
        .extracting(TidyUp.Line::why, TidyUp.Line::cut)
        .contains(tuple(TidyUp.Why.BEGUN_TWICE, Span.of(700, 2_000)));
    assertThat(TidyUp.propose(3_900, speech, words, List.of(aside), Spans.none()))
        .noneMatch(l -> l.why() == TidyUp.Why.BEGUN_TWICE);
  }

  @Test
  void whatIsSaidTwiceOnPurposeInOneWordIsNoFalseStart() {
    List<TimedWord> words = said(0, "It is very, very, very strong and long and strong.");
    assertThat(TidyUp.propose(3_000, Spans.of(Span.of(0, 3_000)), words, List.of(), Spans.none()))
        .isEmpty();
  }

  @Test
  void whereNobodySpeaksNothingIsProposed() {
    assertThat(TidyUp.propose(10_000, Spans.none(), List.of(), List.of(), Spans.none())).isEmpty();
  }

  @Test
  void theQuietestMomentIsFoundAndAmongEqualsTheNearest() {
    double[] levels = new double[100];
    Arrays.fill(levels, -20);
    levels[40] = -60;
    levels[70] = -60;
    Loudness sound = new Loudness(10, levels);
    assertThat(QuietPlaces.near(sound, 500, 300, 900)).isEqualTo(405);
    assertThat(QuietPlaces.near(sound, 650, 300, 900)).isEqualTo(705);
    assertThat(QuietPlaces.near(sound, 500, 450, 560)).isEqualTo(495);
    assertThat(QuietPlaces.near(sound, 5_000, 4_900, 5_100)).isEqualTo(5_000);
  }
}
