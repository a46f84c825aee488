package school.kerygma.core.captions;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;
import school.kerygma.core.voice.TimedSentence;

/** DCMP Captioning Key (from memory) for the cues. */
class CaptionsTest {

  private static final String WORDS =
      "in pairs you design a footbridge for the school pond and draw the forces as arrows, because most people forget "
          + "them where the bridge rests on the bank and every row of the load table needs a unit";

  private static List<TimedSentence> sentences(Random random) {
    String[] words = WORDS.split(" ");
    List<TimedSentence> sentences = new ArrayList<>();
    long at = 300;
    for (int i = 0; i < 25; i++) {
      int length = 1 + random.nextInt(24);
      StringBuilder text = new StringBuilder();
      for (int w = 0; w < length; w++) {
        text.append(w == 0 ? "" : " ").append(words[random.nextInt(words.length)]);
      }
      long end = at + length * (250L + random.nextInt(200));
      sentences.add(new TimedSentence(text + ".", Span.of(at, end), Spans.of(Span.of(at, end))));
      at = end + random.nextInt(900);
    }
    return sentences;
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12})
  void cuesKeepTheRules(int seed) {
    List<TimedSentence> sentences = sentences(new Random(seed));
    long end = sentences.getLast().span().endMs() + 500;
    List<Cue> cues = CueBuilder.build(sentences, end);
    long before = 0;
    for (Cue cue : cues) {
      assertThat(cue.lines())
          .hasSizeBetween(1, 2)
          .allSatisfy(l -> assertThat(l.length()).isLessThanOrEqualTo(32));
      assertThat(cue.lengthMs()).isLessThanOrEqualTo(6_000);
      assertThat(cue.startMs()).isGreaterThanOrEqualTo(before);
      assertThat(cue.endMs()).isLessThanOrEqualTo(end);
      before = cue.endMs();
    }
    assertThat(cues.stream().map(Cue::text).collect(Collectors.joining(" ")))
        .isEqualTo(sentences.stream().map(TimedSentence::text).collect(Collectors.joining(" ")));
  }

  @Test
  void aShortCueStaysUntilItCanBeRead() {
    List<Cue> cues =
        CueBuilder.build(
            List.of(new TimedSentence("Yes.", Span.of(1_000, 1_200), Spans.none())), 60_000);
    assertThat(cues).containsExactly(new Cue(1_000, 2_334, List.of("Yes.")));
  }

  @Test
  void linesBreakAtPhrases() {
    List<Cue> cues =
        CueBuilder.build(
            List.of(
                new TimedSentence(
                    "Draw the forces as arrows, also where it rests.",
                    Span.of(0, 3_000),
                    Spans.none())),
            10_000);
    assertThat(cues.getFirst().lines())
        .containsExactly("Draw the forces as arrows,", "also where it rests.");
  }

  @Test
  void aFileIsReadAsItWasWritten() {
    List<Cue> cues =
        List.of(
            new Cue(0, 1_500, List.of("6 < 7 & \"so on\"")),
            new Cue(3_725_004, 3_726_000, List.of("one", "two")));
    String file = WebVtt.write(cues);
    assertThat(file)
        .startsWith("WEBVTT\n")
        .contains("01:02:05.004 --> 01:02:06.000")
        .contains("6 &lt; 7 &amp;");
    assertThat(CaptionFile.read(file).cues()).isEqualTo(cues);
  }

  @Test
  void whatIsSaidAndNotWrittenSaysSoWhereNoCaptionStands() {
    List<Cue> cues = List.of(new Cue(0, 2_000, List.of("Hello")));
    assertThat(CueBuilder.withAdded(cues, List.of(Span.of(1_500, 7_000), Span.of(20_000, 20_500))))
        .containsExactly(cues.getFirst(), new Cue(2_000, 7_000, List.of(CueBuilder.NOT_WRITTEN)));
  }

  @Test
  void whatIsNotWrittenYetIsCutIntoPiecesAsLongAsCaptions() {
    assertThat(CueBuilder.pieces(Span.of(1_000, 14_000), ""))
        .extracting(CueBuilder.Piece::span)
        .containsExactly(Span.of(1_000, 5_333), Span.of(5_333, 9_666), Span.of(9_666, 14_000));
    String draft =
        "bring a ruler on friday and do not forget the sheet that we have drawn today please";
    List<CueBuilder.Piece> pieces = CueBuilder.pieces(Span.of(0, 9_000), draft);
    assertThat(pieces.size()).isGreaterThan(1);
    assertThat(pieces.stream().map(CueBuilder.Piece::draft).collect(Collectors.joining(" ")))
        .isEqualTo(draft);
  }
}
