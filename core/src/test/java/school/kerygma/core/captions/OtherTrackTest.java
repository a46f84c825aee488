package school.kerygma.core.captions;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import school.kerygma.core.captions.OtherTrack.InStep;
import school.kerygma.core.captions.OtherTrack.OtherCue;
import school.kerygma.core.voice.TimedWord;

/** How another language keeps in step is our own. */
class OtherTrackTest {

  private static final long END = 30_000;

  private static List<TimedWord> said(long from, long pace, String text) {
    List<TimedWord> words = new ArrayList<>();
    long at = from;
    for (String word : text.split(" ")) {
      words.add(new TimedWord(word, at, at + pace - 50));
      at += pace;
    }
    return words;
  }

  private static OtherCue other(long start, long end, String text, String of) {
    return new OtherCue(new Cue(start, end, List.of(text)), of);
  }

  private static final OtherTrack TRACK =
      new OtherTrack(
          List.of(
              other(1_000, 3_000, "Dibuja las fuerzas.", "Draw the forces."),
              other(3_000, 5_000, "Cada fila lleva unidad.", "Every row needs a unit."),
              other(6_000, 8_000, "\u00a1Suerte!", "Good luck.")));

  private static final String WORDS = "Draw the forces. Every row needs a unit. Good luck.";

  @Test
  void whileTheSoundIsTheSameAllStaysWhereItIs() {
    assertThat(TRACK.now(true, said(0, 400, WORDS), END))
        .extracting(InStep::cue)
        .isEqualTo(TRACK.cues().stream().map(OtherCue::cue).toList());
  }

  @Test
  void saidAgainItMovesToWhereItsWordsAreSaidNow() {
    List<InStep> now = TRACK.now(false, said(500, 1_000, WORDS), END);
    assertThat(now).noneMatch(InStep::changed);
    assertThat(now).extracting(c -> c.cue().startMs()).containsExactly(500L, 3_500L, 8_500L);
    assertThat(now.get(1).cue().endMs()).isEqualTo(8_450);
  }

  @Test
  void aCueWhoseWordsChangedIsMarkedAndTheOthersAreNot() {
    List<TimedWord> words =
        said(500, 1_000, "Draw the forces. Every row needs two units. Good luck.");
    assertThat(TRACK.now(false, words, END))
        .extracting(InStep::changed)
        .containsExactly(false, true, false);
    assertThat(TRACK.now(true, words, END))
        .extracting(InStep::changed)
        .containsExactly(false, true, false);
  }

  @Test
  void whatIsNotSaidAnyMoreIsMarkedAndDoesNotOverlap() {
    List<InStep> now = TRACK.now(false, said(500, 1_000, "Draw the forces. Good luck."), END);
    assertThat(now).extracting(InStep::changed).containsExactly(false, true, false);
    long before = 0;
    for (InStep cue : now) {
      assertThat(cue.cue().startMs()).isGreaterThanOrEqualTo(before);
      before = cue.cue().endMs();
    }
  }

  @Test
  void whatComesAfterTheEndIsLeftAway() {
    assertThat(TRACK.now(false, said(0, 100, "Other words altogether"), 2_500)).hasSize(1);
  }

  @Test
  void itKnowsWhatIsSaidWhileItStands() {
    assertThat(OtherTrack.saidDuring(new Cue(900, 1_700, List.of("x")), said(0, 400, WORDS)))
        .isEqualTo("forces. Every");
  }
}
