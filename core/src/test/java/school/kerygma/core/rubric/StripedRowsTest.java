package school.kerygma.core.rubric;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;

/** Pages set by hand: columns begin at 50, 200 and 400; rows are 24 high, their words 12. */
class StripedRowsTest {

  private static final double[] COLUMNS = {50, 200, 400, 500};

  private final List<Word> words = new ArrayList<>();
  private final List<Ruling> rulings = new ArrayList<>();
  private double y = 100;

  private StripedRowsTest text(double x, String line) {
    for (String word : line.split(" ")) {
      words.add(new Word(word, new Box(x, y + 6, 6 * word.length(), 12)));
      x += 6 * word.length() + 4;
    }
    return this;
  }

  private StripedRowsTest row(boolean shaded, String... cells) {
    for (int c = 0; c < cells.length; c++) {
      if (!cells[c].isEmpty()) {
        text(COLUMNS[c] + 8, cells[c]);
      }
      if (shaded) {
        rulings.add(new Ruling(COLUMNS[c], y, COLUMNS[c + 1], y));
        rulings.add(new Ruling(COLUMNS[c], y + 24, COLUMNS[c + 1], y + 24));
        rulings.add(new Ruling(COLUMNS[c], y, COLUMNS[c], y + 24));
        rulings.add(new Ruling(COLUMNS[c + 1], y, COLUMNS[c + 1], y + 24));
      }
    }
    y += 24;
    return this;
  }

  private List<Grid> grids() {
    return GridReader.read(new Page(1, 612, 792, words), rulings);
  }

  @Test
  void rowsBetweenStripesAndBelowThemBelongToTheTable() {
    row(true, "Part", "What is asked", "Points");
    row(false, "Plan", "three sketches", "15");
    row(true, "Model", "of card", "25");
    row(false, "Report", "one page", "10");
    List<Grid> grids = grids();
    assertThat(grids).hasSize(1);
    assertThat(grids.getFirst().rows()).isEqualTo(4);
    assertThat(Rubric.of(grids.getFirst()).orElseThrow().sum()).contains(new BigDecimal(50));
  }

  @Test
  void aHeadAloneMayBeShaded() {
    row(true, "Part", "What is asked", "Points");
    row(false, "Plan", "three sketches", "15");
    row(false, "Model", "of card", "25");
    assertThat(Rubric.of(grids().getFirst()).orElseThrow().sum()).contains(new BigDecimal(40));
  }

  @Test
  void aParagraphBelowIsNoRow() {
    row(true, "Part", "What is asked", "Points");
    row(true, "Plan", "three sketches", "15");
    text(50, "Bring everything on Monday, please, in a large box.");
    assertThat(grids().getFirst().rows()).isEqualTo(2);
  }

  /** Its words happen to part where a column ends; they do not begin where those of cells do. */
  @Test
  void aParagraphAboveIsNoRow() {
    text(50, "Here is your rubric for the next two weeks.");
    y += 24;
    row(true, "Part", "What is asked", "Points").row(true, "Plan", "three sketches", "15");
    assertThat(grids().getFirst().rows()).isEqualTo(2);
  }

  @Test
  void twoTablesWithAHeadingBetweenThemAreTwo() {
    row(true, "Part", "What is asked", "Points").row(true, "Plan", "three sketches", "15");
    text(50, "Talk");
    y += 24;
    row(true, "Part", "What is asked", "Points").row(true, "Voice", "loud enough", "5");
    assertThat(grids()).hasSize(2);
    assertThat(grids()).allMatch(g -> g.rows() == 2);
  }
}
