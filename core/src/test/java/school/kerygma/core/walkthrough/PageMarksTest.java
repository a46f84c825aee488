package school.kerygma.core.walkthrough;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.annotation.Mark.Kind;
import school.kerygma.core.handout.Box;
import school.kerygma.core.walkthrough.PlaybackScore.MarkShown;

class PageMarksTest {

  private static final UUID SHEET = new UUID(0, 1);
  private static final UUID RUBRIC = new UUID(0, 2);
  private static final Box NAME = new Box(100, 100, 50, 10);
  private static final Box OTHER = new Box(100, 200, 50, 10);

  private static PlaybackScore score(MarkShown... marks) {
    return new PlaybackScore(
        PlaybackScore.FORMAT,
        "Bridge",
        60_000,
        List.of(
            new PlaybackScore.ShownPage(SHEET, 612, 792),
            new PlaybackScore.ShownPage(RUBRIC, 612, 792)),
        List.of(),
        List.of(),
        List.of(),
        List.of(),
        List.of(marks),
        List.of(),
        List.of());
  }

  private static Mark mark(Kind kind, UUID page, Box box) {
    return Mark.of(kind, page, List.of(box), 0, "words");
  }

  private static MarkShown shown(Kind kind, int page, Box box) {
    return MarkShown.of(mark(kind, SHEET, box), page, 5_000, 9_000, 250);
  }

  @Test
  void standingMarksAreSeenFromTheFirstMomentUnderThoseOfTheTalk() {
    PlaybackScore laid =
        PageMarks.on(
            score(shown(Kind.RING, 0, OTHER)),
            Map.of(RUBRIC, List.of(mark(Kind.UNDERLINE, RUBRIC, NAME))));
    assertThat(laid.marks()).extracting(MarkShown::kind).containsExactly("underline", "ring");
    MarkShown standing = laid.marks().getFirst();
    assertThat(standing.page()).isEqualTo(1);
    assertThat(standing.startMs()).isZero();
    assertThat(standing.endMs()).isEqualTo(60_000);
    assertThat(ScoreMoment.drawn(standing, 0)).isEqualTo(1);
  }

  @Test
  void theLightOfTheTalkCountsWhereBothWouldBe() {
    Map<UUID, List<Mark>> standing =
        Map.of(
            SHEET, List.of(mark(Kind.LIGHT, SHEET, NAME)),
            RUBRIC, List.of(mark(Kind.LIGHT, RUBRIC, NAME)));
    assertThat(PageMarks.on(score(shown(Kind.LIGHT, 0, OTHER)), standing).marks())
        .extracting(m -> m.kind() + m.page())
        .containsExactly("light1", "light0");
  }

  @Test
  void wordsUnderACoverAreNotInTheScoreWheneverItWasCompiled() {
    PlaybackScore laid =
        PageMarks.on(
            score(shown(Kind.RING, 0, NAME), shown(Kind.RING, 0, OTHER), shown(Kind.RING, 1, NAME)),
            Map.of(SHEET, List.of(mark(Kind.COVER, SHEET, NAME), mark(Kind.RING, SHEET, NAME))));
    assertThat(laid.marks()).extracting(MarkShown::kind).doesNotContain("cover");
    assertThat(laid.marks())
        .extracting(m -> m.page() + m.words())
        .containsExactly("0", "0", "0words", "1words");
  }

  @Test
  void aNoteOfTheTeachersOwnIsReadEvenBesideACover() {
    PlaybackScore laid =
        PageMarks.on(
            score(),
            Map.of(SHEET, List.of(mark(Kind.COVER, SHEET, NAME), mark(Kind.NOTE, SHEET, NAME))));
    assertThat(laid.marks()).extracting(MarkShown::words).containsExactly("words");
  }
}
