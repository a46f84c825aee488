package school.kerygma.core.handin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.awt.Polygon;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import school.kerygma.core.handin.Quad.Point;

/** A page in a photo: its corners, and what it is seen from above. */
class QuadTest {

  private static final Quad SLANTED = Quad.read("0.2 0.1 0.8 0.2 0.9 0.9 0.1 0.8");

  @Test
  void theCornersOfThePageAreTheCornersInThePhoto() {
    Quad.Map map = SLANTED.map();
    double[][] square = {{0, 0}, {1, 0}, {1, 1}, {0, 1}};
    for (int i = 0; i < 4; i++) {
      Point at = map.at(square[i][0], square[i][1]);
      assertThat(at.x()).isCloseTo(SLANTED.corners().get(i).x(), within(1e-12));
      assertThat(at.y()).isCloseTo(SLANTED.corners().get(i).y(), within(1e-12));
    }
  }

  /** Projective geometry: a square's diagonals meet in its middle, from wherever it is seen. */
  @Test
  void theMiddleOfThePageIsWhereItsDiagonalsMeetInThePhoto() {
    Random random = new Random(16);
    for (int i = 0; i < 200; i++) {
      Quad quad = somewhere(random);
      List<Point> c = quad.corners();
      Point meet = crossing(c.get(0), c.get(2), c.get(1), c.get(3));
      Point middle = quad.map().at(0.5, 0.5);
      assertThat(middle.x()).isCloseTo(meet.x(), within(1e-9));
      assertThat(middle.y()).isCloseTo(meet.y(), within(1e-9));
    }
  }

  /** Projective geometry: what lies on a line lies on a line, from wherever it is seen. */
  @Test
  void linesOfThePageAreLinesInThePhoto() {
    Random random = new Random(17);
    for (int i = 0; i < 200; i++) {
      Quad.Map map = somewhere(random).map();
      Point a = map.at(0.1, 0.3);
      Point b = map.at(0.5, 0.5);
      Point c = map.at(0.9, 0.7);
      assertThat((b.x() - a.x()) * (c.y() - a.y()) - (b.y() - a.y()) * (c.x() - a.x()))
          .isCloseTo(0, within(1e-9));
    }
  }

  @Test
  void turnedFourTimesItIsAsItWas() {
    Quad turned = SLANTED.turned();
    assertThat(turned.corners().get(1).x()).isCloseTo(0.9, within(1e-12));
    assertThat(turned.corners().get(1).y()).isCloseTo(0.2, within(1e-12));
    assertThat(turned.turned().turned().turned()).hasToString(SLANTED.toString());
  }

  @Test
  void itsShapeIsThatOfItsNearerSides() {
    assertThat(Quad.read("0 0 1 0 1 1 0 1").shape(600, 800)).isEqualTo(0.75);
    assertThat(Quad.read("0.25 0 0.75 0 1 1 0 1").shape(600, 800))
        .isCloseTo(600 / Math.hypot(150, 800), within(1e-12));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "0.1 0.1 0.9 0.1 0.9 0.9", // three corners
        "0.1 0.1 0.9 0.1 0.9 1.2 0.1 0.9", // outside
        "0.1 0.1 0.9 0.9 0.9 0.1 0.1 0.9", // crossed
        "0.1 0.9 0.9 0.9 0.9 0.1 0.1 0.1", // the other way round
        "0.1 0.1 0.9 0.1 0.3 0.3 0.1 0.9", // bent inwards
        "0.1 0.1 0.2 0.1 0.2 0.2 0.1 0.2", // tiny
        "0.1 NaN 0.9 0.1 0.9 0.9 0.1 0.9",
        "a b c d e f g h"
      })
  void whatIsNoPageIsRefused(String written) {
    assertThatThrownBy(() -> Quad.read(written)).isInstanceOf(IllegalArgumentException.class);
  }

  @ParameterizedTest
  @CsvSource({
    "0.2 0.1 0.8 0.2 0.9 0.9 0.1 0.8, 0",
    "0.15 0.1 0.9 0.12 0.85 0.95 0.1 0.9, 12",
    "0.05 0.2 0.7 0.05 0.95 0.8 0.2 0.95, 20"
  })
  void aLightSheetOnADarkerTableIsFound(String corners, int noise) {
    Quad drawn = Quad.read(corners);
    Quad found = PaperEdges.of(photo(drawn, 90, 215, noise), 300, 400).orElseThrow();
    for (int i = 0; i < 4; i++) {
      assertThat(found.corners().get(i).x()).isCloseTo(drawn.corners().get(i).x(), within(0.02));
      assertThat(found.corners().get(i).y()).isCloseTo(drawn.corners().get(i).y(), within(0.02));
    }
  }

  @Test
  void nothingIsProposedWhereNoSheetIsSeen() {
    assertThat(PaperEdges.of(photo(SLANTED, 200, 215, 3), 300, 400)).as("on white").isEmpty();
    int[] even = new int[300 * 400];
    Arrays.fill(even, 128);
    assertThat(PaperEdges.of(even, 300, 400)).as("one tone").isEmpty();
    Quad little = Quad.read("0.4 0.4 0.65 0.4 0.65 0.65 0.4 0.65");
    assertThat(PaperEdges.of(photo(little, 60, 220, 3), 300, 400)).as("a slip").isEmpty();
  }

  private static int[] photo(Quad quad, int table, int paper, int noise) {
    Polygon sheet = new Polygon();
    quad.corners().forEach(p -> sheet.addPoint((int) (p.x() * 300), (int) (p.y() * 400)));
    Random random = new Random(3);
    int[] luminance = new int[300 * 400];
    for (int i = 0; i < luminance.length; i++) {
      int tone = sheet.contains(i % 300 + 0.5, i / 300 + 0.5) ? paper : table;
      boolean written = tone == paper && i / 300 % 12 == 0 && i % 300 % 5 < 3;
      luminance[i] =
          Math.clamp((written ? 60 : tone) + Math.round(random.nextGaussian() * noise), 0, 255);
    }
    return luminance;
  }

  private static Quad somewhere(Random random) {
    return new Quad(
        List.of(
            new Point(0.3 * random.nextDouble(), 0.3 * random.nextDouble()),
            new Point(1 - 0.3 * random.nextDouble(), 0.3 * random.nextDouble()),
            new Point(1 - 0.3 * random.nextDouble(), 1 - 0.3 * random.nextDouble()),
            new Point(0.3 * random.nextDouble(), 1 - 0.3 * random.nextDouble())));
  }

  private static Point crossing(Point a, Point b, Point c, Point d) {
    double det = (b.x() - a.x()) * (d.y() - c.y()) - (b.y() - a.y()) * (d.x() - c.x());
    double s = ((c.x() - a.x()) * (d.y() - c.y()) - (c.y() - a.y()) * (d.x() - c.x())) / det;
    return new Point(a.x() + s * (b.x() - a.x()), a.y() + s * (b.y() - a.y()));
  }
}
