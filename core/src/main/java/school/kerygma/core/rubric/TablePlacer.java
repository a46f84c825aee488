package school.kerygma.core.rubric;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntFunction;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;
import java.util.stream.Stream;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;

/**
 * Draws the tables of a word processor's file onto the pages that were made of it, as rulings, so
 * that their cells are those of the file whatever is drawn there. A table that goes over several
 * pages is drawn on each of them; one that cannot be found is left to {@link GridReader} alone.
 */
public final class TablePlacer {

  /** Between the edge of a cell and its words, in points: what word processors begin with. */
  private static final double PADDING = 5.4;

  /** Words of two rows may overlap by so much, in points: boxes are taller than letters. */
  private static final double OVERLAP = 4;

  /** The outer edge of a table is drawn within so much of its words, in points. */
  private static final double EDGE = 30;

  /** So far a table stays within its edge, in points: another may begin there. */
  private static final double APART = 2;

  private TablePlacer() {}

  /**
   * The rulings of the pages: those that are drawn, and those of the tables in their place.
   *
   * @param tables in the order in which they stand
   * @param drawn the lines of a page, by its number
   * @return by page, for all pages
   */
  public static Map<Integer, List<Ruling>> rulings(
      List<WrittenTable> tables, List<Page> pages, IntFunction<List<Ruling>> drawn) {
    Map<Integer, List<Ruling>> all = new HashMap<>();
    pages.forEach(p -> all.put(p.number(), drawn.apply(p.number())));
    TableWords words = new TableWords(pages);
    for (WrittenTable table : tables) {
      List<TableWords.Piece> pieces = words.find(table).orElse(List.of());
      for (Page page : pages) {
        List<TableWords.Piece> here =
            pieces.stream().filter(p -> p.page() == page.number()).toList();
        List<Ruling> lines = all.getOrDefault(page.number(), List.of());
        part(table, here, lines)
            .filter(part -> !isRead(part, GridReader.read(page, lines)))
            .ifPresent(part -> all.put(page.number(), replaced(lines, part)));
      }
    }
    return Map.copyOf(all);
  }

  /** Whether the drawn lines give these cells already. */
  private static boolean isRead(Grid part, List<Grid> read) {
    return read.stream()
        .anyMatch(
            g ->
                g.rows() == part.rows()
                    && g.columns() == part.columns()
                    && g.cells().size() == part.cells().size()
                    && part.cells().stream()
                        .allMatch(
                            c -> g.at(c.row(), c.column()).filter(o -> same(o, c)).isPresent()));
  }

  private static boolean same(Grid.Cell read, Grid.Cell written) {
    return read.rowSpan() == written.rowSpan()
        && read.columnSpan() == written.columnSpan()
        && read.box().contains(written.box().centerX(), written.box().centerY());
  }

  private static List<Ruling> replaced(List<Ruling> drawn, Grid part) {
    Box box = part.box();
    List<Ruling> lines =
        new ArrayList<>(drawn.stream().flatMap(r -> outside(r, box).stream()).toList());
    for (Grid.Cell cell : part.cells()) {
      Box b = cell.box();
      lines.add(new Ruling(b.x(), b.y(), b.right(), b.y()));
      lines.add(new Ruling(b.x(), b.bottom(), b.right(), b.bottom()));
      lines.add(new Ruling(b.x(), b.y(), b.x(), b.bottom()));
      lines.add(new Ruling(b.right(), b.y(), b.right(), b.bottom()));
    }
    return List.copyOf(lines);
  }

  /** What is left of a line outside a table: it may go on into the next one. */
  private static List<Ruling> outside(Ruling line, Box box) {
    boolean level = line.level();
    double near = level ? box.y() - PADDING : box.x() - PADDING;
    double far = level ? box.bottom() + PADDING : box.right() + PADDING;
    double from = (level ? box.x() : box.y()) - PADDING;
    double to = (level ? box.right() : box.bottom()) + PADDING;
    boolean crosses = line.at() > near && line.at() < far && line.from() < to && line.to() > from;
    if (!crosses) {
      return List.of(line);
    }
    List<Ruling> left = new ArrayList<>();
    if (line.from() < from) {
      left.add(
          level
              ? new Ruling(line.from(), line.y1(), from, line.y2())
              : new Ruling(line.x1(), line.from(), line.x2(), from));
    }
    if (line.to() > to) {
      left.add(
          level
              ? new Ruling(to, line.y1(), line.to(), line.y2())
              : new Ruling(line.x1(), to, line.x2(), line.to()));
    }
    return left;
  }

  /** What of a table stands on one page. */
  private static Optional<Grid> part(
      WrittenTable table, List<TableWords.Piece> here, List<Ruling> drawn) {
    List<TableWords.Piece> single = here.stream().filter(p -> p.cell().rowSpan() == 1).toList();
    List<TableWords.Piece> telling = single.isEmpty() ? here : single;
    if (telling.isEmpty()) {
      return Optional.empty();
    }
    int first = telling.stream().mapToInt(p -> p.cell().row()).min().orElseThrow();
    int end = telling.stream().mapToInt(p -> p.cell().endRow()).max().orElseThrow();
    double[] xs = columns(table, here, drawn);
    double[] ys = rows(here, first, end, drawn, xs);
    if (!isRising(xs) || !isRising(ys)) {
      return Optional.empty();
    }
    List<Grid.Cell> cells =
        table.cells().stream()
            .filter(c -> c.row() < end && c.endRow() > first)
            .map(
                c -> {
                  int top = Math.max(c.row(), first) - first;
                  int bottom = Math.min(c.endRow(), end) - first;
                  return new Grid.Cell(
                      top,
                      c.column(),
                      bottom - top,
                      c.columnSpan(),
                      Box.between(xs[c.column()], ys[top], xs[c.endColumn()], ys[bottom]),
                      c.text());
                })
            .toList();
    return Optional.of(
        new Grid(
            Box.between(xs[0], ys[0], xs[table.columns()], ys[end - first]),
            end - first,
            table.columns(),
            cells));
  }

  private static boolean isRising(double[] places) {
    for (int i = 1; i < places.length; i++) {
      if (!(places[i] - places[i - 1] > 1)) {
        return false;
      }
    }
    return true;
  }

  /** The columns have the widths that are written, as far as the words allow. */
  private static double[] columns(
      WrittenTable table, List<TableWords.Piece> here, List<Ruling> drawn) {
    int count = table.columns();
    double[] xs = new double[count + 1];
    double left = left(table, here);
    xs[0] = onLine(drawn, false, left - 2 * PADDING, left + PADDING, left);
    for (int c = 1; c <= count; c++) {
      int at = c;
      double from = most(here, p -> p.cell().endColumn() == at, p -> p.box().right());
      double to = least(here, p -> p.cell().column() == at, p -> p.box().x());
      double written = xs[0] + before(table, c);
      xs[c] = onLine(drawn, false, from, to, Math.max(from + 1, Math.min(to - 1, written)));
      if (to < from) {
        return new double[] {0, 0};
      }
    }
    return xs;
  }

  /** The left edge by the first column's words, or by those of others where it has none. */
  private static double left(WrittenTable table, List<TableWords.Piece> here) {
    double first = least(here, p -> p.cell().column() == 0, p -> p.box().x());
    return (Double.isFinite(first)
            ? first
            : least(here, p -> true, p -> p.box().x() - before(table, p.cell().column())))
        - PADDING;
  }

  private static double before(WrittenTable table, int column) {
    return table.widths().subList(0, column).stream().mapToDouble(w -> w).sum();
  }

  /** Rows part in the middle of the air between their words. */
  private static double[] rows(
      List<TableWords.Piece> here, int first, int end, List<Ruling> drawn, double[] xs) {
    double[] ys = new double[end - first + 1];
    Arrays.fill(ys, Double.NaN);
    List<Ruling> over =
        drawn.stream()
            .filter(r -> r.level() && r.from() < xs[1] && r.to() > xs[xs.length - 2])
            .toList();
    double top = least(here, p -> true, p -> p.box().y());
    double bottom = most(here, p -> true, p -> p.box().bottom());
    ys[0] = onLine(over, true, top - EDGE, top, top - 2 - APART) + APART;
    ys[end - first] = onLine(over, true, bottom, bottom + EDGE, bottom + 2 + APART) - APART;
    for (int r = first + 1; r < end; r++) {
      int at = r;
      double from = most(here, p -> p.cell().endRow() == at, p -> p.box().bottom());
      double to = least(here, p -> p.cell().row() == at, p -> p.box().y());
      if (to < from - OVERLAP) {
        return new double[] {0, 0};
      }
      if (Double.isFinite(from) && Double.isFinite(to)) {
        ys[r - first] = onLine(drawn, true, from - 1, to + 1, (from + to) / 2);
      }
    }
    // A row without a word shares the air between its neighbors.
    for (int i = 1; i < ys.length - 1; i++) {
      if (Double.isNaN(ys[i])) {
        int next = i;
        while (Double.isNaN(ys[next])) {
          next++;
        }
        ys[i] = ys[i - 1] + (ys[next] - ys[i - 1]) / (next - i + 1);
      }
    }
    return ys;
  }

  /** Where a line is drawn between two places, it is the edge. */
  private static double onLine(
      List<Ruling> drawn, boolean level, double from, double to, double otherwise) {
    return drawn.stream()
        .filter(r -> r.level() == level && r.at() > from && r.at() < to)
        .map(Ruling::at)
        .min(Comparator.comparing(at -> Math.abs(at - otherwise)))
        .orElse(otherwise);
  }

  private static double least(
      List<TableWords.Piece> pieces,
      Predicate<TableWords.Piece> which,
      ToDoubleFunction<TableWords.Piece> what) {
    return among(pieces, which).mapToDouble(what).min().orElse(Double.POSITIVE_INFINITY);
  }

  private static double most(
      List<TableWords.Piece> pieces,
      Predicate<TableWords.Piece> which,
      ToDoubleFunction<TableWords.Piece> what) {
    return among(pieces, which).mapToDouble(what).max().orElse(Double.NEGATIVE_INFINITY);
  }

  private static Stream<TableWords.Piece> among(
      List<TableWords.Piece> pieces, Predicate<TableWords.Piece> which) {
    return pieces.stream().filter(which);
  }
}
