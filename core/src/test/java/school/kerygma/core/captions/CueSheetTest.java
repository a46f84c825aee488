package school.kerygma.core.captions;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.core.captions.CueCheck.Finding;
import school.kerygma.core.captions.CueSheet.End;
import school.kerygma.core.voice.TimedWord;

/** Rules of the DCMP Captioning Key (from memory); how editing goes is our own. */
class CueSheetTest {

  private static final long END = 20_000;

  private static Cue cue(long start, long end, String... lines) {
    return new Cue(start, end, List.of(lines));
  }

  private static final CueSheet SHEET =
      new CueSheet(
          List.of(
              cue(1_000, 3_000, "Draw the forces as arrows,"),
              cue(3_000, 5_000, "also where it rests."),
              cue(8_000, 10_000, "That is all.")));

  @Test
  void aCueIsSplitWhereTheWordBegins() {
    List<TimedWord> words =
        List.of(
            new TimedWord("Draw", 1_000, 1_200),
            new TimedWord("the", 1_200, 1_300),
            new TimedWord("forces", 1_350, 1_900),
            new TimedWord("as", 2_100, 2_200),
            new TimedWord("arrows,", 2_300, 2_900));
    assertThat(SHEET.split(0, 3, words).cues())
        .startsWith(cue(1_000, 2_100, "Draw the forces"), cue(2_100, 3_000, "as arrows,"));
  }

  @Test
  void withoutTheTimesOfWordsItIsSplitByItsLetters() {
    assertThat(SHEET.split(2, 1, List.of()).cues())
        .endsWith(cue(8_000, 8_727, "That"), cue(8_727, 10_000, "is all."));
  }

  @Test
  void whatCannotBeSplitOrJoinedStaysAsItIs() {
    assertThat(SHEET.split(0, 0, List.of())).isEqualTo(SHEET);
    assertThat(SHEET.split(0, 5, List.of())).isEqualTo(SHEET);
    assertThat(SHEET.joined(2)).isEqualTo(SHEET);
  }

  @Test
  void twoCuesBecomeOne() {
    assertThat(SHEET.joined(0).cues())
        .startsWith(cue(1_000, 5_000, "Draw the forces as arrows,", "also where it rests."));
  }

  @Test
  void aSharedBorderIsMovedOnBothSides() {
    assertThat(SHEET.moved(0, End.END, 3_400, END).cues())
        .startsWith(
            cue(1_000, 3_400, "Draw the forces as arrows,"),
            cue(3_400, 5_000, "also where it rests."));
    assertThat(SHEET.moved(1, End.START, 0, END).cues().get(1).startMs()).isEqualTo(1_300);
  }

  @Test
  void anEndGoesNoFartherThanItsNeighborAndTheStop() {
    assertThat(SHEET.moved(1, End.END, 9_000, END).cues().get(1).endMs()).isEqualTo(8_000);
    assertThat(SHEET.moved(2, End.START, 100, END).cues().get(2).startMs()).isEqualTo(5_000);
    assertThat(SHEET.moved(2, End.END, 90_000, END).cues().get(2).endMs()).isEqualTo(END);
    assertThat(SHEET.moved(2, End.END, 0, END).cues().get(2).endMs()).isEqualTo(8_300);
  }

  @Test
  void linesThatWereBrokenByHandStay() {
    assertThat(SHEET.retyped(2, "That is\nall.").cues().get(2).lines())
        .containsExactly("That is", "all.");
    assertThat(
            SHEET
                .retyped(2, "Draw the forces as arrows, also where it rests.")
                .cues()
                .get(2)
                .lines())
        .containsExactly("Draw the forces as arrows,", "also where it rests.");
    assertThat(SHEET.retyped(1, " \n ").cues()).hasSize(2);
  }

  @Test
  void aSoundFindsThePlaceThatIsFree() {
    assertThat(SHEET.added(4_000, "[bell]", END).cues()).contains(cue(5_000, 6_334, "[bell]"));
    assertThat(SHEET.added(0, "[bell]", END).cues()).startsWith(cue(0, 1_000, "[bell]"));
    assertThat(SHEET.added(19_900, "[bell]", END)).isEqualTo(SHEET);
  }

  @Test
  void whatStandsInBracketsIsNotSaid() {
    assertThat(CueSheet.said("[laughs] So, [a bell] begin.")).containsExactly("So,", "begin.");
  }

  @ParameterizedTest
  @CsvSource({
    "pond, lake, 'The pond. Ponder the pond!', 'The lake. Ponder the lake!', 2",
    "the pond, a lake, 'By the|pond we stand', 'By a lake we stand', 1",
    "25 points, 24 points, '125 points or 25 points', '125 points or 24 points', 1",
    "?, !, 'Why? What?', 'Why! What!', 2",
    "pond, $1, 'pond', '$1', 1",
    "pond, lake, 'ponds', 'ponds', 0"
  })
  void wordsAreFoundAsTheyAreTyped(String find, String by, String text, String changed, int times) {
    Replacement replacement = new Replacement(find, by);
    assertThat(replacement.in(text.replace('|', '\n'))).isEqualTo(changed);
    assertThat(replacement.count(text.replace('|', '\n'))).isEqualTo(times);
  }

  @Test
  void whatIsTooFastForAGradeIsToldWithWhatToDo() {
    // Six words in two seconds are 180 a minute.
    Cue fast = cue(0, 2_000, "one two three four five six");
    assertThat(CueCheck.of(fast, CaptionLevel.UPPER, 250).findings())
        .containsExactly(Finding.TOO_FAST_ROOM_AFTER); // 2.25 s at 160 a minute.
    assertThat(CueCheck.of(fast, CaptionLevel.UPPER, 249).findings())
        .containsExactly(Finding.TOO_FAST);
    assertThat(CueCheck.of(fast, CaptionLevel.LOWER, 0).wordsPerMinute()).isEqualTo(180);
    assertThat(CaptionLevel.ofGrade(7)).isEqualTo(CaptionLevel.MIDDLE);
  }

  @Test
  void lengthAndLinesAreMeasured() {
    assertThat(CueCheck.of(cue(0, 1_333, "Yes."), CaptionLevel.UPPER, 0).findings())
        .containsExactly(Finding.TOO_SHORT);
    assertThat(CueCheck.of(cue(0, 6_001, "Yes."), CaptionLevel.UPPER, 0).findings())
        .containsExactly(Finding.TOO_LONG);
    assertThat(CueCheck.of(cue(0, 6_000, "a", "b", "c"), CaptionLevel.UPPER, 0).findings())
        .containsExactly(Finding.TOO_MUCH_TEXT);
    assertThat(CueCheck.of(cue(0, 5_000, "x".repeat(33)), CaptionLevel.UPPER, 0).findings())
        .containsExactly(Finding.TOO_MUCH_TEXT);
    assertThat(CueCheck.of(cue(0, 5_000, "x".repeat(32)), CaptionLevel.UPPER, 0).findings())
        .isEmpty();
    assertThat(CueCheck.of(cue(0, 9_000, CueBuilder.NOT_WRITTEN), CaptionLevel.UPPER, 0).findings())
        .containsExactly(Finding.NOT_WRITTEN, Finding.TOO_LONG);
  }

  @Test
  void whatIsTooFastStandsLongerWhereThereIsRoom() {
    CueSheet fast =
        new CueSheet(
            List.of(
                cue(0, 1_000, "one two three four five six"),
                cue(1_200, 2_000, "one two three four five six"),
                cue(9_000, 12_000, "slow")));
    List<Cue> cues = fast.unhurried(CaptionLevel.MIDDLE, END).cues();
    assertThat(cues.get(0).endMs()).isEqualTo(1_200);
    assertThat(cues.get(1).endMs()).isEqualTo(1_200 + 2_572); // 6 words at 140 a minute.
    assertThat(cues.get(2)).isEqualTo(fast.cues().get(2));
  }

  @RepeatedTest(40)
  void whateverIsDoneNoTwoCuesOverlap(RepetitionInfo run) {
    Random random = new Random(run.getCurrentRepetition());
    CueSheet sheet = SHEET;
    for (int step = 0; step < 60; step++) {
      int cues = sheet.cues().size();
      int at = cues == 0 ? 0 : random.nextInt(cues);
      long moment = random.nextLong(-500, END + 500);
      sheet =
          switch (cues == 0 ? 4 : random.nextInt(7)) {
            case 0 -> sheet.split(at, 1 + random.nextInt(4), List.of());
            case 1 -> sheet.joined(at);
            case 2 -> sheet.moved(at, End.START, moment, END);
            case 3 -> sheet.moved(at, End.END, moment, END);
            case 4 -> sheet.added(moment, "[bell] and so on", END);
            case 5 -> sheet.unhurried(CaptionLevel.LOWER, END);
            default -> sheet.retyped(at, random.nextInt(4) == 0 ? "" : "other words than before");
          };
      long before = 0;
      for (Cue cue : new ArrayList<>(sheet.cues())) {
        assertThat(cue.startMs()).isGreaterThanOrEqualTo(before);
        assertThat(cue.lengthMs()).isGreaterThanOrEqualTo(CueSheet.LEAST_MS);
        assertThat(cue.endMs()).isLessThanOrEqualTo(END);
        assertThat(cue.lines()).isNotEmpty();
        before = cue.endMs();
      }
    }
  }
}
