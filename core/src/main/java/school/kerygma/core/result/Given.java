package school.kerygma.core.result;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.List;
import java.util.Optional;

/**
 * What a teacher gives for work: points and words, criterion by criterion or for the whole.
 *
 * @param rows by the criteria of a rubric, in its order; none if there is no rubric
 * @param points for the whole, where there is no rubric with points; empty if none are given
 * @param outOf what there was to get when it was given; it stays, whatever becomes of the rubric
 * @param words for the whole
 * @param late points that are taken off because the work came late; empty if none are
 */
public record Given(
    List<Row> rows,
    Optional<BigDecimal> points,
    Optional<BigDecimal> outOf,
    String words,
    Optional<BigDecimal> late) {

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

  /** Nothing is taken off. */
  public Given(
      List<Row> rows, Optional<BigDecimal> points, Optional<BigDecimal> outOf, String words) {
    this(rows, points, outOf, words, Optional.empty());
  }

  /**
   * The same with what being late costs taken off.
   *
   * @param percent of the points that were got, 0 to 100; none are taken off for 0
   */
  public Given costing(int percent) {
    Optional<BigDecimal> off =
        got()
            .filter(p -> percent > 0 && p.signum() > 0)
            .map(
                p ->
                    TypedPoints.plain(
                        p.multiply(new BigDecimal(percent))
                            .divide(new BigDecimal(100), 2, RoundingMode.HALF_UP)));
    return new Given(rows, points, outOf, words, off);
  }

  public boolean isEmpty() {
    return rows.stream().allMatch(Row::isEmpty) && points.isEmpty() && words.isBlank();
  }

  /** Whether every criterion that counts has its points. */
  public boolean isWhole() {
    return rows.stream().noneMatch(r -> !r.extra() && r.most().isPresent() && r.points().isEmpty());
  }

  /** What counts: what was got, less what being late costs; empty if no points are given. */
  public Optional<BigDecimal> sum() {
    return got().map(p -> TypedPoints.plain(p.subtract(late.orElse(BigDecimal.ZERO))));
  }

  /** The points of the rows together, or those for the whole; empty if none are given. */
  public Optional<BigDecimal> got() {
    List<BigDecimal> all = rows.stream().flatMap(r -> r.points().stream()).toList();
    return all.isEmpty()
        ? points
        : Optional.of(TypedPoints.plain(all.stream().reduce(BigDecimal.ZERO, BigDecimal::add)));
  }
}
