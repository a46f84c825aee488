package school.kerygma.core.rubric;

import java.util.ArrayList;
import java.util.List;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;

/** Tables with level rulings only: rulings part rows, gutters part columns. */
final class LevelGrids {

  private static final int LEAST_ROWS = 2;
  private static final int LEAST_COLUMNS = 2;

  /** Rulings that end within this distance of each other meet, in points. */
  private static final double MEETS = 3;

  private LevelGrids() {}

  /** Rulings of the same length one under the other part rows; gutters part columns. */
  static List<Grid> read(Page page, List<Ruling> rulings, List<Grid> found) {
    List<Grid> grids = new ArrayList<>();
    List<Ruling> left =
        new ArrayList<>(
            rulings.stream()
                .filter(Ruling::level)
                .filter(r -> found.stream().noneMatch(g -> inside(r, g.box())))
                .toList());
    while (!left.isEmpty()) {
      Ruling first = left.getFirst();
      List<Ruling> same =
          left.stream()
              .filter(
                  r ->
                      Math.abs(r.x1() - first.x1()) < GridCells.GUTTER
                          && Math.abs(r.x2() - first.x2()) < GridCells.GUTTER)
              .toList();
      left.removeAll(same);
      double[] ys = GridCells.places(same);
      if (ys.length > LEAST_ROWS) {
        ys = withAir(page, first, ys);
        Box box = Box.between(first.x1(), ys[0], first.x2(), ys[ys.length - 1]);
        List<double[]> gutters =
            GridCells.gutters(rowsBetween(page, box, ys), first.x1(), first.x2());
        if (gutters.size() >= LEAST_COLUMNS - 1) {
          grids.add(GridCells.parted(page, gutters, first.x1(), first.x2(), ys));
        }
      }
    }
    return grids;
  }

  /**
   * Between two rulings there may be several rows, parted by air alone, as where only some are
   * shaded.
   */
  private static double[] withAir(Page page, Ruling across, double[] ys) {
    List<Double> all = new ArrayList<>();
    Box box = Box.between(across.x1(), ys[0], across.x2(), ys[ys.length - 1]);
    List<List<Word>> rows = rowsBetween(page, box, ys);
    List<double[]> gutters = GridCells.gutters(rows, across.x1(), across.x2());
    for (int i = 0; i < rows.size(); i++) {
      all.add(ys[i]);
      List<List<Word>> bands = GridCells.bands(rows.get(i), GridCells.ROW_AIR);
      if (bands.stream().noneMatch(b -> GridCells.sparse(b, gutters))) {
        for (int b = 1; b < bands.size(); b++) {
          all.add((GridCells.bottom(bands.get(b - 1)) + GridCells.top(bands.get(b))) / 2);
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
}
