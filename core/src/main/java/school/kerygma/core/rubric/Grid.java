package school.kerygma.core.rubric;

import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import school.kerygma.core.handout.Box;

/**
 * A table of a page.
 *
 * @param rows how many, merged cells counted in each
 * @param columns how many
 * @param cells from the top, each row from the left; a merged cell comes once
 */
public record Grid(Box box, int rows, int columns, List<Cell> cells) {

  /**
   * A cell.
   *
   * @param row its uppermost, from 0
   * @param column its leftmost, from 0
   * @param rowSpan over how many rows it goes
   * @param columnSpan over how many columns it goes
   * @param text its words; empty if it has none
   */
  public record Cell(int row, int column, int rowSpan, int columnSpan, Box box, String text) {

    boolean covers(int r, int c) {
      return r >= row && r < row + rowSpan && c >= column && c < column + columnSpan;
    }

    /** The same cell with other words. */
    public Cell saying(String other) {
      return new Cell(row, column, rowSpan, columnSpan, box, other);
    }
  }

  /** The cell that covers a place, if one does. */
  public Optional<Cell> at(int row, int column) {
    return cells.stream().filter(c -> c.covers(row, column)).findFirst();
  }

  /** The words at a place. */
  public String text(int row, int column) {
    return at(row, column).map(Cell::text).orElse("");
  }

  /** The boxes of the rows, over their whole width; what is merged over rows belongs to each. */
  public List<Box> rowBoxes() {
    return IntStream.range(0, rows)
        .mapToObj(row -> cells.stream().filter(c -> c.row() == row && c.rowSpan() == 1).toList())
        .filter(own -> !own.isEmpty())
        .map(
            own -> {
              Box cells = Box.around(own.stream().map(Cell::box).toList());
              return Box.between(box.x(), cells.y(), box.right(), cells.bottom());
            })
        .toList();
  }
}
