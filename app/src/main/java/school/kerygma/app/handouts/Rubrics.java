package school.kerygma.app.handouts;

import java.util.ArrayList;
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
import school.kerygma.core.rubric.Rubric;

/** The rubrics of handouts, as they were read and as teachers mended them. */
@Service
@Transactional
public class Rubrics {

  private static final int LONGEST = 1_000;

  /**
   * A table of a page.
   *
   * @param page its number
   * @param number of the table on the page, from 0
   * @param rubric what it says, if it is one
   */
  public record Table(UUID pageId, int page, int number, Grid grid, Optional<Rubric> rubric) {}

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
    List<Table> tables = new ArrayList<>();
    for (Handout.PageEntity page : pages.newestOf(handout)) {
      int number = 0;
      for (Grid read : grids(page)) {
        Grid grid = mended(read, handout, page.number(), number, mended);
        tables.add(new Table(page.id(), page.number(), number, grid, Rubric.of(grid)));
        number++;
      }
    }
    return tables;
  }

  static List<Grid> grids(Handout.PageEntity page) {
    return GridReader.read(page.page(), PageRulings.read(page.rulings()));
  }

  private static Grid mended(
      Grid grid, UUID handout, int page, int number, Map<RubricCell.Key, String> mended) {
    return new Grid(
        grid.box(),
        grid.rows(),
        grid.columns(),
        grid.cells().stream()
            .map(
                c ->
                    c.saying(
                        mended.getOrDefault(
                            new RubricCell.Key(handout, page, number, c.row(), c.column()),
                            c.text())))
            .toList());
  }

  /**
   * Mends cells of a table.
   *
   * @param texts by "row-column"; what says the same as was read is not kept
   */
  void mend(UUID handout, int page, int number, Map<String, String> texts) {
    Grid read =
        pages.newestOf(handout).stream()
            .filter(p -> p.number() == page)
            .flatMap(p -> grids(p).stream().skip(number).limit(1))
            .findFirst()
            .orElseThrow(Problem::notFound);
    for (Grid.Cell cell : read.cells()) {
      String sent = texts.get(cell.row() + "-" + cell.column());
      if (sent == null) {
        continue;
      }
      String text = sent.strip();
      if (text.length() > LONGEST) {
        throw Problem.refused("rubric-cell");
      }
      RubricCell.Key key = new RubricCell.Key(handout, page, number, cell.row(), cell.column());
      if (text.equals(cell.text())) {
        cells.deleteAllByIdInBatch(List.of(key));
      } else {
        cells.save(new RubricCell(key, text));
      }
    }
  }
}
