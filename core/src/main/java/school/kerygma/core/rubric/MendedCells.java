package school.kerygma.core.rubric;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * Puts the cells that a teacher mended back into tables that have been read anew, by what they said
 * before and by the head of their row: a new edition may have moved them.
 *
 * @param tables with the mended words
 * @param at which cell was mended by what
 * @param lost what has no cell any more
 */
public record MendedCells(
    List<LongTable> tables, Map<Place, Mend> at, List<MendedCells.Mend> lost) {

  /**
   * Where a cell stands.
   *
   * @param page from 1
   * @param table of the page, from 0
   * @param row from 0
   * @param column from 0
   */
  public record Place(int page, int table, int row, int column) {}

  /**
   * A mended cell.
   *
   * @param place where it was mended
   * @param was what was read there then; empty if that is not known, and its place alone counts
   * @param head what was read in the first cell of its row then
   * @param text what it means
   */
  public record Mend(Place place, Optional<String> was, String head, String text) {}

  private static final int SEVERAL_WORDS = 4;

  private record Cell(Place place, String text, String head) {

    boolean is(Mend mend) {
      return mend.was().map(text::equals).orElse(place.equals(mend.place()));
    }

    boolean isSurely(Mend mend) {
      return is(mend) && (mend.was().isEmpty() || text.split(" ").length >= SEVERAL_WORDS);
    }

    boolean isBeside(Mend mend) {
      return is(mend) && head.equals(mend.head()) && place.column() == mend.place().column();
    }
  }

  public MendedCells {
    tables = List.copyOf(tables);
    at = Map.copyOf(at);
    lost = List.copyOf(lost);
  }

  /**
   * Finds the cells: at their place or elsewhere in a row of the same head. Where that head is no
   * more, only a cell of several words is surely the same one; "5 points" may be anybody's.
   */
  public static MendedCells apply(List<LongTable> tables, List<Mend> mends) {
    List<Cell> cells = new ArrayList<>();
    for (LongTable table : tables) {
      table.parts().forEach(part -> cells.addAll(cells(part)));
    }
    Map<Place, Mend> at = new HashMap<>();
    List<Mend> left = new ArrayList<>(mends);
    take(left, cells, at, (mend, c) -> c.isBeside(mend) && c.place().equals(mend.place()));
    take(left, cells, at, (mend, c) -> c.isBeside(mend));
    take(left, cells, at, (mend, c) -> c.isSurely(mend) && c.place().equals(mend.place()));
    take(left, cells, at, (mend, c) -> c.isSurely(mend));
    return new MendedCells(
        tables.stream().map(t -> t.mended(part -> mended(part, at))).toList(), at, left);
  }

  private interface Fit {
    boolean fits(Mend mend, Cell cell);
  }

  /** Takes what fits one cell only. */
  private static void take(List<Mend> left, List<Cell> cells, Map<Place, Mend> at, Fit fit) {
    for (Mend mend : List.copyOf(left)) {
      Predicate<Cell> free = c -> !at.containsKey(c.place());
      List<Cell> fitting = cells.stream().filter(free).filter(c -> fit.fits(mend, c)).toList();
      if (fitting.size() == 1) {
        at.put(fitting.getFirst().place(), mend);
        left.remove(mend);
      }
    }
  }

  private static List<Cell> cells(LongTable.Part part) {
    return part.grid().cells().stream()
        .map(c -> new Cell(place(part, c), c.text(), head(part.grid(), c)))
        .toList();
  }

  /** The place of a cell. */
  public static Place place(LongTable.Part part, Grid.Cell cell) {
    return new Place(part.page(), part.number(), cell.row(), cell.column());
  }

  /** What is read in the first cell of a cell's row. */
  public static String head(Grid grid, Grid.Cell cell) {
    return grid.text(cell.row(), 0);
  }

  private static Grid mended(LongTable.Part part, Map<Place, Mend> at) {
    Grid grid = part.grid();
    return new Grid(
        grid.box(),
        grid.rows(),
        grid.columns(),
        grid.cells().stream()
            .map(
                c ->
                    Optional.ofNullable(at.get(place(part, c)))
                        .map(m -> c.saying(m.text()))
                        .orElse(c))
            .toList());
  }
}
