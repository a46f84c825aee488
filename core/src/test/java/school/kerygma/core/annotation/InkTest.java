package school.kerygma.core.annotation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.UUID;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import school.kerygma.core.handout.Box;

class InkTest {

  private static Ink.Point at(double x, double y) {
    return new Ink.Point(x, y, 2);
  }

  /** The sum of all turns of a line, in radians: what trembles turns often. */
  private static double turning(List<Ink.Point> line) {
    double sum = 0;
    for (int i = 1; i + 1 < line.size(); i++) {
      Ink.Point a = line.get(i - 1);
      Ink.Point b = line.get(i);
      Ink.Point c = line.get(i + 1);
      double in = Math.atan2(b.y() - a.y(), b.x() - a.x());
      double out = Math.atan2(c.y() - b.y(), c.x() - b.x());
      sum += Math.abs(Math.IEEEremainder(out - in, 2 * Math.PI));
    }
    return sum;
  }

  private static double away(Ink.Point p, List<Ink.Point> line) {
    double least = Double.MAX_VALUE;
    for (int i = 0; i + 1 < line.size(); i++) {
      Ink.Point a = line.get(i);
      Ink.Point b = line.get(i + 1);
      double dx = b.x() - a.x();
      double dy = b.y() - a.y();
      double length = dx * dx + dy * dy;
      double s =
          length == 0
              ? 0
              : Math.clamp(((p.x() - a.x()) * dx + (p.y() - a.y()) * dy) / length, 0, 1);
      least = Math.min(least, Math.hypot(p.x() - a.x() - s * dx, p.y() - a.y() - s * dy));
    }
    return least;
  }

  /** A wave drawn by a trembling hand. */
  private static List<Ink.Point> trembling(long seed) {
    Random random = new Random(seed);
    List<Ink.Point> raw = new ArrayList<>();
    for (int i = 0; i <= 80; i++) {
      double x = 50 + 3 * i + random.nextGaussian() * 0.4;
      double y = 300 + 40 * Math.sin(i / 10.0) + random.nextGaussian() * 0.4;
      raw.add(at(x, y));
    }
    return raw;
  }

  @RepeatedTest(20)
  void aSmoothedLineTremblesLessEndsWhereItEndedAndStaysNearThePen(RepetitionInfo run) {
    List<Ink.Point> raw = trembling(run.getCurrentRepetition());
    List<Ink.Point> smooth = Ink.smooth(raw);
    assertThat(turning(smooth)).isLessThan(turning(raw) / 2);
    assertThat(smooth.getFirst().x()).isCloseTo(raw.getFirst().x(), within(0.01));
    assertThat(smooth.getLast().y()).isCloseTo(raw.getLast().y(), within(0.01));
    // A point is off by no more than its tremble and the cut of a corner.
    assertThat(smooth).allSatisfy(p -> assertThat(away(p, raw)).isLessThan(1.5));
    assertThat(raw).allSatisfy(p -> assertThat(away(p, smooth)).isLessThan(3));
  }

  @Test
  void aStraightLineOfManyPlacesIsTwoPoints() {
    List<Ink.Point> raw = new ArrayList<>();
    for (int i = 0; i <= 100; i++) {
      raw.add(at(10 + i, 20 + 2 * i));
    }
    assertThat(Ink.smooth(raw)).containsExactly(at(10, 20), at(110, 220));
  }

  @Test
  void aDotIsADotAndADoubledPlaceIsOne() {
    assertThat(Ink.smooth(List.of(at(5, 5)))).containsExactly(at(5, 5));
    assertThat(Ink.smooth(List.of(at(5, 5), at(5, 5)))).containsExactly(at(5, 5));
    assertThat(Ink.smooth(List.of(at(5, 5), at(5.2, 5.1), at(9, 5))))
        .containsExactly(at(5, 5), at(9, 5));
  }

  @Test
  void aCornerIsCutBetweenItsSides() {
    List<Ink.Point> smooth = Ink.smooth(List.of(at(0, 0), at(40, 0), at(40, 40)));
    // By hand: the mean of the corner and of the middle of its neighbors is (30, 10), and no cut
    // goes beyond it.
    assertThat(smooth).allSatisfy(p -> assertThat(p.x() - p.y()).isBetween(-0.01, 20.01));
    assertThat(turning(smooth)).isCloseTo(Math.atan2(30, 10) - Math.atan2(10, 30), within(0.05));
  }

  @Test
  void pressureMakesALineWiderAndMissingPressureIsEven() {
    assertThat(Ink.width(2, 0)).isCloseTo(0.8, within(1e-9));
    assertThat(Ink.width(2, Ink.EVEN_PRESSURE)).isCloseTo(2, within(1e-9));
    assertThat(Ink.width(2, 1)).isCloseTo(3.2, within(1e-9));
    assertThat(Ink.width(2, 7)).isCloseTo(3.2, within(1e-9));
    List<Ink.Point> raw =
        List.of(
            new Ink.Point(0, 0, 1),
            new Ink.Point(20, 0, 1),
            new Ink.Point(40, 0, 3),
            new Ink.Point(60, 0, 3));
    assertThat(Ink.smooth(raw).getFirst().width()).isEqualTo(1);
    assertThat(Ink.smooth(raw).getLast().width()).isEqualTo(3);
  }

  @Test
  void aMarkOfInkHasALineAndOnlySuchAMarkHasOne() {
    UUID page = new UUID(0, 1);
    assertThat(new Mark.InkLine(page, List.of(at(10, 10), at(20, 10))).boxes())
        .containsExactly(new Box(9, 9, 12, 2));
    assertThatThrownBy(
            () ->
                Mark.of(
                    Mark.Kind.RING, page, List.of(new Box(1, 1, 1, 1)), 0, "", List.of(at(1, 1))))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> Mark.of(Mark.Kind.INK, page, List.of(new Box(1, 1, 1, 1)), 0, ""))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> new Ink.Point(1, 1, 0)).isInstanceOf(IllegalArgumentException.class);
  }
}
