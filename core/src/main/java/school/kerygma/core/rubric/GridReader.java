package school.kerygma.core.rubric;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;

/**
 * Finds the tables of a page: by its rulings where there are some, by the gutters between its words
 * where there are none. What lies between two places without a ruling is one merged cell.
 */
public final class GridReader {

  /** Rulings nearer than this are the two edges of one line, in points. */
  private static final double SAME_LINE = 4;

  /** Rulings that end within this distance of each other meet, in points. */
  private static final double MEETS = 3;

  /** The least width of a gutter between two columns, in points. */
  private static final double GUTTER = 9;

  /** Rows are parted by more air than lines: by this share of a word's height. */
  private static final double ROW_AIR = 0.55;

  /** A table has at least so many rows and columns. */
  private static final int LEAST_ROWS = 2;

  private static final int LEAST_ROWS_UNRULED = 3;
  private static final int LEAST_COLUMNS = 2;
  private static final int LEAST_COLUMNS_UNRULED = 3;

  private GridReader() {}

  /** The tables of a page, from the top. */
  public static List<Grid> read(Page page, List<Ruling> rulings) {
    List<Grid> grids = new ArrayList<>();
    for (List<Ruling> together : connected(rulings)) {
      double[] ys = places(together.stream().filter(Ruling::level).toList());
      double[] xs = places(together.stream().filter(r -> !r.level()).toList());
      if (ys.length > LEAST_ROWS && xs.length > LEAST_COLUMNS) {
        grids.add(ruled(page, together, xs, ys));
      }
    }
    levelOnly(page, rulings, grids);
    unruled(page, grids);
    grids.removeIf(g -> g.cells().stream().filter(c -> !c.text().isEmpty()).count() < 4);
    grids.sort(Comparator.comparing(g -> g.box().y()));
    return List.copyOf(grids);
  }

  /** Rows with the columns of a table of the page before, however few they are. */
  static Optional<Grid> rowsLike(Grid above, Page page, List<Ruling> rulings) {
    return connected(rulings).stream()
        .flatMap(
            together -> {
              double[] ys = places(together.stream().filter(Ruling::level).toList());
              double[] xs = places(together.stream().filter(r -> !r.level()).toList());
              return ys.length > 1 && xs.length == above.columns() + 1
                  ? Stream.of(ruled(page, together, xs, ys))
                  : Stream.<Grid>empty();
            })
        .min(Comparator.comparing(g -> g.box().y()));
  }

  // ---- with rulings

  /** Rulings that touch one another, directly or by others. */
  private static List<List<Ruling>> connected(List<Ruling> rulings) {
    List<List<Ruling>> groups = new ArrayList<>();
    for (Ruling ruling : rulings) {
      List<Ruling> joined = new ArrayList<>(List.of(ruling));
      for (List<Ruling> group : List.copyOf(groups)) {
        if (group.stream().anyMatch(r -> touch(r, ruling))) {
          joined.addAll(group);
          groups.remove(group);
        }
      }
      groups.add(joined);
    }
    return groups;
  }

  private static boolean touch(Ruling a, Ruling b) {
    return a.x1() - MEETS <= b.x2()
        && b.x1() - MEETS <= a.x2()
        && a.y1() - MEETS <= b.y2()
        && b.y1() - MEETS <= a.y2();
  }

  /** Where rulings stand, each line once. */
  private static double[] places(List<Ruling> rulings) {
    double[] all = rulings.stream().mapToDouble(Ruling::at).sorted().toArray();
    List<Double> apart = new ArrayList<>();
    for (double at : all) {
      if (apart.isEmpty() || at - apart.getLast() > SAME_LINE) {
        apart.add(at);
      }
    }
    return apart.stream().mapToDouble(Double::doubleValue).toArray();
  }

  private static Grid ruled(Page page, List<Ruling> rulings, double[] xs, double[] ys) {
    int rows = ys.length - 1;
    int columns = xs.length - 1;
    int[] owner = new int[rows * columns];
    Arrays.setAll(owner, i -> i);
    for (int r = 0; r < rows; r++) {
      for (int c = 0; c < columns; c++) {
        int here = r * columns + c;
        if (c + 1 < columns && !parted(rulings, false, xs[c + 1], ys[r], ys[r + 1])) {
          join(owner, here, here + 1);
        }
        if (r + 1 < rows && !parted(rulings, true, ys[r + 1], xs[c], xs[c + 1])) {
          join(owner, here, here + columns);
        }
      }
    }
    return grid(page, owner, xs, ys);
  }

  private static void join(int[] owner, int a, int b) {
    int from = owner[b];
    int to = owner[a];
    for (int i = 0; i < owner.length; i++) {
      if (owner[i] == from) {
        owner[i] = Math.min(from, to);
      } else if (owner[i] == to) {
        owner[i] = Math.min(from, to);
      }
    }
  }

  /** Whether rulings at a place cover most of the way from one end to the other. */
  private static boolean parted(
      List<Ruling> rulings, boolean level, double at, double from, double to) {
    double covered = 0;
    for (Ruling r : rulings) {
      if (r.level() == level && Math.abs(r.at() - at) <= SAME_LINE) {
        covered = Math.max(covered, Math.min(r.to(), to) - Math.max(r.from(), from));
      }
    }
    return covered > (to - from) / 2;
  }

  private static Grid grid(Page page, int[] owner, double[] xs, double[] ys) {
    int columns = xs.length - 1;
    int rows = ys.length - 1;
    List<Grid.Cell> cells = new ArrayList<>();
    for (int i = 0; i < owner.length; i++) {
      if (owner[i] != i) {
        continue;
      }
      int own = i;
      int row = i / columns;
      int column = i % columns;
      int lastRow = row;
      int lastColumn = column;
      for (int j = 0; j < owner.length; j++) {
        if (owner[j] == own) {
          lastRow = Math.max(lastRow, j / columns);
          lastColumn = Math.max(lastColumn, j % columns);
        }
      }
      Box box = Box.between(xs[column], ys[row], xs[lastColumn + 1], ys[lastRow + 1]);
      cells.add(
          new Grid.Cell(
              row, column, lastRow - row + 1, lastColumn - column + 1, box, text(page, box)));
    }
    return new Grid(
        Box.between(xs[0], ys[0], xs[columns], ys[rows]), rows, columns, List.copyOf(cells));
  }

  /** The words whose middle lies in a box, line by line. */
  private static String text(Page page, Box box) {
    List<Word> inside =
        page.words().stream()
            .filter(w -> box.contains(w.box().centerX(), w.box().centerY()))
            .toList();
    return Word.text(
        bands(inside, 0).stream()
            .flatMap(b -> b.stream().sorted(Comparator.comparing(w -> w.box().x())))
            .toList());
  }

  // ---- with level rulings only

  /** Rulings of the same length one under the other part rows; gutters part columns. */
  private static void levelOnly(Page page, List<Ruling> rulings, List<Grid> grids) {
    List<Ruling> left =
        new ArrayList<>(
            rulings.stream()
                .filter(Ruling::level)
                .filter(r -> grids.stream().noneMatch(g -> inside(r, g.box())))
                .toList());
    while (!left.isEmpty()) {
      Ruling first = left.getFirst();
      List<Ruling> same =
          left.stream()
              .filter(
                  r ->
                      Math.abs(r.x1() - first.x1()) < GUTTER
                          && Math.abs(r.x2() - first.x2()) < GUTTER)
              .toList();
      left.removeAll(same);
      double[] ys = places(same);
      if (ys.length > LEAST_ROWS) {
        ys = withAir(page, first, ys);
        Box box = Box.between(first.x1(), ys[0], first.x2(), ys[ys.length - 1]);
        List<double[]> gutters = gutters(rowsBetween(page, box, ys), first.x1(), first.x2());
        if (gutters.size() >= LEAST_COLUMNS - 1) {
          grids.add(parted(page, gutters, first.x1(), first.x2(), ys));
        }
      }
    }
  }

  /**
   * Between two rulings there may be several rows, parted by air alone, as where only some are
   * shaded.
   */
  private static double[] withAir(Page page, Ruling across, double[] ys) {
    List<Double> all = new ArrayList<>();
    Box box = Box.between(across.x1(), ys[0], across.x2(), ys[ys.length - 1]);
    List<List<Word>> rows = rowsBetween(page, box, ys);
    List<double[]> gutters = gutters(rows, across.x1(), across.x2());
    for (int i = 0; i < rows.size(); i++) {
      all.add(ys[i]);
      List<List<Word>> bands = bands(rows.get(i), ROW_AIR);
      if (bands.stream().noneMatch(b -> sparse(b, gutters))) {
        for (int b = 1; b < bands.size(); b++) {
          all.add((bottom(bands.get(b - 1)) + top(bands.get(b))) / 2);
        }
      }
    }
    all.add(ys[ys.length - 1]);
    return all.stream().mapToDouble(Double::doubleValue).toArray();
  }

  private static boolean inside(Ruling r, Box box) {
    return r.y1() >= box.y() - MEETS
        && r.y2() <= box.bottom() + MEETS
        && r.x2() >= box.x()
        && r.x1() <= box.right();
  }

  private static List<List<Word>> rowsBetween(Page page, Box box, double[] ys) {
    List<List<Word>> rows = new ArrayList<>();
    for (int i = 0; i + 1 < ys.length; i++) {
      Box row = Box.between(box.x(), ys[i], box.right(), ys[i + 1]);
      rows.add(
          page.words().stream()
              .filter(w -> row.contains(w.box().centerX(), w.box().centerY()))
              .toList());
    }
    return rows;
  }

  // ---- without rulings

  private static void unruled(Page page, List<Grid> grids) {
    List<Word> free =
        page.words().stream()
            .filter(
                w ->
                    grids.stream()
                        .noneMatch(g -> g.box().contains(w.box().centerX(), w.box().centerY())))
            .toList();
    List<List<Word>> rows = bands(free, ROW_AIR);
    int at = 0;
    while (at < rows.size()) {
      int end = at;
      List<double[]> gutters = List.of();
      while (end < rows.size()) {
        List<List<Word>> tried = rows.subList(at, end + 1);
        List<double[]> shared = gutters(tried, left(tried), right(tried));
        if (shared.size() < LEAST_COLUMNS_UNRULED - 1 || sparse(rows.get(end), shared)) {
          break;
        }
        gutters = shared;
        end++;
      }
      if (end - at >= LEAST_ROWS_UNRULED) {
        List<List<Word>> table = rows.subList(at, end);
        grids.add(parted(page, gutters, left(table) - 2, right(table) + 2, between(table)));
        at = end;
      } else {
        at++;
      }
    }
  }

  /** A row whose words all stand in one column belongs to no table. */
  private static boolean sparse(List<Word> row, List<double[]> gutters) {
    return row.stream()
            .map(w -> gutters.stream().filter(g -> w.box().centerX() > g[0]).count())
            .distinct()
            .count()
        < 2;
  }

  private static double left(List<List<Word>> rows) {
    return rows.stream().flatMap(List::stream).mapToDouble(w -> w.box().x()).min().orElse(0);
  }

  private static double right(List<List<Word>> rows) {
    return rows.stream().flatMap(List::stream).mapToDouble(w -> w.box().right()).max().orElse(0);
  }

  /** The middles of the air between rows, with the outer edges. */
  private static double[] between(List<List<Word>> rows) {
    double[] ys = new double[rows.size() + 1];
    ys[0] = top(rows.getFirst()) - 2;
    for (int i = 1; i < rows.size(); i++) {
      ys[i] = (bottom(rows.get(i - 1)) + top(rows.get(i))) / 2;
    }
    ys[rows.size()] = bottom(rows.getLast()) + 2;
    return ys;
  }

  private static double top(List<Word> row) {
    return row.stream().mapToDouble(w -> w.box().y()).min().orElse(0);
  }

  private static double bottom(List<Word> row) {
    return row.stream().mapToDouble(w -> w.box().bottom()).max().orElse(0);
  }

  /** Words parted where there is air from edge to edge of more than a share of a word's height. */
  private static List<List<Word>> bands(List<Word> words, double air) {
    List<Word> down = words.stream().sorted(Comparator.comparing((Word w) -> w.box().y())).toList();
    double height =
        down.stream()
            .mapToDouble(w -> w.box().height())
            .sorted()
            .skip(down.size() / 2)
            .findFirst()
            .orElse(0);
    List<List<Word>> bands = new ArrayList<>();
    double until = Double.NEGATIVE_INFINITY;
    for (Word word : down) {
      // Lines of one row overlap a little in their boxes; a third of a word is no air yet.
      double overlap = air == 0 ? word.box().height() / 3 : 0;
      if (bands.isEmpty() || word.box().y() > until + air * height - overlap) {
        bands.add(new ArrayList<>());
        until = word.box().bottom();
      }
      bands.getLast().add(word);
      until = Math.max(until, word.box().bottom());
    }
    return bands;
  }

  /** The stretches from left to right that no word of any row stands in, outer ones left out. */
  private static List<double[]> gutters(List<List<Word>> rows, double left, double right) {
    List<Box> boxes =
        rows.stream()
            .flatMap(List::stream)
            .map(Word::box)
            .sorted(Comparator.comparing(Box::x))
            .toList();
    List<double[]> gutters = new ArrayList<>();
    double until = left;
    boolean begun = false;
    for (Box box : boxes) {
      if (begun && box.x() - until >= GUTTER && box.x() < right) {
        gutters.add(new double[] {until, box.x()});
      }
      begun = true;
      until = Math.max(until, box.right());
    }
    return gutters;
  }

  private static Grid parted(
      Page page, List<double[]> gutters, double left, double right, double[] ys) {
    double[] xs = new double[gutters.size() + 2];
    xs[0] = left;
    xs[xs.length - 1] = right;
    for (int i = 0; i < gutters.size(); i++) {
      xs[i + 1] = (gutters.get(i)[0] + gutters.get(i)[1]) / 2;
    }
    int[] owner = new int[(xs.length - 1) * (ys.length - 1)];
    Arrays.setAll(owner, i -> i);
    return grid(page, owner, xs, ys);
  }
}
