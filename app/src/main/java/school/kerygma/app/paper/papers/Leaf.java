package school.kerygma.app.paper.papers;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import school.kerygma.core.handin.FillPlaces;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.SnapTargets;
import school.kerygma.core.rubric.Grid;
import school.kerygma.core.rubric.LongTable;

/**
 * A page with all that was read on it.
 *
 * @param takenIn when its edition was taken in
 * @param sheet its words, lines and tables
 * @param text the words as one text, a blank between two
 */
public record Leaf(
    UUID id, UUID handout, UUID owner, Instant takenIn, LongTable.Sheet sheet, String text) {

  public Page page() {
    return sheet.page();
  }

  public int number() {
    return page().number();
  }

  /** What is there to be filled in. */
  public List<FillPlace> places() {
    return FillPlaces.of(page(), sheet.grids(), sheet.rulings()).stream()
        .map(FillPlace::of)
        .toList();
  }

  /** What marks can snap to. */
  public SnapTargets targets() {
    List<Grid> tables = sheet.grids();
    return SnapTargets.of(
        page(),
        tables.stream().flatMap(t -> t.cells().stream()).map(Grid.Cell::box).toList(),
        tables.stream().flatMap(t -> t.rowBoxes().stream()).toList());
  }
}
