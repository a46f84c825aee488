package school.kerygma.core.result;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;

/**
 * What a teacher gives for work: points and words, criterion by criterion or for the whole.
 *
 * @param rows by the criteria of a rubric, in its order; none if there is no rubric
 * @param points for the whole, where there is no rubric with points; empty if none are given
 * @param outOf what there was to get when it was given; it stays, whatever becomes of the rubric
 * @param words for the whole
 */
public record Given(
    List<Row> rows, Optional<BigDecimal> points, Optional<BigDecimal> outOf, String words) {

  /** The longest word for the whole, and for a row, in characters. */
  public static final int LONGEST = 2_000;

  public static final int LONGEST_OF_ROW = 500;

  /**
   * What is given for one criterion.
   *
   * @param level that was chosen; empty if none was
   * @param points empty if none are given
   * @param most what the criterion gives at the most; empty if nobody can tell
   * @param extra whether it is given on top
   */
  public record Row(
      String criterion,
      String level,
      Optional<BigDecimal> points,
      Optional<BigDecimal> most,
      boolean extra,
      String words) {

    /** Whether nothing at all is given for it. */
    public boolean isEmpty() {
      return level.isEmpty() && points.isEmpty() && words.isBlank();
    }
  }

  /** Nothing yet. */
  public static final Given NOTHING = new Given(List.of(), Optional.empty(), Optional.empty(), "");

  public Given {
    rows = List.copyOf(rows);
  }

  public boolean isEmpty() {
    return rows.stream().allMatch(Row::isEmpty) && points.isEmpty() && words.isBlank();
  }

  /** Whether every criterion that counts has its points. */
  public boolean isWhole() {
    return rows.stream().noneMatch(r -> !r.extra() && r.most().isPresent() && r.points().isEmpty());
  }

  /** The points of the rows together, or those for the whole; empty if none are given. */
  public Optional<BigDecimal> sum() {
    List<BigDecimal> all = rows.stream().flatMap(r -> r.points().stream()).toList();
    return all.isEmpty()
        ? points
        : Optional.of(TypedPoints.plain(all.stream().reduce(BigDecimal.ZERO, BigDecimal::add)));
  }
}
