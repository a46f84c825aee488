package school.kerygma.media.stage;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import school.kerygma.core.annotation.Ink;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;
import school.kerygma.core.walkthrough.PlaybackScore;
import school.kerygma.core.walkthrough.PlaybackScore.CameraKey;
import school.kerygma.core.walkthrough.PlaybackScore.MarkShown;

class FrameRendererTest {

  private static final int PLUM = 0x5B3A5E;
  private static final int WHITE = 0xFFFFFF;

  /**
   * A white page of 320 x 180 points that fills a stage of 640 x 360 pixels: one point is two
   * pixels.
   */
  private static BufferedImage frame(long at, MarkShown... marks) {
    BufferedImage page = new BufferedImage(320, 180, BufferedImage.TYPE_INT_RGB);
    for (int x = 0; x < 320; x++) {
      for (int y = 0; y < 180; y++) {
        page.setRGB(x, y, WHITE);
      }
    }
    PlaybackScore score =
        new PlaybackScore(
            PlaybackScore.FORMAT,
            "",
            10_000,
            List.of(new PlaybackScore.ShownPage(new UUID(0, 1), 320, 180)),
            List.of(),
            List.of(new CameraKey(0, 0, new Box(0, 0, 320, 180))),
            List.of(),
            List.of(),
            List.of(marks),
            List.of(),
            List.of());
    return new FrameRenderer(score, List.of(page), 640).frame(at);
  }

  private static MarkShown mark(String kind) {
    return new MarkShown(
        kind,
        0,
        1_000,
        5_000,
        250,
        List.of(new Box(100, 80, 60, 12)),
        kind.equals("number") ? 3 : 0,
        "",
        List.of(),
        null);
  }

  private static int at(BufferedImage image, int x, int y) {
    return image.getRGB(x, y) & 0xFFFFFF;
  }

  @Test
  void anUnderlineLiesUnderItsWords() {
    BufferedImage frame = frame(2_000, mark("underline"));
    // By hand: bottom at 92 points = 184 px, 3 stage units lower = 1.2 px.
    assertThat(at(frame, 260, 185)).isEqualTo(PLUM);
    assertThat(at(frame, 260, 170)).isEqualTo(WHITE);
    assertThat(at(frame, 330, 185)).isEqualTo(WHITE);
  }

  @Test
  void anUnderlineGrowsFromTheLeft() {
    BufferedImage frame = frame(1_100, mark("underline"));
    assertThat(at(frame, 210, 185)).isEqualTo(PLUM);
    assertThat(at(frame, 300, 185)).isEqualTo(WHITE);
  }

  @Test
  void aRingGoesAroundItsWordsAndANumberStandsBeforeThem() {
    BufferedImage ring = frame(2_000, mark("ring"));
    assertThat(at(ring, 260, 156)).isEqualTo(PLUM);
    assertThat(at(ring, 260, 172)).isEqualTo(WHITE);
    BufferedImage number = frame(2_000, mark("number"));
    // By hand: the words begin at 200 px; 6 px before them (3 points) ends a disc of 26 px.
    assertThat(at(number, 172, 172)).isEqualTo(PLUM);
    assertThat(at(number, 192, 172)).isEqualTo(PLUM);
    assertThat(at(number, 197, 172)).isEqualTo(WHITE);
  }

  @Test
  void aLightDimsAllButItsWords() {
    BufferedImage frame = frame(2_000, mark("light"));
    assertThat(at(frame, 260, 172)).isEqualTo(WHITE);
    assertThat(at(frame, 20, 20) & 0xFF).isLessThan(190);
  }

  @Test
  void aMarkIsNotSeenBeforeItsMomentNorAfterIt() {
    assertThat(at(frame(999, mark("underline")), 260, 185)).isEqualTo(WHITE);
    assertThat(at(frame(5_000, mark("underline")), 260, 185)).isEqualTo(WHITE);
  }

  private static MarkShown ink(List<Ink.Point> line) {
    return MarkShown.of(new Mark.InkLine(new UUID(0, 1), line), 0, 1_000, 5_000, 1_000);
  }

  @Test
  void inkIsAsWideAsItWasPressedAndIsDrawnAsLongAsItTook() {
    MarkShown line =
        ink(
            List.of(
                new Ink.Point(40, 40, 2),
                new Ink.Point(100, 40, 2),
                new Ink.Point(160, 40, 8),
                new Ink.Point(220, 40, 8)));
    // By hand: 2 px a point; the thin half is 4 px high around y = 80, the thick one 16.
    BufferedImage half = frame(1_340, line);
    assertThat(at(half, 120, 80)).isEqualTo(PLUM);
    assertThat(at(half, 400, 80)).isEqualTo(WHITE);
    BufferedImage whole = frame(2_000, line);
    assertThat(at(whole, 120, 85)).isEqualTo(WHITE);
    assertThat(at(whole, 400, 85)).isEqualTo(PLUM);
  }

  @Test
  void aNoteLiesOnItsSlip() {
    Mark note =
        Mark.of(Mark.Kind.NOTE, new UUID(0, 1), List.of(new Box(40, 40, 100, 19)), 0, "Bring it");
    BufferedImage frame = frame(2_000, MarkShown.of(note, 0, 0, 5_000, 0));
    assertThat(at(frame, 80, 100)).isNotEqualTo(WHITE);
    assertThat(at(frame, 70, 100)).isEqualTo(WHITE);
    boolean written = false;
    for (int x = 90; x < 180; x++) {
      for (int y = 86; y < 112; y++) {
        written |= at(frame, x, y) != WHITE;
      }
    }
    assertThat(written).isTrue();
  }

  @ParameterizedTest
  @EnumSource
  void everyKindThatIsShownIsDrawn(Mark.Kind kind) {
    MarkShown shown =
        MarkShown.of(
            Mark.of(
                kind,
                new UUID(0, 1),
                List.of(new Box(100, 80, 60, 12)),
                kind == Mark.Kind.NUMBER ? 3 : 0,
                "In pencil",
                kind == Mark.Kind.INK
                    ? List.of(new Ink.Point(100, 80, 2), new Ink.Point(140, 90, 2))
                    : List.of()),
            0,
            0,
            5_000,
            0);
    BufferedImage blank = frame(2_000);
    BufferedImage drawn = frame(2_000, shown);
    boolean same = true;
    for (int x = 0; x < blank.getWidth(); x++) {
      for (int y = 0; y < blank.getHeight(); y++) {
        same &= at(blank, x, y) == at(drawn, x, y);
      }
    }
    assertThat(same).isEqualTo(!kind.isShown());
  }
}
