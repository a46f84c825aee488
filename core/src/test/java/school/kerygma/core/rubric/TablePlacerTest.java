package school.kerygma.core.rubric;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;

/** Pages set by hand: 100 points a column, 20 a row, words 6 points a letter and 10 high. */
class TablePlacerTest {

  private static final List<Double> WIDTHS = List.of(100.0, 100.0);

  private static final WrittenTable TABLE =
      new WrittenTable(
          3,
          WIDTHS,
          List.of(
              cell(0, 0, "Criterion"),
              cell(0, 1, "Full marks"),
              cell(1, 0, "Sketches"),
              cell(1, 1, "6 points"),
              cell(2, 0, "Model"),
              cell(2, 1, "4 points")));

  private final List<Word> words = new ArrayList<>();

  private static WrittenTable.Cell cell(int row, int column, String text) {
    return new WrittenTable.Cell(row, column, 1, 1, text);
  }

  private TablePlacerTest at(double x, double y, String... texts) {
    double left = x;
    for (String text : texts) {
      words.add(new Word(text, new Box(left, y, 6 * text.length(), 10)));
      left += 6 * text.length() + 3;
    }
    return this;
  }

  private TablePlacerTest row(int row, String[] first, String[] second) {
    return at(50, 100 + 20 * row, first).at(150, 100 + 20 * row, second);
  }

  private TablePlacerTest whole() {
    return row(0, new String[] {"Criterion"}, new String[] {"Full", "marks"})
        .row(1, new String[] {"Sketches"}, new String[] {"6", "points"})
        .row(2, new String[] {"Model"}, new String[] {"4", "points"});
  }

  private Page page() {
    return new Page(1, 400, 400, words);
  }

  private List<Grid> grids(List<Ruling> drawn) {
    Map<Integer, List<Ruling>> rulings =
        TablePlacer.rulings(List.of(TABLE), List.of(page()), number -> drawn);
    return GridReader.read(page(), rulings.getOrDefault(1, List.of()));
  }

  @Test
  void columnsHaveTheirWrittenWidthsAndRowsPartInTheAirBetween() {
    Grid grid = whole().grids(List.of()).getFirst();
    assertThat(grid.text(1, 1)).isEqualTo("6 points");
    Box box = grid.at(1, 1).orElseThrow().box();
    assertThat(box).isEqualTo(Box.between(144.6, 115, 244.6, 135));
  }

  @Test
  void theTableIsNotMistakenForATextThatBeginsLikeIt() {
    at(50, 20, "Criterion", "by", "criterion:", "Full", "marks", "are", "rare.");
    Grid grid = whole().grids(List.of()).getFirst();
    assertThat(grid.rows()).isEqualTo(3);
    assertThat(grid.box().y()).isGreaterThan(90);
  }

  @Test
  void theNumbersOfAListAndWordsPartedOtherwiseAreNoHindrance() {
    row(0, new String[] {"Criterion"}, new String[] {"Full", "marks"});
    at(50, 120, "1.", "Sket", "ches").at(150, 120, "6points");
    row(2, new String[] {"Model"}, new String[] {"4", "points"});
    Grid grid = grids(List.of()).getFirst();
    assertThat(grid.text(1, 0)).isEqualTo("1. Sket ches");
    assertThat(grid.text(2, 1)).isEqualTo("4 points");
  }

  @Test
  void aLineThatIsDrawnBetweenTwoColumnsIsTheirEdge() {
    Grid grid = whole().grids(List.of(new Ruling(140, 90, 140, 160))).getFirst();
    assertThat(grid.at(1, 1).orElseThrow().box().x()).isEqualTo(140);
  }

  @Test
  void linesThatGiveTheSameCellsAreLeftAsTheyAre() {
    List<Ruling> drawn = new ArrayList<>();
    for (int row = 0; row <= 3; row++) {
      drawn.add(new Ruling(40, 95 + 20 * row, 240, 95 + 20 * row));
    }
    for (int column = 0; column <= 2; column++) {
      drawn.add(new Ruling(40 + 100 * column, 95, 40 + 100 * column, 155));
    }
    whole();
    assertThat(TablePlacer.rulings(List.of(TABLE), List.of(page()), number -> drawn).get(1))
        .isEqualTo(drawn);
  }

  @Test
  void aTableThatIsNotOnThePagesChangesNothing() {
    at(50, 100, "Criterion").at(50, 120, "Nothing", "else");
    assertThat(TablePlacer.rulings(List.of(TABLE), List.of(page()), number -> List.of()).get(1))
        .isEmpty();
  }

  @Test
  void theSameTableTwiceIsFoundTwice() {
    whole();
    at(50, 220, "Criterion").at(150, 220, "Full", "marks");
    at(50, 240, "Sketches").at(150, 240, "6", "points");
    at(50, 260, "Model").at(150, 260, "4", "points");
    Map<Integer, List<Ruling>> rulings =
        TablePlacer.rulings(List.of(TABLE, TABLE), List.of(page()), number -> List.of());
    assertThat(GridReader.read(page(), rulings.get(1)))
        .extracting(g -> Math.round(g.box().y()))
        .containsExactly(98L, 218L);
  }
}
