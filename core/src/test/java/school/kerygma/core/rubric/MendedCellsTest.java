package school.kerygma.core.rubric;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import school.kerygma.core.handout.Box;
import school.kerygma.core.rubric.MendedCells.Mend;
import school.kerygma.core.rubric.MendedCells.Place;

class MendedCellsTest {

  private static final Mend SIX_OF_SKETCHES =
      new Mend(new Place(1, 0, 1, 1), Optional.of("five"), "Sketches", "six");

  private static List<LongTable> table(String... rows) {
    List<Grid.Cell> cells = new ArrayList<>();
    for (int r = 0; r < rows.length; r++) {
      String[] texts = rows[r].split(" ");
      for (int c = 0; c < texts.length; c++) {
        cells.add(new Grid.Cell(r, c, 1, 1, new Box(100 * c, 20 * r, 100, 20), texts[c]));
      }
    }
    Grid grid = new Grid(new Box(0, 0, 300, 300), rows.length, rows[0].split(" ").length, cells);
    return List.of(new LongTable(List.of(new LongTable.Part(1, 0, grid))));
  }

  private static String said(MendedCells cells, int row, int column) {
    return cells.tables().getFirst().parts().getFirst().grid().text(row, column);
  }

  @Test
  void aMendedCellSaysWhatTheTeacherWrote() {
    MendedCells cells =
        MendedCells.apply(table("Criterion Full", "Sketches five"), List.of(SIX_OF_SKETCHES));
    assertThat(said(cells, 1, 1)).isEqualTo("six");
    assertThat(cells.lost()).isEmpty();
  }

  @Test
  void itGoesWithItsRowWhenRowsComeBeforeIt() {
    MendedCells cells =
        MendedCells.apply(
            table("Criterion Full", "Talk five", "Sketches five"), List.of(SIX_OF_SKETCHES));
    assertThat(said(cells, 1, 1)).isEqualTo("five");
    assertThat(said(cells, 2, 1)).isEqualTo("six");
    assertThat(cells.at()).containsOnlyKeys(new Place(1, 0, 2, 1));
  }

  @Test
  void severalWordsAreFoundThoughTheirRowHasAnotherName() {
    Mend words =
        new Mend(new Place(1, 0, 1, 1), Optional.of("all_forces are drawn in"), "Sketches", "all");
    MendedCells cells = MendedCells.apply(table("Criterion Full", "Talk four"), List.of(words));
    assertThat(cells.lost()).containsExactly(words);
    Grid.Cell cell = new Grid.Cell(0, 1, 1, 1, new Box(100, 0, 100, 20), "all_forces are drawn in");
    Grid.Cell head = new Grid.Cell(0, 0, 1, 1, new Box(0, 0, 100, 20), "Drawings");
    Grid grid = new Grid(new Box(0, 0, 200, 20), 1, 2, List.of(head, cell));
    LongTable table = new LongTable(List.of(new LongTable.Part(1, 0, grid)));
    assertThat(said(MendedCells.apply(List.of(table), List.of(words)), 0, 1)).isEqualTo("all");
  }

  @Test
  void pointsOfARowThatIsNoMoreAreNotGivenToAnother() {
    for (String[] rows :
        List.of(
            new String[] {"Criterion Full", "Talk five"}, // at its very place
            new String[] {"Criterion Full", "Model four", "Talk five"})) {
      MendedCells cells = MendedCells.apply(table(rows), List.of(SIX_OF_SKETCHES));
      assertThat(cells.at()).isEmpty();
      assertThat(cells.lost()).containsExactly(SIX_OF_SKETCHES);
    }
  }

  @Test
  void aCellThatSaysSomethingElseNowIsNotMended() {
    MendedCells cells =
        MendedCells.apply(table("Criterion Full", "Sketches eight"), List.of(SIX_OF_SKETCHES));
    assertThat(said(cells, 1, 1)).isEqualTo("eight");
    assertThat(cells.lost()).containsExactly(SIX_OF_SKETCHES);
  }

  @Test
  void whereTwoCellsCouldBeMeantNeitherIsMended() {
    MendedCells cells =
        MendedCells.apply(
            table("Criterion Full", "Talk five", "Drawings five", "Model four"),
            List.of(new Mend(new Place(1, 0, 3, 1), Optional.of("five"), "Sketches", "six")));
    assertThat(cells.at()).isEmpty();
    assertThat(cells.lost()).hasSize(1);
  }

  @Test
  void ofOldMendsTheirPlaceCounts() {
    Mend old = new Mend(new Place(1, 0, 1, 1), Optional.empty(), "", "six");
    MendedCells cells = MendedCells.apply(table("Criterion Full", "Sketches five"), List.of(old));
    assertThat(said(cells, 1, 1)).isEqualTo("six");
  }
}
