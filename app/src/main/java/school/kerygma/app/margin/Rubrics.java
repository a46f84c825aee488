package school.kerygma.app.margin;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.IntStream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.papers.Editions;
import school.kerygma.app.papers.Leaf;
import school.kerygma.app.problems.Problem;
import school.kerygma.core.rubric.Grid;
import school.kerygma.core.rubric.LongTable;
import school.kerygma.core.rubric.MendedCells;
import school.kerygma.core.rubric.Rubric;

/** The rubrics of handouts, as they were read and as teachers mended them. */
@Service
@Transactional
public class Rubrics {

  private static final int LONGEST = 1_000;

  /**
   * What of a table stands on one page.
   *
   * @param rows what each of its rows is there for; none if the table is no rubric
   */
  public record Part(LongTable.Part of, List<Rubric.Row> rows) {

    public int page() {
      return of.page();
    }

    public int number() {
      return of.number();
    }

    public Grid grid() {
      return of.grid();
    }

    public String kind(Grid.Cell cell) {
      if (rows.isEmpty()) {
        return "";
      }
      Rubric.Kind kind = rows.get(cell.row()).kind();
      return kind == Rubric.Kind.CRITERION && cell.column() > 0
          ? "asked"
          : kind.name().toLowerCase(Locale.ROOT);
    }

    /** The points of the row that a cell begins, if it adds some. */
    public Optional<Integer> points(Grid.Cell cell) {
      return isCriterion(cell)
          ? rows.get(cell.row()).points().stream().boxed().findFirst()
          : Optional.empty();
    }

    /** Whether a cell begins a row of which no points are known. */
    public boolean isWithoutPoints(Grid.Cell cell) {
      return isCriterion(cell) && points(cell).isEmpty();
    }

    private boolean isCriterion(Grid.Cell cell) {
      return cell.column() == 0
          && !rows.isEmpty()
          && rows.get(cell.row()).kind() == Rubric.Kind.CRITERION;
    }
  }

  /**
   * A table.
   *
   * @param parts of it, page by page
   * @param rubric what it says as a whole, if it is one
   */
  public record Table(List<Part> parts, Optional<Rubric> rubric) {

    static Table of(LongTable table) {
      Grid whole = table.whole();
      Optional<Rubric> rubric = Rubric.of(whole);
      List<Rubric.Row> rows = Rubric.rows(whole);
      List<List<Integer>> at = table.rowsOfWhole();
      return new Table(
          IntStream.range(0, table.parts().size())
              .mapToObj(
                  i ->
                      new Part(
                          table.parts().get(i),
                          rubric.isEmpty()
                              ? List.of()
                              : at.get(i).stream().map(rows::get).toList()))
              .toList(),
          rubric);
    }
  }

  private final RubricCell.Repository cells;

  Rubrics(RubricCell.Repository cells) {
    this.cells = cells;
  }

  /** All tables of a handout, from the first page on. */
  @Transactional(readOnly = true)
  public List<Table> of(Editions.Content paper) {
    return mended(paper).tables().stream().map(Table::of).toList();
  }

  /** The tables as they would be with other texts; nothing is kept. */
  List<Table> looked(Editions.Content paper, Map<String, String> texts) {
    return tables(paper).stream().map(t -> Table.of(t.mended(part -> with(part, texts)))).toList();
  }

  private static Grid with(LongTable.Part part, Map<String, String> texts) {
    Grid grid = part.grid();
    return new Grid(
        grid.box(),
        grid.rows(),
        grid.columns(),
        grid.cells().stream()
            .map(
                c ->
                    c.saying(
                        texts.getOrDefault(name(MendedCells.place(part, c)), c.text()).strip()))
            .toList());
  }

  /** What was mended and has no cell in the newest edition. */
  @Transactional(readOnly = true)
  public List<String> lost(Editions.Content paper) {
    return mended(paper).lost().stream().map(MendedCells.Mend::text).distinct().toList();
  }

  private MendedCells mended(Editions.Content paper) {
    return MendedCells.apply(
        tables(paper), cells.ofHandout(paper.handout()).stream().map(RubricCell::mend).toList());
  }

  private static List<LongTable> tables(Editions.Content paper) {
    return LongTable.of(paper.leaves().stream().map(Leaf::sheet).toList());
  }

  /**
   * Mends cells of tables.
   *
   * @param texts by "page-number-row-column"; what says the same as was read is not kept
   */
  void mend(Editions.Content paper, Map<String, String> texts) {
    Map<MendedCells.Place, MendedCells.Mend> before = mended(paper).at();
    List<RubricCell> kept = new ArrayList<>();
    List<RubricCell.Key> over = new ArrayList<>();
    for (LongTable table : tables(paper)) {
      for (LongTable.Part part : table.parts()) {
        for (Grid.Cell cell : part.grid().cells()) {
          MendedCells.Place place = MendedCells.place(part, cell);
          String sent = texts.get(name(place));
          if (sent != null) {
            Optional.ofNullable(before.get(place))
                .ifPresent(b -> over.add(key(paper.handout(), b.place())));
            mended(paper.handout(), part, cell, sent.strip()).ifPresent(kept::add);
          }
        }
      }
    }
    cells.deleteAllById(over);
    cells.flush();
    cells.saveAll(kept);
  }

  private static Optional<RubricCell> mended(
      UUID handout, LongTable.Part part, Grid.Cell cell, String text) {
    if (text.length() > LONGEST) {
      throw Problem.refused("rubric-cell");
    }
    RubricCell.Key key = key(handout, MendedCells.place(part, cell));
    return text.equals(cell.text())
        ? Optional.empty()
        : Optional.of(new RubricCell(key, cell.text(), MendedCells.head(part.grid(), cell), text));
  }

  private static String name(MendedCells.Place place) {
    return place.page() + "-" + place.table() + "-" + place.row() + "-" + place.column();
  }

  private static RubricCell.Key key(UUID handout, MendedCells.Place place) {
    return new RubricCell.Key(handout, place.page(), place.table(), place.row(), place.column());
  }
}
