package school.kerygma.app.handouts;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.problems.Problem;
import school.kerygma.core.rubric.Grid;
import school.kerygma.core.rubric.GridReader;
import school.kerygma.core.rubric.LongTable;
import school.kerygma.core.rubric.Rubric;

/** The rubrics of handouts, as they were read and as teachers mended them. */
@Service
@Transactional
public class Rubrics {

  private static final int LONGEST = 1_000;

  /**
   * A table.
   *
   * @param parts of it, page by page
   * @param rubric what it says as a whole, if it is one
   */
  public record Table(List<LongTable.Part> parts, Optional<Rubric> rubric) {}

  private final Handout.PageRepository pages;
  private final RubricCell.Repository cells;

  Rubrics(Handout.PageRepository pages, RubricCell.Repository cells) {
    this.pages = pages;
    this.cells = cells;
  }

  /** All tables of a handout, from the first page on. */
  @Transactional(readOnly = true)
  public List<Table> of(UUID handout) {
    Map<RubricCell.Key, String> mended = new HashMap<>();
    cells.ofHandout(handout).forEach(c -> mended.put(c.key(), c.text()));
    return tables(handout).stream()
        .map(t -> t.mended(p -> mended(p, handout, mended)))
        .map(t -> new Table(t.parts(), Rubric.of(t.whole())))
        .toList();
  }

  private List<LongTable> tables(UUID handout) {
    return LongTable.of(
        pages.newestOf(handout).stream()
            .map(p -> new LongTable.Sheet(p.page(), PageRulings.read(p.rulings())))
            .toList());
  }

  static List<Grid> grids(Handout.PageEntity page) {
    return GridReader.read(page.page(), PageRulings.read(page.rulings()));
  }

  private static Grid mended(
      LongTable.Part part, UUID handout, Map<RubricCell.Key, String> mended) {
    Grid grid = part.grid();
    return new Grid(
        grid.box(),
        grid.rows(),
        grid.columns(),
        grid.cells().stream()
            .map(
                c ->
                    c.saying(
                        mended.getOrDefault(
                            new RubricCell.Key(
                                handout, part.page(), part.number(), c.row(), c.column()),
                            c.text())))
            .toList());
  }

  /**
   * Mends cells of tables.
   *
   * @param texts by "page-number-row-column"; what says the same as was read is not kept
   */
  void mend(UUID handout, Map<String, String> texts) {
    for (LongTable table : tables(handout)) {
      for (LongTable.Part part : table.parts()) {
        for (Grid.Cell cell : part.grid().cells()) {
          RubricCell.Key key =
              new RubricCell.Key(handout, part.page(), part.number(), cell.row(), cell.column());
          String name = part.page() + "-" + part.number() + "-" + cell.row() + "-" + cell.column();
          Optional.ofNullable(texts.get(name)).ifPresent(t -> mend(key, cell.text(), t.strip()));
        }
      }
    }
  }

  private void mend(RubricCell.Key key, String read, String text) {
    if (text.length() > LONGEST) {
      throw Problem.refused("rubric-cell");
    }
    if (text.equals(read)) {
      cells.deleteAllByIdInBatch(List.of(key));
    } else {
      cells.save(new RubricCell(key, text));
    }
  }
}
