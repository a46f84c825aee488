package school.kerygma.core.walkthrough;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.UUID;
import org.junit.jupiter.api.Test;
import school.kerygma.core.handout.Box;

class SightTest {

  private static final UUID PAGE = new UUID(1, 1);

  private static Box opening(double x, double y, double width, double height) {
    return new Sight(PAGE, new Box(x, y, width, height)).opening().view();
  }

  @Test
  void whatFitsTheStageIsSeenWhole() {
    Sight wide = new Sight(PAGE, new Box(72, 72, 468, 200));
    assertThat(wide.opening()).isEqualTo(wide.camera());
    Sight nearly = new Sight(PAGE, new Box(72, 72, 468, 290));
    assertThat(nearly.opening()).isEqualTo(nearly.camera());
  }

  /** A letter page on a stage of 16 to 9: whole, more than half of the stage would be desk. */
  @Test
  void aWholePageBeginsAtItsTopInItsFullWidth() {
    Box view = opening(0, 0, 612, 792);
    assertThat(view.y()).isZero();
    assertThat(view.width()).isLessThan(612 * 1.15).isGreaterThanOrEqualTo(612);
    assertThat(view.width() / view.height()).isCloseTo(16 / 9.0, within(1e-9));
  }

  @Test
  void aTallPartBeginsWithAirOnBothSidesOfItsWords() {
    Box view = opening(72, 300, 468, 400);
    assertThat(view.y()).isEqualTo(300);
    assertThat(view.x()).isLessThan(72);
    assertThat(view.right()).isGreaterThan(540);
    assertThat(view.centerX()).isCloseTo(306, within(1e-9));
  }
}
