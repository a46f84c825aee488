package school.kerygma.core.annotation;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Word;

class CoversTest {

  private static final Word IMANI = new Word("Imani", new Box(100, 100, 50, 10));
  private static final Word NEXT = new Word("drew", new Box(160, 100, 40, 10));
  private static final Word BELOW = new Word("below", new Box(100, 112, 50, 10));

  private static Covers over(Box box) {
    return Covers.of(List.of(Mark.of(Mark.Kind.COVER, new UUID(0, 1), List.of(box), 0, "")));
  }

  @Test
  void aCoveredWordIsNotGivenOutAndItsNeighborsAre() {
    assertThat(over(IMANI.box()).leave(List.of(IMANI, NEXT, BELOW))).containsExactly(NEXT, BELOW);
  }

  @Test
  void aWordThatIsCoveredByATenthIsHiddenAsAWhole() {
    // The cover reaches 1.5 points further than it was drawn: 7 of 50 points are under it.
    assertThat(over(new Box(90, 100, 15.5, 10)).leave(List.of(IMANI))).isEmpty();
    assertThat(over(new Box(90, 100, 10, 10)).leave(List.of(IMANI))).containsExactly(IMANI);
  }

  @Test
  void otherMarksCoverNothing() {
    Mark ring = Mark.of(Mark.Kind.RING, new UUID(0, 1), List.of(IMANI.box()), 0, "Imani");
    assertThat(Covers.of(List.of(ring)).isEmpty()).isTrue();
    assertThat(Covers.of(List.of(ring)).leave(List.of(IMANI))).containsExactly(IMANI);
  }

  @Test
  void whatAMarkMarksIsHiddenIfAnyOfItIsCovered() {
    Covers covers = over(IMANI.box());
    assertThat(covers.hidesAny(List.of(NEXT.box(), IMANI.box()))).isTrue();
    assertThat(covers.hidesAny(List.of(NEXT.box()))).isFalse();
  }
}
