package school.kerygma.core.walkthrough;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;
import school.kerygma.core.time.Span;
import school.kerygma.core.walkthrough.PlaybackScore.ShownPage;

class ScoreCompilerTest {

  private static final UUID STOP = new UUID(1, 1);
  private static final UUID NEXT = new UUID(1, 2);
  private static final UUID RECORDING = new UUID(2, 1);
  private static final UUID SHEET = new UUID(3, 1);
  private static final UUID RUBRIC = new UUID(3, 2);
  private static final Box TOP = new Box(0, 0, 320, 180);

  private static PlaybackScore compile(TraceEvent... events) {
    RunningOrder order =
        RunningOrder.of(
            List.of(
                new RunningOrder.Part(STOP, new UUID(4, 1), RECORDING, Span.of(10_000, 20_000)),
                new RunningOrder.Part(NEXT, new UUID(4, 2), RECORDING, Span.of(20_000, 25_000))));
    return ScoreCompiler.compile(
        "The Footbridge Project",
        order,
        Map.of(RECORDING, new Trace(List.of(events))),
        Map.of(
            STOP, new ScoreCompiler.StopSheet(1, "What we build", new Sight(SHEET, TOP), false),
            NEXT, new ScoreCompiler.StopSheet(2, "The points", new Sight(RUBRIC, TOP), false)),
        Map.of(SHEET, new ShownPage(SHEET, 612, 792), RUBRIC, new ShownPage(RUBRIC, 612, 792)),
        Map.of(),
        new ScoreCompiler.Speech(List.of(), List.of(), Map.of()));
  }

  private static TraceEvent.MarkMade mark(long at, Mark.Kind kind, UUID page) {
    return new TraceEvent.MarkMade(
        at,
        Mark.of(
            kind,
            page,
            List.of(new Box(10, 10, 50, 12)),
            kind == Mark.Kind.NUMBER ? 1 : 0,
            "pond"));
  }

  private static Box viewAt(PlaybackScore score, long at) {
    return ScoreMoment.of(score, at).camera().orElseThrow().view();
  }

  @Test
  void everyStopBeginsWithItsOwnSight() {
    PlaybackScore score = compile();
    assertThat(score.durationMs()).isEqualTo(15_000);
    assertThat(score.stops())
        .extracting(PlaybackScore.StopPart::startMs)
        .containsExactly(0L, 10_000L);
    assertThat(score.pages().get(ScoreMoment.of(score, 9_999).page()).id()).isEqualTo(SHEET);
    assertThat(score.pages().get(ScoreMoment.of(score, 10_000).page()).id()).isEqualTo(RUBRIC);
  }

  @Test
  void theCameraGlidesOnAPageAndCutsToAnother() {
    Box close = new Box(0, 0, 160, 90);
    PlaybackScore score =
        compile(
            new TraceEvent.Look(12_000, SHEET, close, 400),
            new TraceEvent.Look(15_000, RUBRIC, TOP, 400));
    assertThat(viewAt(score, 1_999).width()).isEqualTo(320);
    assertThat(viewAt(score, 2_200).width()).isCloseTo(240, within(1e-9));
    assertThat(viewAt(score, 2_400).width()).isEqualTo(160);
    assertThat(viewAt(score, 4_999).width()).isEqualTo(160);
    assertThat(ScoreMoment.of(score, 5_000).page()).isEqualTo(1);
    assertThat(viewAt(score, 5_000).width()).isEqualTo(320);
  }

  @Test
  void aGlideThatIsInterruptedGoesOnFromWhereItIs() {
    PlaybackScore score =
        compile(
            new TraceEvent.Look(12_000, SHEET, new Box(0, 0, 160, 90), 400),
            new TraceEvent.Look(12_200, SHEET, TOP, 400));
    assertThat(viewAt(score, 2_200).width()).isCloseTo(240, within(1e-9));
    assertThat(viewAt(score, 2_400).width()).isCloseTo(280, within(1e-9));
    assertThat(viewAt(score, 2_700).width()).isEqualTo(320);
  }

  @Test
  void aMarkIsSeenFromItsMomentUntilItIsWipedOrTheStopEnds() {
    PlaybackScore score =
        compile(
            mark(11_000, Mark.Kind.RING, SHEET),
            mark(13_000, Mark.Kind.UNDERLINE, SHEET),
            new TraceEvent.Wiped(12_500, SHEET));
    assertThat(score.marks())
        .extracting(PlaybackScore.MarkShown::kind)
        .containsExactly("ring", "underline");
    assertThat(score.marks())
        .extracting(PlaybackScore.MarkShown::endMs)
        .containsExactly(2_500L, 10_000L);
    assertThat(ScoreMoment.of(score, 999).marks()).isEmpty();
    assertThat(ScoreMoment.of(score, 1_000).marks()).hasSize(1);
    assertThat(ScoreMoment.of(score, 10_000).marks()).isEmpty();
  }

  @Test
  void aMarkThatIsTakenBackWasNeverThere() {
    PlaybackScore score =
        compile(
            mark(11_000, Mark.Kind.RING, SHEET),
            mark(12_000, Mark.Kind.UNDERLINE, SHEET),
            new TraceEvent.TakenBack(12_700, SHEET),
            mark(13_000, Mark.Kind.NUMBER, SHEET));
    assertThat(score.marks())
        .extracting(PlaybackScore.MarkShown::kind)
        .containsExactly("ring", "number");
    assertThat(ScoreMoment.of(score, 2_500).marks()).hasSize(1);
  }

  @Test
  void takingBackOnAnotherPageOrWithoutAMarkChangesNothing() {
    PlaybackScore score =
        compile(
            new TraceEvent.TakenBack(10_500, SHEET),
            mark(11_000, Mark.Kind.RING, SHEET),
            new TraceEvent.TakenBack(12_000, RUBRIC));
    assertThat(score.marks()).hasSize(1);
  }

  @Test
  void aNewLightTakesThePlaceOfTheOneBefore() {
    PlaybackScore score =
        compile(mark(11_000, Mark.Kind.LIGHT, SHEET), mark(14_000, Mark.Kind.LIGHT, SHEET));
    assertThat(ScoreMoment.of(score, 3_999).marks()).hasSize(1);
    assertThat(ScoreMoment.of(score, 4_000).marks())
        .hasSize(1)
        .first()
        .isEqualTo(score.marks().get(1));
  }

  @Test
  void whatWasDoneOutsideTheTakeIsNotInTheScore() {
    PlaybackScore score =
        compile(mark(9_999, Mark.Kind.RING, SHEET), mark(25_000, Mark.Kind.RING, RUBRIC));
    assertThat(score.marks()).isEmpty();
  }

  @Test
  void aPageThatIsNotKnownIsNeverShown() {
    PlaybackScore score =
        compile(
            new TraceEvent.Look(12_000, new UUID(9, 9), TOP, 0),
            mark(12_100, Mark.Kind.RING, new UUID(9, 9)));
    assertThat(score.pages()).hasSize(2);
    assertThat(score.marks()).isEmpty();
  }

  @Test
  void thePointerRestsBetweenMovementsAndGoesWhenItLiesStill() {
    PlaybackScore score =
        compile(
            new TraceEvent.Point(11_000, SHEET, 0, 0),
            new TraceEvent.Point(11_030, SHEET, 30, 0),
            new TraceEvent.Point(12_030, SHEET, 60, 0));
    assertThat(ScoreMoment.of(score, 1_015).pointer().orElseThrow().x())
        .isCloseTo(15, within(1e-9));
    assertThat(ScoreMoment.of(score, 1_900).pointer().orElseThrow().x()).isEqualTo(30);
    assertThat(ScoreMoment.of(score, 4_000).pointer()).isPresent();
    assertThat(ScoreMoment.of(score, 5_031).pointer()).isEmpty();
  }

  @Test
  void aMarkComesInOverAQuarterOfASecond() {
    PlaybackScore.MarkShown mark = compile(mark(11_000, Mark.Kind.RING, SHEET)).marks().getFirst();
    assertThat(ScoreMoment.drawn(mark, 1_000)).isZero();
    assertThat(ScoreMoment.drawn(mark, 1_125)).isEqualTo(0.5);
    assertThat(ScoreMoment.drawn(mark, 9_000)).isEqualTo(1);
  }

  @Test
  void theCameraShowsAllOfTheFrameInTheStagesProportions() {
    for (Box frame :
        List.of(new Box(50, 60, 400, 20), new Box(50, 60, 20, 400), new Box(0, 0, 160, 90))) {
      Box view = Camera.showing(SHEET, frame).view();
      assertThat(view.width() / view.height()).isCloseTo(16.0 / 9, within(1e-9));
      assertThat(view.union(frame)).isEqualTo(view);
      assertThat(view.centerX()).isCloseTo(frame.centerX(), within(1e-9));
    }
  }

  @Test
  void aMarkThatCannotBeIsNotBuilt() {
    assertThatThrownBy(() -> Mark.of(Mark.Kind.NUMBER, SHEET, List.of(TOP), 0, ""))
        .hasMessageContaining("NUMBER");
    assertThatThrownBy(() -> Mark.of(Mark.Kind.RING, SHEET, List.of(), 0, ""))
        .hasMessageContaining("boxes");
  }

  /** One stop that plays stretches of two recordings. */
  private static PlaybackScore joined(
      List<Span> first, List<TraceEvent> ofFirst, List<Span> second, List<TraceEvent> ofSecond) {
    UUID other = new UUID(3, 2);
    List<RunningOrder.Part> parts = new ArrayList<>();
    first.forEach(s -> parts.add(new RunningOrder.Part(STOP, new UUID(4, 1), RECORDING, s)));
    second.forEach(s -> parts.add(new RunningOrder.Part(STOP, new UUID(4, 3), other, s)));
    return ScoreCompiler.compile(
        "Joined",
        RunningOrder.of(parts),
        Map.of(RECORDING, new Trace(ofFirst), other, new Trace(ofSecond)),
        Map.of(STOP, new ScoreCompiler.StopSheet(1, "What we build", new Sight(SHEET, TOP), false)),
        Map.of(SHEET, new ShownPage(SHEET, 612, 792), RUBRIC, new ShownPage(RUBRIC, 612, 792)),
        Map.of(),
        new ScoreCompiler.Speech(List.of(), List.of(), Map.of()));
  }

  @Test
  void overACutPageCameraAndMarksGoOnAsTheyWere() {
    Box close = new Box(0, 0, 160, 90);
    PlaybackScore score =
        joined(
            List.of(Span.of(0, 4_000), Span.of(6_000, 9_000)),
            List.of(
                new TraceEvent.Look(1_000, RUBRIC, close, 0), mark(2_000, Mark.Kind.RING, RUBRIC)),
            List.of(),
            List.of());
    assertThat(score.durationMs()).isEqualTo(7_000);
    assertThat(score.marks()).hasSize(1);
    assertThat(score.marks().getFirst().startMs()).isEqualTo(2_000);
    assertThat(score.marks().getFirst().endMs()).isEqualTo(7_000);
    ScoreMoment after = ScoreMoment.of(score, 4_500);
    assertThat(score.pages().get(after.page()).id()).isEqualTo(RUBRIC);
    assertThat(viewAt(score, 4_500)).isEqualTo(close);
    assertThat(after.marks()).hasSize(1);
  }

  @Test
  void whatWasDoneInWhatIsCutOutIsSoAfterTheCut() {
    Box close = new Box(0, 0, 160, 90);
    PlaybackScore score =
        joined(
            List.of(Span.of(0, 4_000), Span.of(6_000, 9_000)),
            List.of(
                mark(2_000, Mark.Kind.UNDERLINE, SHEET),
                new TraceEvent.Wiped(4_500, SHEET),
                new TraceEvent.Look(5_000, SHEET, close, 400),
                mark(5_500, Mark.Kind.RING, SHEET)),
            List.of(),
            List.of());
    assertThat(viewAt(score, 3_999)).isEqualTo(TOP);
    assertThat(viewAt(score, 4_000)).isEqualTo(close);
    assertThat(score.marks())
        .extracting(
            PlaybackScore.MarkShown::kind,
            PlaybackScore.MarkShown::startMs,
            PlaybackScore.MarkShown::endMs,
            PlaybackScore.MarkShown::drawMs)
        .containsExactly(
            tuple("underline", 2_000L, 4_000L, 250L), tuple("ring", 4_000L, 7_000L, 0L));
  }

  @Test
  void betweenTwoTakesOfAStopNothingIsReset() {
    Box close = new Box(0, 0, 160, 90);
    PlaybackScore score =
        joined(
            List.of(Span.of(0, 4_000)),
            List.of(
                new TraceEvent.Look(1_000, SHEET, close, 0), mark(2_000, Mark.Kind.LIGHT, SHEET)),
            List.of(Span.of(10_000, 14_000)),
            List.of(
                mark(9_000, Mark.Kind.RING, SHEET), // before its part: it was never seen
                mark(12_000, Mark.Kind.LIGHT, SHEET)));
    assertThat(viewAt(score, 5_000)).isEqualTo(close);
    assertThat(score.marks())
        .extracting(PlaybackScore.MarkShown::startMs, PlaybackScore.MarkShown::endMs)
        .containsExactly(tuple(2_000L, 6_000L), tuple(6_000L, 8_000L));
  }
}
