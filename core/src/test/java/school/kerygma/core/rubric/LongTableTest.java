package school.kerygma.core.rubric;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;

/** Ruled tables on pages of 400 by 400 points: columns of 100, rows of 20. */
class LongTableTest {

  private final List<Word> words = new ArrayList<>();
  private final List<Ruling> rulings = new ArrayList<>();

  private static LongTableTest page() {
    return new LongTableTest();
  }

  private LongTableTest saying(double y, String text) {
    words.add(new Word(text, new Box(60, y, 40, 10)));
    return this;
  }

  /** A table whose rows begin at a height. */
  private LongTableTest table(double left, double top, String[]... rows) {
    double right = left + 100 * rows[0].length;
    double bottom = top + 20 * rows.length;
    for (int r = 0; r <= rows.length; r++) {
      rulings.add(new Ruling(left, top + 20 * r, right, top + 20 * r));
    }
    for (int c = 0; c <= rows[0].length; c++) {
      rulings.add(new Ruling(left + 100 * c, top, left + 100 * c, bottom));
    }
    for (int r = 0; r < rows.length; r++) {
      for (int c = 0; c < rows[r].length; c++) {
        if (!rows[r][c].isEmpty()) {
          words.add(new Word(rows[r][c], new Box(left + 100 * c + 5, top + 20 * r + 5, 60, 10)));
        }
      }
    }
    return this;
  }

  private static String[] row(String... cells) {
    return cells;
  }

  private static List<LongTable> tables(LongTableTest... pages) {
    List<LongTable.Sheet> sheets = new ArrayList<>();
    for (LongTableTest page : pages) {
      sheets.add(
          new LongTable.Sheet(new Page(sheets.size() + 1, 400, 400, page.words), page.rulings));
    }
    return LongTable.of(sheets);
  }

  private static LongTableTest first() {
    return page()
        .table(
            50,
            300,
            row("Criterion", "Full"),
            row("Sketches", "6 points"),
            row("Model", "4 points"))
        .saying(385, "1");
  }

  @Test
  void aRubricThatGoesOnOnTheNextPageIsAddedUpAsOne() {
    List<LongTable> tables =
        tables(first(), page().table(52, 42, row("Talk", "4 points"), row("Total", "14 points")));
    assertThat(tables).hasSize(1);
    Rubric rubric = Rubric.of(tables.getFirst().whole()).orElseThrow();
    assertThat(rubric.readings().getFirst().shares())
        .extracting(Rubric.Share::name)
        .containsExactly("Sketches", "Model", "Talk");
    assertThat(rubric.sum()).contains(new BigDecimal(14));
    assertThat(rubric.total()).contains(new BigDecimal(14));
  }

  /** Three pages with the head repeated, as word processors do (common practice). */
  @Test
  void aHeadThatStandsAgainOnEachPageCountsOnce() {
    String[] head = row("Criterion", "Full");
    LongTable table =
        tables(
                first(),
                page()
                    .table(50, 40, head, row("Talk", "4 points"))
                    .table(50, 80, row("Load", "2 points")),
                page())
            .getFirst();
    assertThat(table.parts()).extracting(LongTable.Part::page).containsExactly(1, 2);
    assertThat(table.whole().rows()).isEqualTo(5);
    assertThat(table.whole().text(4, 0)).isEqualTo("Load");
  }

  @Test
  void aSingleRowAtTheHeadOfThePageIsTheLastOfTheTable() {
    List<LongTable> tables =
        tables(first(), page().table(50, 40, row("Total", "10 points")).saying(200, "Words"));
    assertThat(tables).hasSize(1);
    assertThat(Rubric.of(tables.getFirst().whole()).orElseThrow().total())
        .contains(new BigDecimal(10));
  }

  @Test
  void aRowThatIsBrokenAtTheEndOfThePageIsWhole() {
    LongTable table =
        tables(first(), page().table(50, 40, row("", "neatly"), row("Talk", "4 points")))
            .getFirst();
    assertThat(table.whole().text(2, 1)).isEqualTo("4 points neatly");
    assertThat(table.whole().text(3, 0)).isEqualTo("Talk");
  }

  @Test
  void tablesWithWordsBetweenThemOrOtherColumnsAreTwo() {
    String[][] rows = {row("Talk", "4 points"), row("Load", "2 points")};
    assertThat(tables(first(), page().saying(60, "Now").table(50, 90, rows))).hasSize(2);
    assertThat(tables(first(), page().table(130, 40, rows))).hasSize(2);
    LongTableTest above = page().table(50, 200, rows).saying(300, "After");
    assertThat(tables(above, page().table(50, 40, rows))).hasSize(2);
    assertThat(tables(first(), page(), page().table(50, 40, rows))).hasSize(2);
  }
}
