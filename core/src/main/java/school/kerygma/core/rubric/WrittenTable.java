package school.kerygma.core.rubric;

import java.util.List;

/**
 * A table as a word processor keeps it: cells and what they say, but not where they come to stand
 * on a page.
 *
 * @param rows how many
 * @param widths of the columns, in points; as many as there are columns
 * @param cells from the top, each row from the left; a merged cell comes once
 */
public record WrittenTable(int rows, List<Double> widths, List<Cell> cells) {

  /**
   * A cell.
   *
   * @param row its uppermost, from 0
   * @param column its leftmost, from 0
   * @param rowSpan over how many rows it goes
   * @param columnSpan over how many columns it goes
   * @param text its words; empty if it has none
   */
  public record Cell(int row, int column, int rowSpan, int columnSpan, String text) {

    int endRow() {
      return row + rowSpan;
    }

    int endColumn() {
      return column + columnSpan;
    }
  }

  public WrittenTable {
    widths = List.copyOf(widths);
    cells = List.copyOf(cells);
    for (Cell cell : cells) {
      if (cell.endRow() > rows || cell.endColumn() > widths.size()) {
        throw new IllegalArgumentException("Outside the table: " + cell);
      }
    }
  }

  public int columns() {
    return widths.size();
  }
}
