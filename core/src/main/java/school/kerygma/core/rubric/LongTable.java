package school.kerygma.core.rubric;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;

/**
 * A table that may go over several pages.
 *
 * @param parts one for each page, from the first on; at least one
 */
public record LongTable(List<Part> parts) {

  /** Above and below this share of a page stand its head and its foot. */
  private static final double MARGIN = 0.1;

  /**
   * What of it stands on one page.
   *
   * @param page from 1
   * @param number of the table among those of its page, from 0
   */
  public record Part(int page, int number, Grid grid) {}

  /** A page with its lines; its tables are found once. */
  public static final class Sheet {

    private final Page page;
    private final List<Ruling> rulings;
    private @Nullable List<Grid> grids;

    public Sheet(Page page, List<Ruling> rulings) {
      this.page = page;
      this.rulings = List.copyOf(rulings);
    }

    public Page page() {
      return page;
    }

    public List<Ruling> rulings() {
      return rulings;
    }

    /** The tables that stand on the page, from the top. */
    public List<Grid> grids() {
      List<Grid> found = grids;
      if (found == null) {
        found = List.copyOf(GridReader.read(page, rulings));
        grids = found;
      }
      return found;
    }
  }

  public LongTable {
    parts = List.copyOf(parts);
  }

  /**
   * The tables of a paper. One at the foot of a page goes on with one at the head of the next that
   * has the same columns, even if that is a single row.
   *
   * @param sheets all pages, in their order
   */
  public static List<LongTable> of(List<Sheet> sheets) {
    List<List<Part>> tables = new ArrayList<>();
    Optional<Sheet> before = Optional.empty();
    for (Sheet sheet : sheets) {
      List<Grid> grids = new ArrayList<>(sheet.grids());
      List<Part> open = tables.isEmpty() ? List.of() : tables.getLast();
      boolean mayGoOn =
          !open.isEmpty()
              && before.isPresent()
              && open.getLast().page() == before.get().page().number()
              && isLast(open.getLast().grid(), before.get().page());
      if (mayGoOn) {
        Grid above = open.getLast().grid();
        if (grids.isEmpty() || !goesOn(above, grids.getFirst(), sheet.page())) {
          RuledGrids.rowsLike(above, sheet.page(), sheet.rulings())
              .filter(row -> goesOn(above, row, sheet.page()))
              .ifPresent(grids::add);
        }
      }
      for (int i = 0; i < grids.size(); i++) {
        Part part = new Part(sheet.page().number(), i, grids.get(i));
        if (mayGoOn && goesOn(open.getLast().grid(), grids.get(i), sheet.page())) {
          open.add(part);
          mayGoOn = false;
        } else {
          tables.add(new ArrayList<>(List.of(part)));
        }
      }
      before = Optional.of(sheet);
    }
    return tables.stream().map(LongTable::new).toList();
  }

  private static boolean isLast(Grid grid, Page page) {
    double foot = page.height() * (1 - MARGIN);
    return page.words().stream()
        .noneMatch(w -> w.box().centerY() > grid.box().bottom() && w.box().bottom() < foot);
  }

  private static boolean goesOn(Grid above, Grid below, Page page) {
    double head = page.height() * MARGIN;
    return above.columns() == below.columns()
        && IntStream.range(0, above.columns())
            .allMatch(c -> isOver(column(above, c), column(below, c)))
        && page.words().stream()
            .noneMatch(w -> w.box().centerY() < below.box().y() && w.box().y() > head);
  }

  private static Optional<Box> column(Grid grid, int column) {
    return grid.cells().stream()
        .filter(c -> c.column() == column && c.columnSpan() == 1)
        .map(Grid.Cell::box)
        .findFirst();
  }

  /** Where all cells of a column are merged with others, the other columns have to tell. */
  private static boolean isOver(Optional<Box> a, Optional<Box> b) {
    return a.isEmpty()
        || b.isEmpty()
        || a.get().x() < b.get().centerX()
            && b.get().centerX() < a.get().right()
            && b.get().x() < a.get().centerX()
            && a.get().centerX() < b.get().right();
  }

  /**
   * All of it as one table. A head that stands again on each page comes once; a row that was broken
   * at the end of a page is whole. The boxes of cells are those on their own pages.
   */
  public Grid whole() {
    return joined().whole();
  }

  /** For each part, which row of {@link #whole} each of its rows belongs to. */
  public List<List<Integer>> rowsOfWhole() {
    return joined().rows();
  }

  private record Joined(Grid whole, List<List<Integer>> rows) {}

  private Joined joined() {
    Grid whole = parts.getFirst().grid();
    List<List<Integer>> rows = new ArrayList<>();
    rows.add(IntStream.range(0, whole.rows()).boxed().toList());
    for (Part part : parts.subList(1, parts.size())) {
      Grid next = part.grid();
      List<Integer> own = new ArrayList<>();
      if (sameRow(whole, next)) {
        own.add(0);
        next = from(next, 1);
      }
      if (next.rows() > 0 && next.text(0, 0).isBlank()) {
        own.add(whole.rows() - 1);
        whole = withRestOfRow(whole, next);
        next = from(next, 1);
      }
      int above = whole.rows();
      IntStream.range(0, next.rows()).forEach(r -> own.add(above + r));
      whole = under(whole, next);
      rows.add(own);
    }
    return new Joined(whole, rows);
  }

  private static boolean sameRow(Grid a, Grid b) {
    return IntStream.range(0, a.columns()).allMatch(c -> a.text(0, c).equals(b.text(0, c)));
  }

  private static Grid from(Grid grid, int row) {
    List<Grid.Cell> cells =
        grid.cells().stream()
            .filter(c -> c.row() + c.rowSpan() > row)
            .map(
                c -> {
                  int top = Math.max(c.row(), row);
                  return new Grid.Cell(
                      top - row,
                      c.column(),
                      c.row() + c.rowSpan() - top,
                      c.columnSpan(),
                      c.box(),
                      c.text());
                })
            .toList();
    return new Grid(grid.box(), grid.rows() - row, grid.columns(), cells);
  }

  private static Grid withRestOfRow(Grid above, Grid below) {
    List<Grid.Cell> cells =
        above.cells().stream()
            .map(
                c ->
                    c.row() + c.rowSpan() == above.rows()
                        ? c.saying((c.text() + " " + below.text(0, c.column())).strip())
                        : c)
            .toList();
    return new Grid(above.box(), above.rows(), above.columns(), cells);
  }

  private static Grid under(Grid above, Grid below) {
    List<Grid.Cell> cells = new ArrayList<>(above.cells());
    below
        .cells()
        .forEach(
            c ->
                cells.add(
                    new Grid.Cell(
                        above.rows() + c.row(),
                        c.column(),
                        c.rowSpan(),
                        c.columnSpan(),
                        c.box(),
                        c.text())));
    return new Grid(above.box(), above.rows() + below.rows(), above.columns(), List.copyOf(cells));
  }

  /** The same table with other words in its cells. */
  public LongTable mended(Function<Part, Grid> mend) {
    return new LongTable(
        parts.stream().map(p -> new Part(p.page(), p.number(), mend.apply(p))).toList());
  }
}
