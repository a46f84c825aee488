package school.kerygma.core.rubric;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import java.util.regex.Pattern;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;

/**
 * Lists of what is asked with a column of points at their right and no ruling: "Title page ..... 2
 * points". A list of contents looks the same, so that it is one only if it says so: by a head over
 * the numbers, by a total under them, or by a unit beside each.
 */
final class PointColumns {

  private static final int LEAST_ROWS = 3;

  /** A gap of so many heights of a line parts two columns. */
  private static final double GAP = 1.5;

  /** Numbers of one column begin or end within so many points of each other. */
  private static final double ALIGNED = 8;

  /** So many lines of one label may stand below the line with its number. */
  private static final int MORE_LINES = 2;

  private static final Pattern FILLER =
      Pattern.compile("[.\u2026_\u00b7\\-\u2013]{2,}|[.\u2026\u00b7]");

  private static final Pattern NUMBER =
      Pattern.compile(
          "(?:_*\\s*/\\s*)?\\d{1,3}(?:[.,]5)?\\s*(?:points?|pts?\\.?|marks?|%)?",
          Pattern.CASE_INSENSITIVE);

  private static final Pattern WITH_UNIT =
      Pattern.compile(".*(?:points?|pts?\\.?|marks?|%)|.*/.*", Pattern.CASE_INSENSITIVE);

  private static final Pattern HEAD =
      Pattern.compile(
          "(?:max(?:imum|\\.)?\\s+|total\\s+|possible\\s+)?(?:points?|pts?\\.?|marks?|scores?|worth|value|weight)(?:\\s+(?:possible|available))?|out\\s+of",
          Pattern.CASE_INSENSITIVE);

  /** A line in two parts; a line that only goes on with a label has nothing at its right. */
  private record Parts(List<Word> label, List<Word> right) {

    String said() {
      return Word.text(right).strip();
    }

    boolean isRow() {
      return !label.isEmpty() && NUMBER.matcher(said()).matches();
    }

    boolean isHead() {
      return HEAD.matcher(said()).matches();
    }

    double edge(List<Word> of, ToDoubleFunction<Box> side) {
      return side.applyAsDouble(Box.around(of.stream().map(Word::box).toList()));
    }

    Box box() {
      List<Box> all = new ArrayList<>();
      label.forEach(w -> all.add(w.box()));
      right.forEach(w -> all.add(w.box()));
      return Box.around(all);
    }
  }

  private PointColumns() {}

  /** The lists among the words that stand in no table found before. */
  static List<Grid> read(Page page, List<Grid> found) {
    List<Word> free =
        page.words().stream()
            .filter(w -> !FILLER.matcher(w.text()).matches())
            .filter(
                w ->
                    found.stream()
                        .noneMatch(g -> g.box().contains(w.box().centerX(), w.box().centerY())))
            .toList();
    List<Parts> lines = GridCells.bands(free, 0).stream().map(PointColumns::parts).toList();
    Page bare = new Page(page.number(), page.width(), page.height(), free);
    List<Grid> grids = new ArrayList<>();
    int at = 0;
    while (at < lines.size()) {
      List<List<Parts>> rows = rows(lines, at);
      Optional<Grid> grid = grid(bare, rows);
      grid.ifPresent(grids::add);
      at += grid.isEmpty() ? 1 : rows.stream().mapToInt(List::size).sum();
    }
    return grids;
  }

  private static Parts parts(List<Word> band) {
    List<Word> line = band.stream().sorted(Comparator.comparing(w -> w.box().x())).toList();
    for (int i = line.size() - 1; i > 0; i--) {
      Box left = line.get(i - 1).box();
      Box right = line.get(i).box();
      double gap = right.x() - left.right();
      if (gap >= Math.max(GridCells.GUTTER, GAP * Math.max(left.height(), right.height()))) {
        return new Parts(line.subList(0, i), line.subList(i, line.size()));
      }
    }
    return new Parts(line, List.of());
  }

  /** The rows that begin at a line, each with the lines in which its label goes on. */
  private static List<List<Parts>> rows(List<Parts> lines, int at) {
    List<List<Parts>> rows = new ArrayList<>();
    int open = 0;
    for (Parts line : lines.subList(at, lines.size())) {
      if (line.isRow() || rows.isEmpty() && line.isHead()) {
        rows.add(new ArrayList<>(List.of(line)));
        open = 0;
      } else if (!rows.isEmpty() && line.right().isEmpty() && open < MORE_LINES) {
        rows.getLast().add(line);
        open++;
      } else {
        break;
      }
    }
    if (!rows.isEmpty()) { // What follows the last number is the next paragraph.
      rows.set(rows.size() - 1, List.of(rows.getLast().getFirst()));
    }
    return rows;
  }

  private static Optional<Grid> grid(Page page, List<List<Parts>> rows) {
    List<Parts> firsts = rows.stream().map(List::getFirst).toList();
    List<Parts> numbers = firsts.stream().filter(Parts::isRow).toList();
    if (numbers.size() < LEAST_ROWS) {
      return Optional.empty();
    }
    boolean units = numbers.stream().allMatch(n -> WITH_UNIT.matcher(n.said()).matches());
    boolean says = firsts.getFirst().isHead() || endsInTotal(numbers);
    if (!units && !(says && isAligned(numbers))) {
      return Optional.empty();
    }
    List<Word> labels =
        rows.stream().flatMap(List::stream).flatMap(l -> l.label().stream()).toList();
    List<Word> right = firsts.stream().flatMap(l -> l.right().stream()).toList();
    double ends = Box.around(labels.stream().map(Word::box).toList()).right();
    Box column = Box.around(right.stream().map(Word::box).toList());
    if (column.x() - ends < GridCells.GUTTER) {
      return Optional.empty(); // A line as long as the text: a paragraph that ends with a number.
    }
    double[] ys = new double[rows.size() + 1];
    ys[0] = firsts.getFirst().box().y() - 2;
    for (int i = 1; i < rows.size(); i++) {
      ys[i] = (rows.get(i - 1).getLast().box().bottom() + firsts.get(i).box().y()) / 2;
    }
    ys[rows.size()] = firsts.getLast().box().bottom() + 2;
    double left = Box.around(labels.stream().map(Word::box).toList()).x() - 2;
    return Optional.of(
        GridCells.parted(
            page, List.of(new double[] {ends, column.x()}), left, column.right() + 2, ys));
  }

  private static boolean isAligned(List<Parts> rows) {
    return within(rows, Box::x) || within(rows, Box::right);
  }

  private static boolean within(List<Parts> rows, ToDoubleFunction<Box> side) {
    double[] at = rows.stream().mapToDouble(r -> r.edge(r.right(), side)).sorted().toArray();
    return at[at.length - 1] - at[0] <= ALIGNED;
  }

  private static boolean endsInTotal(List<Parts> numbers) {
    return CriteriaTable.isTotal(Word.text(numbers.getLast().label()));
  }
}
