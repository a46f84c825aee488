package school.kerygma.core.walkthrough;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import school.kerygma.core.handout.Box;
import school.kerygma.core.time.Span;
import school.kerygma.core.walkthrough.PlaybackScore.PictureShown;
import school.kerygma.core.walkthrough.PlaybackScore.ShownPage;
import school.kerygma.core.walkthrough.RunningOrder.Part;
import school.kerygma.core.walkthrough.TraceEvent.PictureKind;

class PictureTrackTest {

  private static final UUID STOP = new UUID(1, 1);
  private static final UUID NEXT = new UUID(1, 2);
  private static final UUID RECORDING = new UUID(2, 1);
  private static final UUID SHEET = new UUID(3, 1);
  private static final UUID FACE = new UUID(4, 1);
  private static final UUID WINDOW = new UUID(4, 2);
  private static final UUID FILE = new UUID(5, 1);
  private static final Box TOP = new Box(0, 0, 320, 180);
  private static final Box ALL = new Box(0, 0, 1600, 900);

  private static Part part(UUID stop, long from, long until) {
    return new Part(stop, new UUID(6, 1), RECORDING, Span.of(from, until));
  }

  private static List<PictureShown> compile(List<Part> parts, TraceEvent... events) {
    ScoreCompiler.StopSheet sheet =
        new ScoreCompiler.StopSheet(1, "Hello", new Sight(SHEET, TOP), false);
    return ScoreCompiler.compile(
            "Hello",
            RunningOrder.of(parts),
            Map.of(RECORDING, new Trace(List.of(events))),
            Map.of(STOP, sheet, NEXT, sheet),
            Map.of(SHEET, new ShownPage(SHEET, 612, 792), WINDOW, new ShownPage(WINDOW, 1600, 900)),
            Map.of(),
            new ScoreCompiler.Speech(List.of(), List.of(), Map.of()),
            (recording, track) -> track.equals("lost") ? Optional.empty() : Optional.of(FILE))
        .pictures();
  }

  private static TraceEvent.PictureBegins begins(long at, UUID id, PictureKind kind) {
    return new TraceEvent.PictureBegins(at, id, kind, "picture-1", 2_000, 1600, 900);
  }

  @Test
  void aFaceIsSeenFromItsPlaceOnUntilItIsGone() {
    assertThat(
            compile(
                List.of(part(STOP, 1_000, 9_000)),
                begins(2_000, FACE, PictureKind.FACE),
                new TraceEvent.PicturePlaced(2_500, FACE, ALL),
                new TraceEvent.PicturePlaced(4_000, FACE, TOP),
                new TraceEvent.PictureGone(6_000, FACE)))
        .containsExactly(
            new PictureShown(FILE, "face", -1, ALL, 1_500, 3_000, 500, false),
            new PictureShown(FILE, "face", -1, TOP, 3_000, 5_000, 2_000, false));
  }

  @Test
  void overACutThePictureGoesOnAtTheMomentThatIsHeard() {
    assertThat(
            compile(
                List.of(part(STOP, 1_000, 4_000), part(STOP, 7_000, 9_000)),
                begins(2_000, FACE, PictureKind.FACE),
                new TraceEvent.PicturePlaced(2_000, FACE, ALL)))
        .extracting(PictureShown::startMs, PictureShown::endMs, PictureShown::fromMs)
        .containsExactly(tuple(1_000L, 3_000L, 0L), tuple(3_000L, 5_000L, 5_000L));
  }

  @Test
  void whatBeganOrEndedInACutIsSoAfterIt() {
    List<Part> parts = List.of(part(STOP, 1_000, 3_000), part(STOP, 7_000, 9_000));
    assertThat(
            compile(
                parts,
                begins(5_000, FACE, PictureKind.FACE),
                new TraceEvent.PicturePlaced(5_000, FACE, ALL)))
        .extracting(PictureShown::startMs, PictureShown::fromMs)
        .containsExactly(tuple(2_000L, 5_000L));
    assertThat(
            compile(
                parts,
                begins(2_000, FACE, PictureKind.FACE),
                new TraceEvent.PicturePlaced(2_000, FACE, ALL),
                new TraceEvent.PictureGone(5_000, FACE)))
        .extracting(PictureShown::endMs)
        .containsExactly(2_000L);
  }

  @Test
  void aWindowThatIsHeldShowsOneMomentAndIsSeenAsItsPage() {
    assertThat(
            compile(
                List.of(part(STOP, 1_000, 9_000)),
                begins(2_000, WINDOW, PictureKind.WINDOW),
                new TraceEvent.Look(2_000, WINDOW, ALL, 0),
                new TraceEvent.PictureHeld(4_000, WINDOW, true),
                new TraceEvent.PictureHeld(6_000, WINDOW, false),
                new TraceEvent.PictureGone(7_000, WINDOW)))
        .containsExactly(
            new PictureShown(FILE, "window", 1, null, 1_000, 3_000, 0, false),
            new PictureShown(FILE, "window", 1, null, 3_000, 5_000, 2_000, true),
            new PictureShown(FILE, "window", 1, null, 5_000, 6_000, 4_000, false));
  }

  @Test
  void aStopKnowsOnlyThePicturesThatWereToldInIt() {
    TraceEvent[] events = {
      begins(2_000, FACE, PictureKind.FACE),
      new TraceEvent.PicturePlaced(2_000, FACE, ALL),
      new TraceEvent.StopBegins(5_000, NEXT, false),
      begins(5_000, FACE, PictureKind.FACE),
      new TraceEvent.PicturePlaced(5_000, FACE, TOP)
    };
    assertThat(compile(List.of(part(STOP, 1_000, 5_000), part(NEXT, 5_000, 8_000)), events))
        .extracting(PictureShown::startMs, PictureShown::fromMs, PictureShown::place)
        .containsExactly(tuple(1_000L, 0L, ALL), tuple(4_000L, 3_000L, TOP));
    // The second stop alone, recorded in one go with the first.
    assertThat(compile(List.of(part(NEXT, 5_000, 8_000)), events))
        .extracting(PictureShown::startMs, PictureShown::fromMs)
        .containsExactly(tuple(0L, 3_000L));
  }

  @Test
  void picturesThatAreLostAreNotSeen() {
    assertThat(
            compile(
                List.of(part(STOP, 1_000, 9_000)),
                new TraceEvent.PictureBegins(
                    2_000, FACE, PictureKind.FACE, "lost", 2_000, 1600, 900),
                new TraceEvent.PicturePlaced(2_000, FACE, ALL)))
        .isEmpty();
  }
}
