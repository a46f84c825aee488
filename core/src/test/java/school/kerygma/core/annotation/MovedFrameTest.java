package school.kerygma.core.annotation;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;

class MovedFrameTest {

  private static final Page BEFORE =
      CarryTest.page(1, "Before you begin", "Draw three bridges", "Hand in two sketches");

  /** Around the third line, as it was drawn. */
  private static final Box FRAME = new Box(40, 132, 300, 24);

  private static Optional<MovedFrame> moved(Page... after) {
    List<Page> pages = List.of(after);
    return MovedFrame.of(new Carry(List.of(BEFORE), pages), 0, FRAME, pages);
  }

  @Test
  void itTakesInWhatIsSpokenAboutAndRunsThroughNoLetters() {
    Page after =
        CarryTest.page(
            1,
            "Before you begin",
            "Draw three bridges",
            "and a fourth",
            "Hand in two sketches",
            "Say who helped");
    MovedFrame now = moved(after).orElseThrow();
    List<String> inside =
        after.words().stream()
            .filter(w -> now.frame().overlaps(w.box()))
            .peek(w -> assertThat(now.frame().union(w.box())).isEqualTo(now.frame()))
            .map(w -> w.text())
            .toList();
    assertThat(inside).containsExactly("Hand", "in", "two", "sketches");
  }

  @Test
  void whereAWordOfItIsGoneItIsNotMoved() {
    assertThat(moved(CarryTest.page(1, "Before you begin", "Hand in sketches"))).isEmpty();
  }

  @Test
  void fortyFiveNewWordsAreNotTheSameWords() {
    String more = IntStream.range(0, 45).mapToObj(i -> "w" + i).collect(Collectors.joining(" "));
    assertThat(moved(CarryTest.page(1, "Draw three bridges", "Hand in " + more, "two sketches")))
        .isEmpty();
  }
}
