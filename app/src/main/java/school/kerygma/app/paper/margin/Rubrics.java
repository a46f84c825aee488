package school.kerygma.app.paper.margin;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.app.paper.papers.Leaf;
import school.kerygma.core.rubric.Grid;
import school.kerygma.core.rubric.LongTable;
import school.kerygma.core.rubric.MarkedBy;
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
   * @param rows which row of the whole table each of its rows belongs to
   */
  public record Part(LongTable.Part of, List<Integer> rows, Optional<Rubric> rubric) {

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
      return rubric
          .map(r -> r.kinds().get(rows.get(cell.row())).get(cell.column()))
          .map(k -> k.name().toLowerCase(Locale.ROOT))
          .orElse("");
    }

    /** What the criterion that a cell names counts, in each reading. */
    public List<Rubric.Share> shares(Grid.Cell cell) {
      return rubric.stream()
          .flatMap(r -> r.readings().stream())
          .flatMap(r -> r.shares().stream())
          .filter(s -> s.row() == rows.get(cell.row()) && s.column() == cell.column())
          .distinct()
          .toList();
    }
  }

  /**
   * A table.
   *
   * @param parts of it, page by page
   * @param rubric what it says as a whole, if it is one
   * @param decided whether the teacher has said how it is read
   * @param marked how work is marked by it; nothing if it is no rubric
   */
  public record Table(
      List<Part> parts, Optional<Rubric> rubric, boolean decided, Optional<MarkedBy> marked) {

    static Table of(LongTable table, Map<Place, Rubric.Basis> decided) {
      Grid whole = table.whole();
      Optional<Rubric> read = Rubric.of(whole);
      Optional<Rubric> taken =
          Optional.ofNullable(decided.get(place(table)))
              .flatMap(basis -> read.filter(Rubric::asks).flatMap(r -> r.readAs(basis)));
      Optional<Rubric> rubric = taken.or(() -> read);
      List<List<Integer>> at = table.rowsOfWhole();
      return new Table(
          IntStream.range(0, table.parts().size())
              .mapToObj(i -> new Part(table.parts().get(i), at.get(i), rubric))
              .toList(),
          rubric,
          taken.isPresent(),
          rubric.map(r -> MarkedBy.of(r, whole)));
    }

    private static Place place(LongTable table) {
      return new Place(table.parts().getFirst().page(), table.parts().getFirst().number());
    }

    /** Where it begins, as the form says it. */
    public String name() {
      return parts.getFirst().page() + "-" + parts.getFirst().number();
    }
  }

  /** Where a table begins: on which page, and the how-manieth it is there, from 0. */
  record Place(int page, int number) {}

  private final RubricCell.Repository cells;
  private final RubricReading.Repository readings;

  Rubrics(RubricCell.Repository cells, RubricReading.Repository readings) {
    this.cells = cells;
    this.readings = readings;
  }

  /** All tables of a handout, from the first page on. */
  @Transactional(readOnly = true)
  public List<Table> of(Editions.Content paper) {
    Map<Place, Rubric.Basis> decided = decided(paper);
    return mended(paper).tables().stream().map(t -> Table.of(t, decided)).toList();
  }

  /** The tables as they would be with other texts; nothing is kept. */
  List<Table> looked(Editions.Content paper, Map<String, String> texts) {
    Map<Place, Rubric.Basis> decided = decided(paper);
    return tables(paper).stream()
        .map(t -> Table.of(t.mended(part -> with(part, texts)), decided))
        .toList();
  }

  /** All that was mended and decided of a paper's tables, to be compared. */
  Object decidedOf(UUID handout) {
    return List.of(
        cells.ofHandout(handout).stream().map(RubricCell::mend).toList(),
        readings.ofHandout(handout).stream().map(r -> r.key() + " " + r.basis()).toList());
  }

  private Map<Place, Rubric.Basis> decided(Editions.Content paper) {
    return readings.ofHandout(paper.handout()).stream()
        .collect(
            Collectors.toMap(r -> new Place(r.key().page(), r.key().grid()), RubricReading::basis));
  }

  /** Says how a table is read; without a basis it is asked again. */
  void decide(Editions.Content paper, Place place, Optional<Rubric.Basis> basis) {
    RubricReading.Key key = new RubricReading.Key(paper.handout(), place.page(), place.number());
    readings.deleteAllById(List.of(key));
    readings.flush();
    basis.ifPresent(b -> readings.save(new RubricReading(key, b)));
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
