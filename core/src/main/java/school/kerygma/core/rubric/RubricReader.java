package school.kerygma.core.rubric;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.IntStream;
import school.kerygma.core.rubric.Rubric.Form;
import school.kerygma.core.rubric.Rubric.Kind;
import school.kerygma.core.rubric.Rubric.Level;
import school.kerygma.core.rubric.Rubric.Reading;
import school.kerygma.core.rubric.Rubric.Share;
import school.kerygma.core.text.Amounts;

/** Decides which way round a table is to be read, and reads it. */
final class RubricReader {

  private RubricReader() {}

  static Optional<Rubric> read(Grid grid) {
    if (grid.columns() < 2 || grid.rows() < 2) {
      return Optional.empty();
    }
    CriteriaTable straight = new CriteriaTable(grid);
    if (straight.hasLevels()) {
      return straight.rubric();
    }
    Optional<Levels> rows = levels(grid);
    if (rows.isPresent()) {
      return rows.get().asked() > 1
          ? new CriteriaTable(transposed(grid)).rubric().map(r -> flipped(r, Form.LEVELS))
          : Optional.of(holistic(grid, rows.get()));
    }
    Optional<Rubric> own = straight.rubric();
    if (own.isEmpty() && (hasRowOfPoints(grid) || hasHeadsWithPoints(grid))) {
      return new CriteriaTable(transposed(grid)).rubric().map(r -> flipped(r, r.form()));
    }
    return own;
  }

  /**
   * Levels that stand in rows.
   *
   * @param first their first row
   * @param texts of each row, points and name together
   * @param column the first that is not part of them
   * @param asked how many columns say what a level asks
   * @param sure whether they are levels and no list of points
   */
  private record Levels(int first, List<String> texts, int column, int asked, boolean sure) {}

  private static Optional<Levels> levels(Grid grid) {
    TableHead head = TableHead.of(grid);
    boolean headed = headed(grid, head);
    int first = headed ? head.first() : head.first() - 1;
    for (int column : List.of(1, 2)) {
      if (column >= grid.columns()) {
        break;
      }
      List<String> texts = new ArrayList<>();
      for (int r = first; r < grid.rows(); r++) {
        String text = grid.text(r, 0);
        texts.add(column == 1 ? text : (text + " " + grid.text(r, 1)).strip());
      }
      List<String> own = texts.stream().filter(t -> !CriteriaTable.isTotal(t)).toList();
      if (own.size() < 2 || own.stream().anyMatch(String::isBlank)) {
        continue;
      }
      boolean named = own.stream().allMatch(TableHead::isLevelName);
      List<BigDecimal> numbers =
          own.stream()
              .map(PointsText::head)
              .flatMap(h -> h.points().stream())
              .map(Range::high)
              .toList();
      boolean plain =
          own.stream().map(PointsText::head).allMatch(h -> h.name().isBlank() || isNumber(h));
      boolean numbered =
          numbers.size() == own.size() && own.size() > 2 && TableHead.isMonotonous(numbers);
      int from = column;
      int asked =
          (int)
              IntStream.range(from, grid.columns())
                  .filter(c -> isAsked(grid, c, first, head))
                  .count();
      boolean inStep = numbered && isInStep(numbers);
      boolean counting =
          inStep
              && !named
              && numbers.getFirst().compareTo(numbers.getLast()) < 0
              && !(headed && saysLevel(grid.text(head.first() - 1, 0)));
      if (counting) {
        continue;
      }
      if (asked > 0 && (named && !isMixed(numbers, own) || column == 1 && numbered && plain)) {
        return Optional.of(
            new Levels(
                first,
                texts,
                column,
                asked,
                named || isRanges(own) || inStep && (own.size() > 3 || headed)));
      }
    }
    return Optional.empty();
  }

  private static boolean isNumber(PointsText.Head head) {
    return head.name().matches("(?i)\\s*(?:points?|pts\\.?|marks?)?\\s*");
  }

  private static boolean isMixed(List<BigDecimal> numbers, List<String> of) {
    return !numbers.isEmpty() && (numbers.size() < of.size() || !TableHead.isMonotonous(numbers));
  }

  private static boolean isRanges(List<String> texts) {
    return texts.stream()
        .flatMap(t -> PointsText.head(t).points().stream())
        .anyMatch(r -> r.low().compareTo(r.high()) < 0);
  }

  private static boolean isInStep(List<BigDecimal> numbers) {
    BigDecimal last = numbers.getLast().min(numbers.getFirst());
    return last.compareTo(BigDecimal.ONE) <= 0
        && IntStream.range(1, numbers.size())
            .allMatch(
                i ->
                    numbers.get(i).subtract(numbers.get(i - 1)).abs().compareTo(BigDecimal.ONE)
                        == 0);
  }

  /** Whether the first row is no level itself. */
  private static boolean headed(Grid grid, TableHead head) {
    String first = grid.text(head.first() - 1, 0);
    return !TableHead.isLevelName(first) && PointsText.alone(first).isEmpty() || saysLevel(first);
  }

  private static boolean saysLevel(String head) {
    return head.strip()
        .toLowerCase(Locale.ROOT)
        .matches("(?:performance )?levels?|scores?|bands?|points?|ratings?|marks?|grades?");
  }

  private static boolean isAsked(Grid grid, int column, int first, TableHead head) {
    List<String> cells =
        IntStream.range(first, grid.rows())
            .mapToObj(r -> grid.text(r, column))
            .filter(t -> !t.isBlank())
            .toList();
    boolean remarks = first > 0 && head.isForRemarks(column);
    return !cells.isEmpty()
        && !remarks
        && cells.stream().anyMatch(t -> PointsText.alone(t).isEmpty());
  }

  private static boolean hasHeadsWithPoints(Grid grid) {
    return TableHead.texts(grid, TableHead.of(grid).first() - 1).stream()
        .allMatch(t -> PointsText.stated(t).isPresent());
  }

  private static boolean hasRowOfPoints(Grid grid) {
    return IntStream.range(0, grid.rows())
        .anyMatch(
            r ->
                TableHead.namesPoints(grid.text(r, 0))
                    && IntStream.range(1, grid.columns())
                        .mapToObj(c -> grid.text(r, c))
                        .allMatch(t -> t.isBlank() || PointsText.alone(t).isPresent())
                    && IntStream.range(1, grid.columns())
                            .filter(c -> !grid.text(r, c).isBlank())
                            .count()
                        > 1);
  }

  /** The best counts; a mere list of points, however, adds up. */
  private static Rubric holistic(Grid grid, Levels of) {
    List<Level> levels = new ArrayList<>();
    List<List<Kind>> kinds = new ArrayList<>();
    List<Share> list = new ArrayList<>();
    int best = of.first();
    Optional<BigDecimal> most = Optional.empty();
    for (int r = 0; r < grid.rows(); r++) {
      boolean head = r < of.first();
      boolean total = !head && CriteriaTable.isTotal(of.texts().get(r - of.first()));
      List<Kind> row = new ArrayList<>();
      for (int c = 0; c < grid.columns(); c++) {
        row.add(
            head ? Kind.TITLE : total ? Kind.TOTAL : c < of.column() ? Kind.LEVELS : Kind.ASKED);
      }
      kinds.add(row);
      if (head || total) {
        continue;
      }
      String text = of.texts().get(r - of.first());
      PointsText.Head level = PointsText.head(text);
      int at = r;
      Optional<Range> own = level.points().or(() -> pointsBeside(grid, at, of.column()));
      levels.add(new Level(level.name(), own));
      Optional<BigDecimal> high = own.map(Range::high);
      list.add(new Share(level.name(), r, 0, high, Optional.empty(), false));
      if (high.isPresent() && most.filter(m -> m.compareTo(high.get()) >= 0).isEmpty()) {
        most = high;
        best = r;
      }
    }
    String name = grid.text(best, 0);
    Reading counts =
        new Reading(
            Rubric.Basis.BEST,
            List.of(new Share(name, best, 0, most.map(Amounts::plain), Optional.empty(), false)));
    return new Rubric(
        Form.HOLISTIC,
        levels,
        kinds,
        of.sure() ? List.of(counts) : List.of(counts, new Reading(Rubric.Basis.COLUMN, list)),
        Optional.empty());
  }

  private static Optional<Range> pointsBeside(Grid grid, int row, int from) {
    return IntStream.range(from, grid.columns())
        .mapToObj(c -> PointsText.alone(grid.text(row, c)))
        .flatMap(Optional::stream)
        .findFirst();
  }

  static Grid transposed(Grid grid) {
    return new Grid(
        grid.box(),
        grid.columns(),
        grid.rows(),
        grid.cells().stream()
            .map(
                c ->
                    new Grid.Cell(
                        c.column(), c.row(), c.columnSpan(), c.rowSpan(), c.box(), c.text()))
            .toList());
  }

  private static Rubric flipped(Rubric r, Form form) {
    List<List<Kind>> kinds = new ArrayList<>();
    for (int row = 0; row < r.kinds().getFirst().size(); row++) {
      int at = row;
      kinds.add(r.kinds().stream().map(k -> k.get(at)).toList());
    }
    List<Reading> readings =
        r.readings().stream()
            .map(
                reading ->
                    new Reading(
                        reading.basis(),
                        reading.shares().stream()
                            .map(
                                s ->
                                    new Share(
                                        s.name(),
                                        s.column(),
                                        s.row(),
                                        s.points(),
                                        s.weight(),
                                        s.extra()))
                            .toList()))
            .toList();
    return new Rubric(form, r.levels(), kinds, readings, r.total());
  }
}
