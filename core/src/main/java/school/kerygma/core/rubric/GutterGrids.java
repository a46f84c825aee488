package school.kerygma.core.rubric;

import java.util.ArrayList;
import java.util.List;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;

/** Tables without rulings: gutters part columns, air parts rows. */
final class GutterGrids {

  private static final int LEAST_ROWS = 3;
  private static final int LEAST_COLUMNS = 3;

  private GutterGrids() {}

  /** The tables among the words that stand in no table found before. */
  static List<Grid> read(Page page, List<Grid> found) {
    List<Grid> grids = new ArrayList<>();
    List<Word> free =
        page.words().stream()
            .filter(
                w ->
                    found.stream()
                        .noneMatch(g -> g.box().contains(w.box().centerX(), w.box().centerY())))
            .toList();
    List<List<Word>> rows = GridCells.bands(free, GridCells.ROW_AIR);
    int at = 0;
    while (at < rows.size()) {
      int end = at;
      List<double[]> gutters = List.of();
      while (end < rows.size()) {
        List<List<Word>> tried = rows.subList(at, end + 1);
        List<double[]> shared = GridCells.gutters(tried, left(tried), right(tried));
        if (shared.size() < LEAST_COLUMNS - 1 || GridCells.sparse(rows.get(end), shared)) {
          break;
        }
        gutters = shared;
        end++;
      }
      if (end - at >= LEAST_ROWS) {
        List<List<Word>> table = rows.subList(at, end);
        grids.add(
            GridCells.parted(page, gutters, left(table) - 2, right(table) + 2, between(table)));
        at = end;
      } else {
        at++;
      }
    }
    return grids;
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
    ys[0] = GridCells.top(rows.getFirst()) - 2;
    for (int i = 1; i < rows.size(); i++) {
      ys[i] = (GridCells.bottom(rows.get(i - 1)) + GridCells.top(rows.get(i))) / 2;
    }
    ys[rows.size()] = GridCells.bottom(rows.getLast()) + 2;
    return ys;
  }
}
