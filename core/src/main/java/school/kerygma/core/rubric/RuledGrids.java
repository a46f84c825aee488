package school.kerygma.core.rubric;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import school.kerygma.core.handout.Page;

/**
 * Tables with rulings both ways. What lies between two places without a ruling is one merged cell.
 */
final class RuledGrids {

  /** A table has at least so many rows and columns. */
  private static final int LEAST = 2;

  /** Rulings that end within this distance of each other meet, in points. */
  private static final double MEETS = 3;

  private RuledGrids() {}

  /** The tables of a page that have rulings both ways. */
  static List<Grid> read(Page page, List<Ruling> rulings) {
    return among(page, rulings, (rows, columns) -> rows >= LEAST && columns >= LEAST);
  }

  /** Rows with the columns of a table of the page before, however few they are. */
  static Optional<Grid> rowsLike(Grid above, Page page, List<Ruling> rulings) {
    return among(page, rulings, (rows, columns) -> rows >= 1 && columns == above.columns()).stream()
        .min(Comparator.comparing(g -> g.box().y()));
  }

  /** Which numbers of rows and columns are looked for. */
  private interface Size {
    boolean fits(int rows, int columns);
  }

  private static List<Grid> among(Page page, List<Ruling> rulings, Size size) {
    List<Grid> grids = new ArrayList<>();
    for (List<Ruling> together : StripedRows.joined(page, connected(rulings))) {
      double[] ys = GridCells.places(together.stream().filter(Ruling::level).toList());
      double[] xs = GridCells.places(together.stream().filter(r -> !r.level()).toList());
      if (size.fits(ys.length - 1, xs.length - 1)) {
        grids.add(ruled(page, together, xs, ys));
      }
    }
    return grids;
  }

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
    return GridCells.grid(page, owner, xs, ys);
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
      if (r.level() == level && Math.abs(r.at() - at) <= GridCells.SAME_LINE) {
        covered = Math.max(covered, Math.min(r.to(), to) - Math.max(r.from(), from));
      }
    }
    return covered > (to - from) / 2;
  }
}
