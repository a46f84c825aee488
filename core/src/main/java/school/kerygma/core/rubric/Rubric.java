package school.kerygma.core.rubric;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import school.kerygma.core.text.NumberWords;

/**
 * A table that says how work is marked.
 *
 * @param levels from the best to the last, or as they stand
 * @param criteria from the top
 * @param total what the table itself says is the sum, if it says one
 */
public record Rubric(List<Level> levels, List<Criterion> criteria, OptionalInt total) {

  /** One step of quality, as the head of its column. */
  public record Level(String name, OptionalInt points) {}

  /**
   * One row.
   *
   * @param points the most it gives, if it says so or its levels do
   * @param texts what each level asks
   */
  public record Criterion(String name, OptionalInt points, List<String> texts) {}

  private static final Pattern POINTS =
      Pattern.compile(
          "(\\d{1,3}|" + NumberWords.PATTERN + ")\\s*(?:points?|pts\\b\\.?|p\\b)",
          Pattern.CASE_INSENSITIVE);
  private static final Pattern BARE = Pattern.compile("\\(?(\\d{1,3})\\)?");
  private static final Pattern OF = Pattern.compile("/\\s*(\\d{1,3})\\b");

  /** What a row of the table is there for. */
  public enum Kind {
    /** Goes over all columns, above the levels. */
    TITLE,
    LEVELS,
    CRITERION,
    TOTAL,
    NOTHING
  }

  /**
   * A row of the table.
   *
   * @param points what it adds to the sum, or what it says is the sum
   */
  public record Row(Kind kind, OptionalInt points) {}

  /**
   * Reads a grid as a rubric.
   *
   * @return nothing if it is none: no row has points, or there are no levels
   */
  public static Optional<Rubric> of(Grid grid) {
    if (grid.columns() < 2 || grid.rows() < 2) {
      return Optional.empty();
    }
    List<Level> levels = levels(grid, head(grid));
    List<Row> rows = rows(grid);
    List<Criterion> criteria = new ArrayList<>();
    OptionalInt total = OptionalInt.empty();
    for (int r = 0; r < grid.rows(); r++) {
      Row row = rows.get(r);
      if (row.kind() == Kind.TOTAL) {
        total = row.points();
      } else if (row.kind() == Kind.CRITERION) {
        criteria.add(new Criterion(withoutPoints(grid.text(r, 0)), row.points(), texts(grid, r)));
      }
    }
    boolean marked = criteria.stream().anyMatch(c -> c.points().isPresent());
    return criteria.isEmpty() || !marked
        ? Optional.empty()
        : Optional.of(new Rubric(levels, criteria, total));
  }

  /** What each row of a grid is there for, if the grid is a rubric. */
  public static List<Row> rows(Grid grid) {
    int head = head(grid);
    List<Level> levels = levels(grid, head);
    List<Row> rows = new ArrayList<>();
    for (int r = 0; r < grid.rows(); r++) {
      String name = grid.text(r, 0);
      if (r <= head) {
        rows.add(new Row(r < head ? Kind.TITLE : Kind.LEVELS, OptionalInt.empty()));
      } else if (name.toLowerCase(java.util.Locale.ROOT).matches(".*\\btotal\\b.*")) {
        rows.add(new Row(Kind.TOTAL, anyNumber(name, texts(grid, r))));
      } else if (name.isBlank()) {
        rows.add(new Row(Kind.NOTHING, OptionalInt.empty()));
      } else {
        rows.add(new Row(Kind.CRITERION, most(name, texts(grid, r), levels)));
      }
    }
    return List.copyOf(rows);
  }

  /** The row of the levels; a title above them goes over all columns. */
  private static int head(Grid grid) {
    int head = 0;
    while (head < grid.rows() - 1 && isAcross(grid, head)) {
      head++;
    }
    return head;
  }

  private static List<Level> levels(Grid grid, int head) {
    return texts(grid, head).stream().map(t -> new Level(withoutPoints(t), points(t))).toList();
  }

  private static List<String> texts(Grid grid, int row) {
    return IntStream.range(1, grid.columns()).mapToObj(c -> grid.text(row, c)).toList();
  }

  private static boolean isAcross(Grid grid, int row) {
    return grid.at(row, 0).filter(c -> c.columnSpan() == grid.columns()).isPresent();
  }

  private static OptionalInt points(String text) {
    Matcher m = POINTS.matcher(text);
    if (m.find()) {
      return OptionalInt.of(NumberWords.parse(String.valueOf(m.group(1))).orElse(0));
    }
    Matcher bare = BARE.matcher(text.strip());
    return bare.matches()
        ? OptionalInt.of(Integer.parseInt(String.valueOf(bare.group(1))))
        : OptionalInt.empty();
  }

  private static String withoutPoints(String text) {
    String left = POINTS.matcher(text).replaceAll("").replaceAll("[\\s,(:\\u2013-]+\\)?$", "");
    return left.isBlank() ? text.strip() : left.strip();
  }

  private static OptionalInt most(String name, List<String> texts, List<Level> levels) {
    OptionalInt own = points(name);
    if (own.isPresent()) {
      return own;
    }
    for (String text : texts) {
      Matcher of = OF.matcher(text);
      if (of.find()) {
        return OptionalInt.of(Integer.parseInt(String.valueOf(of.group(1))));
      }
    }
    OptionalInt best = texts.stream().flatMapToInt(t -> points(t).stream()).max();
    return best.isPresent() ? best : levels.stream().flatMapToInt(l -> l.points().stream()).max();
  }

  private static OptionalInt anyNumber(String name, List<String> texts) {
    for (String text : texts.reversed()) {
      Matcher m = Pattern.compile("(\\d{1,4})").matcher(text);
      if (m.find()) {
        return OptionalInt.of(Integer.parseInt(String.valueOf(m.group(1))));
      }
    }
    return points(name);
  }

  /** What the criteria add up to. */
  public int sum() {
    return criteria.stream().flatMapToInt(c -> c.points().stream()).sum();
  }

  /** Whether the table says another sum than its rows have. */
  public boolean disagrees() {
    return total.isPresent() && total.getAsInt() != sum();
  }
}
