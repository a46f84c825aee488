package school.kerygma.core.handout;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SnapTargetsTest {

  /** Words of 6 points a letter on a line of the given top; lines are 12 points high. */
  private static List<Word> line(double x, double y, String text) {
    List<Word> words = new ArrayList<>();
    double at = x;
    for (String word : text.split(" ")) {
      words.add(new Word(word, new Box(at, y, 6 * word.length(), 12)));
      at += 6 * word.length() + 4;
    }
    return words;
  }

  private static Page page(List<List<Word>> lines) {
    return new Page(1, 600, 800, lines.stream().flatMap(List::stream).toList());
  }

  @Test
  void aSentenceThatRunsOverALineHasABoxOnEachLine() {
    SnapTargets targets =
        SnapTargets.of(
            page(List.of(line(50, 100, "Draw a beam. Label"), line(50, 115, "every part of it."))));
    assertThat(targets.sentences())
        .map(SnapTargets.Target::text)
        .containsExactly("Draw a beam.", "Label every part of it.");
    assertThat(targets.sentences().get(1).boxes()).hasSize(2);
    assertThat(targets.lines()).hasSize(2);
    assertThat(targets.blocks()).hasSize(1);
  }

  @Test
  void twoColumnsAreTwoLinesAndTwoBlocks() {
    SnapTargets targets =
        SnapTargets.of(
            page(
                List.of(
                    line(50, 100, "left one"), line(300, 100, "right one"),
                    line(50, 115, "left two"), line(300, 115, "right two"))));
    assertThat(targets.blocks())
        .map(SnapTargets.Target::text)
        .containsExactly("left one left two", "right one right two");
  }

  @Test
  void aFrameSnapsToTheLinesThatItCovers() {
    SnapTargets targets =
        SnapTargets.of(page(List.of(line(50, 100, "first line"), line(50, 200, "second line"))));
    Box frame = targets.frame(new Box(30, 195, 300, 30), new Box(0, 0, 600, 800));
    assertThat(frame.contains(50, 200)).isTrue();
    assertThat(frame.y()).isGreaterThan(112);
    assertThat(frame.bottom()).isBetween(212.0, 240.0);
  }

  /**
   * Lines of 12 points, 14.4 apart (120 %, common practice), in one to three columns, whose lines
   * stand side by side.
   */
  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3})
  void noEdgeOfAFrameGoesThroughLetters(int columns) {
    Random hand = new Random(columns);
    Box paper = new Box(0, 0, 612, 792);
    for (int i = 0; i < 50; i++) {
      List<List<Word>> lines = new ArrayList<>();
      double top = 72 + hand.nextInt(10);
      for (int column = 0; column < columns; column++) {
        for (int n = 0; n < 40; n++) {
          lines.add(line(60 + column * 500.0 / columns, top + 14.4 * n, "as it is said"));
        }
      }
      SnapTargets targets = SnapTargets.of(page(lines));
      Box drawn =
          new Box(
              40 + hand.nextInt(300),
              60 + hand.nextInt(400),
              80 + hand.nextInt(200),
              30 + hand.nextInt(200));
      Box frame = targets.frame(drawn, paper);
      assertThat(targets.words())
          .map(w -> w.boxes().getFirst())
          .filteredOn(frame::overlaps)
          .allSatisfy(w -> assertThat(frame.union(w)).isEqualTo(frame));
    }
  }

  @Test
  void aClickMeansTheWholePageAndAFrameStaysOnIt() {
    SnapTargets targets = SnapTargets.of(page(List.of(line(2, 2, "edge"))));
    Box page = new Box(0, 0, 600, 800);
    assertThat(targets.frame(new Box(10, 10, 1, 1), page)).isEqualTo(page);
    assertThat(targets.frame(new Box(-50, -50, 200, 100), page))
        .satisfies(
            f -> {
              assertThat(f.x()).isNotNegative();
              assertThat(f.y()).isNotNegative();
            });
  }

  @Test
  void aPageWithoutWordsKeepsTheFrameAsItWasDrawn() {
    Box drawn = new Box(100, 100, 200, 150);
    assertThat(SnapTargets.of(page(List.of())).frame(drawn, new Box(0, 0, 600, 800)))
        .isEqualTo(drawn);
  }

  @Test
  void aBoxWithoutAreaCannotBeBuilt() {
    assertThatThrownBy(() -> new Box(0, 0, 0, 5)).isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> new Box(Double.NaN, 0, 1, 1))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void aRowOfATableIsOneBlockAndALineEndsWithItsCell() {
    Box left = new Box(40, 90, 150, 30);
    Box right = new Box(190, 90, 150, 30);
    Page page = page(List.of(line(50, 100, "Sketches"), line(200, 100, "Three bridges")));
    SnapTargets targets =
        SnapTargets.of(page, List.of(left, right), List.of(new Box(40, 90, 300, 30)));
    assertThat(targets.blocks())
        .containsExactly(
            new SnapTargets.Target("Sketches Three bridges", List.of(new Box(40, 90, 300, 30))));
    assertThat(targets.lines())
        .map(SnapTargets.Target::text)
        .containsExactly("Sketches", "Three bridges");
    assertThat(targets.cells())
        .containsExactly(
            new SnapTargets.Target("Sketches", List.of(left)),
            new SnapTargets.Target("Three bridges", List.of(right)));
  }

  @Test
  void aHeadingIsNoPartOfTheSentenceBelowIt() {
    SnapTargets targets =
        SnapTargets.of(
            page(
                List.of(
                    line(50, 100, "Part 1"),
                    line(50, 115, "Read this sheet once and write down"),
                    line(50, 130, "two questions."))));
    assertThat(targets.sentences())
        .map(SnapTargets.Target::text)
        .containsExactly("Part 1", "Read this sheet once and write down two questions.");
  }
}
