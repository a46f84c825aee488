package school.kerygma.core.rubric;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;

/**
 * Lists with a column of points and no ruling, as word processors set them with tabs, dots or
 * tables without borders (common practice). Words are set at 5 points a letter, lines at 14.
 */
class PointColumnsTest {

  private static final double COLUMN = 400;

  /** Lines parted by "/"; what stands after "|" stands in the column at the right. */
  private static Page page(String text) {
    List<Word> words = new ArrayList<>();
    double y = 80;
    for (String line : text.split("/")) {
      String[] parts = line.split("\\|");
      set(words, parts[0].strip(), 60, y);
      if (parts.length > 1) {
        set(words, parts[1].strip(), COLUMN, y);
      }
      y += 14;
    }
    return new Page(1, 612, 792, words);
  }

  private static void set(List<Word> words, String text, double x, double y) {
    double at = x;
    for (String word : text.split(" ")) {
      words.add(new Word(word, new Box(at, y, 5 * word.length(), 10)));
      at += 5 * (word.length() + 1);
    }
  }

  private static List<Grid> grids(String text) {
    return GridReader.read(page(text), List.of());
  }

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = ';',
      value = {
        "Marked like this / Question | 5 / Method | 10 / Graph | 15 / Total | 30 / Hand it in; 30",
        "Criterion | Marks / Title page | 4 / Sources | 6 / Spelling | 2; 12",
        "Map .......... | 5 points / Timeline ...... | 10 points / Sources ______ | 3 pts; 18",
        "Part | Marks / A title page with your name | 4 / and a drawing / Sources | 6 / Words | 2; 12",
      })
  void aListWithAColumnOfPointsIsATable(String text, String sum) {
    assertThat(grids(text)).hasSize(1);
    assertThat(RubricReader.read(grids(text).getFirst()).orElseThrow().sum().orElseThrow())
        .isEqualByComparingTo(sum);
  }

  @Test
  void aLabelGoesOnInTheNextLine() {
    List<Grid> grids = grids("Part | Marks / A long title | 4 / page / Sources | 6 / Words | 2");
    assertThat(grids.getFirst().text(1, 0).replaceAll("\\s+", " ")).isEqualTo("A long title page");
  }

  @ParameterizedTest
  @CsvSource({
    "Contents / Introduction | 1 / Beams | 4 / Trusses | 9 / Loads | 12",
    "Scores / Red team | 12 / Blue team | 9 / Green team | 15",
    "Count / It had 12 points / It had 14 points / It had 30 points",
    "Marks | Marks / Method | 10 / Graph | 15",
  })
  void whatDoesNotSayThatItCountsPointsIsNone(String text) {
    assertThat(grids(text)).isEmpty();
  }
}
