package school.kerygma.core.rubric;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import school.kerygma.core.handout.Page;

/**
 * Finds the tables of a page: by its rulings where there are some ({@link RuledGrids}, {@link
 * LevelGrids}), by the gutters between its words where there are none ({@link GutterGrids}), by a
 * column of points ({@link PointColumns}).
 */
public final class GridReader {

  /** Fewer cells with words than this are no table. */
  private static final int LEAST_CELLS = 4;

  private GridReader() {}

  /** The tables of a page, from the top. */
  public static List<Grid> read(Page page, List<Ruling> rulings) {
    List<Grid> grids = new ArrayList<>(RuledGrids.read(page, rulings));
    grids.addAll(LevelGrids.read(page, rulings, List.copyOf(grids)));
    grids.addAll(GutterGrids.read(page, List.copyOf(grids)));
    grids.addAll(PointColumns.read(page, List.copyOf(grids)));
    grids.removeIf(g -> g.cells().stream().filter(c -> !c.text().isEmpty()).count() < LEAST_CELLS);
    grids.sort(Comparator.comparing(g -> g.box().y()));
    return List.copyOf(grids);
  }
}
