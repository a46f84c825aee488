package school.kerygma.core.walkthrough;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import school.kerygma.core.captions.Cue;
import school.kerygma.core.handout.Box;
import school.kerygma.core.walkthrough.NarrowCamera.TextLine;
import school.kerygma.core.walkthrough.PlaybackScore.CameraKey;
import school.kerygma.core.walkthrough.PlaybackScore.MarkShown;
import school.kerygma.core.walkthrough.PlaybackScore.PointerKey;
import school.kerygma.core.walkthrough.PlaybackScore.PointerTrack;
import school.kerygma.core.walkthrough.PlaybackScore.StopPart;

/** What a reader on a phone needs, as properties. Sizes in CSS pixels of a screen 390 wide. */
class NarrowCameraTest {

  private static final UUID PAGE = new UUID(0, 1);
  private static final UUID OTHER = new UUID(0, 2);
  private static final double LINE = 14; // points: text of about 12

  /** 40 lines of a letter page, 470 points wide, 17 apart; every eighth is short. */
  private static List<TextLine> letter() {
    List<TextLine> lines = new ArrayList<>();
    for (int i = 0; i < 40; i++) {
      lines.add(TextLine.of(new Box(71, 60 + 17 * i, i % 8 == 7 ? 120 : 470, LINE), "line " + i));
    }
    return lines;
  }

  private static PlaybackScore score(List<PointerKey> pointer, List<Cue> cues) {
    Box top = new Box(0, 0, 612, 344);
    return new PlaybackScore(
        PlaybackScore.FORMAT,
        "Bridge",
        120_000,
        List.of(
            new PlaybackScore.ShownPage(PAGE, 612, 792),
            new PlaybackScore.ShownPage(OTHER, 612, 792)),
        List.of(
            new StopPart(
                new UUID(1, 1), 1, "One", 0, 60_000, false, PlaybackScore.Spoken.UNKNOWN, false),
            new StopPart(
                new UUID(1, 2),
                2,
                "Two",
                60_000,
                120_000,
                false,
                PlaybackScore.Spoken.UNKNOWN,
                false)),
        List.of(
            new CameraKey(0, 0, top), new CameraKey(60_000, 0, top), new CameraKey(60_000, 1, top)),
        List.of(),
        pointer.isEmpty() ? List.of() : List.of(new PointerTrack(0, pointer)),
        List.of(),
        cues,
        List.of());
  }

  private static List<CameraKey> narrow(PlaybackScore score) {
    return NarrowCamera.of(score, Map.of(PAGE, letter(), OTHER, letter()));
  }

  /** A hand that jumps about on the first page, from 2 to 58 seconds. */
  private static List<PointerKey> wander(long seed) {
    Random hand = new Random(seed);
    List<PointerKey> keys = new ArrayList<>();
    for (long at = 2_000; at < 58_000; at += 100 + hand.nextInt(1_500)) {
      keys.add(new PointerKey(at, 60 + hand.nextInt(500), 60 + hand.nextInt(680)));
    }
    return keys;
  }

  private static Box viewAt(List<CameraKey> keys, long at) {
    Box view = keys.getFirst().view();
    for (CameraKey key : keys) {
      if (key.atMs() <= at) {
        view = key.view();
      }
    }
    return view;
  }

  private record Glide(long from, long to) {}

  private static List<Glide> glides(List<CameraKey> keys) {
    List<Glide> glides = new ArrayList<>();
    for (int i = 1; i < keys.size(); i++) {
      CameraKey a = keys.get(i - 1);
      CameraKey b = keys.get(i);
      if (a.atMs() < b.atMs() && a.page() == b.page() && !a.view().equals(b.view())) {
        glides.add(new Glide(a.atMs(), b.atMs()));
      }
    }
    return glides;
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
  void itMovesAtMostOnceInThreeSecondsAndThenSwiftly(long seed) {
    List<Glide> glides = glides(narrow(score(wander(seed), List.of())));
    assertThat(glides).hasSizeGreaterThan(5);
    for (int i = 0; i < glides.size(); i++) {
      assertThat(glides.get(i).to() - glides.get(i).from())
          .isLessThanOrEqualTo(NarrowCamera.GLIDE_MS);
      if (i > 0) {
        assertThat(glides.get(i).from() - glides.get(i - 1).from())
            .isGreaterThanOrEqualTo(NarrowCamera.REST_MS);
      }
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
  void whereItRestsTextCanBeReadAndNoLineIsCut(long seed) {
    List<CameraKey> keys = narrow(score(wander(seed), List.of()));
    for (Glide glide : glides(keys)) {
      Box view = viewAt(keys, glide.to());
      assertThat(NarrowCamera.SCREEN * NarrowCamera.EM * LINE / view.width())
          .as("pixels of the text")
          .isGreaterThanOrEqualTo(NarrowCamera.TEXT - 0.001);
      assertThat(view.width() / view.height()).isCloseTo(NarrowCamera.ASPECT, within(0.001));
      for (TextLine line : letter()) {
        Box box = line.box();
        boolean beside = box.x() < view.right() && box.right() > view.x();
        boolean cut =
            box.y() < view.y() && box.bottom() > view.y()
                || box.y() < view.bottom() && box.bottom() > view.bottom();
        assertThat(beside && cut).as("%s in %s", box, view).isFalse();
      }
    }
  }

  @Test
  void aStopBeginsWithTheWholePageForAMoment() {
    List<CameraKey> keys = narrow(score(List.of(), List.of()));
    assertThat(viewAt(keys, 0).contains(1, 1)).isTrue();
    assertThat(viewAt(keys, 0).contains(611, 791)).isTrue();
    assertThat(viewAt(keys, NarrowCamera.WHOLE_MS - 1).height()).isGreaterThanOrEqualTo(792);
    assertThat(viewAt(keys, 3_000).height()).isLessThan(300);
    assertThat(viewAt(keys, 60_000).height()).isGreaterThanOrEqualTo(792);
    assertThat(viewAt(keys, 63_000).height()).isLessThan(300);
  }

  @Test
  void theLineThatIsPointedAtIsSeen() {
    List<PointerKey> pointer =
        List.of(new PointerKey(10_000, 90, 605), new PointerKey(20_000, 90, 605));
    Box view = viewAt(narrow(score(pointer, List.of())), 15_000);
    assertThat(view.contains(90, 605)).isTrue();
    assertThat(view.x()).isLessThanOrEqualTo(71);
  }

  @Test
  void theViewGoesRightWhenTheEndOfALongLineIsPointedAt() {
    List<PointerKey> pointer =
        List.of(new PointerKey(10_000, 530, 100), new PointerKey(20_000, 530, 100));
    assertThat(viewAt(narrow(score(pointer, List.of())), 15_000).contains(530, 100)).isTrue();
  }

  /** Two hundred marks made anywhere, of a word or a line, one every five seconds. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20})
  void whatIsMarkedIsSeenWholeOrFromItsBeginningToItsEnd(long seed) {
    Random hand = new Random(seed);
    List<TextLine> lines = letter();
    List<MarkShown> marks = new ArrayList<>();
    for (int i = 0; i < 10; i++) {
      Box line = lines.get(hand.nextInt(lines.size())).box();
      double width = 30 + hand.nextInt((int) line.width() - 40);
      double x = line.x() + hand.nextInt((int) (line.width() - width));
      Box box = new Box(x, line.y(), width, line.height());
      long at = 4_000 + 5_500L * i;
      marks.add(
          new MarkShown("ring", 0, at, at + 5_400, 250, List.of(box), 0, "", List.of(), null));
    }
    PlaybackScore score = score(wander(seed), List.of()).marked(marks);
    List<CameraKey> keys = NarrowCamera.of(score, Map.of(PAGE, lines, OTHER, lines));
    for (MarkShown mark : marks) {
      Box box = mark.boxes().getFirst();
      List<Box> seen = new ArrayList<>();
      for (long at = mark.startMs(); at < mark.endMs(); at += 100) {
        seen.add(viewAt(keys, at));
      }
      double widest = NarrowCamera.SCREEN * NarrowCamera.EM * LINE / NarrowCamera.TEXT;
      if (box.width() < 0.8 * widest) {
        assertThat(seen)
            .as("%s", box)
            .anyMatch(v -> v.contains(box.x(), box.y()) && v.contains(box.right(), box.bottom()));
      } else {
        assertThat(seen).as("%s begins", box).anyMatch(v -> v.contains(box.x(), box.y()));
        assertThat(seen).as("%s ends", box).anyMatch(v -> v.contains(box.right(), box.bottom()));
      }
    }
  }

  @Test
  void theLineThatIsSpokenOfIsSeen() {
    List<TextLine> lines = new ArrayList<>(letter());
    Box told = new Box(71, 60 + 17 * 30, 470, LINE);
    lines.set(30, TextLine.of(told, "Hang the bucket on your model"));
    PlaybackScore score =
        score(
            List.of(),
            List.of(new Cue(20_000, 23_000, List.of("Then you hang the bucket", "on the model."))));
    List<CameraKey> keys = NarrowCamera.of(score, Map.of(PAGE, lines));
    assertThat(viewAt(keys, 15_000).contains(told.x(), told.y())).isFalse();
    assertThat(viewAt(keys, 22_000).contains(told.x(), told.y())).isTrue();
  }

  @Test
  void aPageWithoutTextIsShownAsTheTeacherShowsIt() {
    Box view = viewAt(NarrowCamera.of(score(List.of(), List.of()), Map.of()), 5_000);
    assertThat(view.width()).isEqualTo(612);
    assertThat(view.centerY()).isEqualTo(172);
  }

  @Test
  void keysAreInAscendingTimeAndEndWithTheProgram() {
    List<CameraKey> keys = narrow(score(wander(9), List.of()));
    for (int i = 1; i < keys.size(); i++) {
      assertThat(keys.get(i).atMs()).isGreaterThanOrEqualTo(keys.get(i - 1).atMs());
    }
    assertThat(keys.getLast().atMs()).isEqualTo(120_000);
  }
}
