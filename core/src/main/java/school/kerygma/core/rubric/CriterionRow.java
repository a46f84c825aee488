package school.kerygma.core.rubric;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** A criterion, or what stands over some, with all that a table says of its points. */
final class CriterionRow {
  final int row;
  final int column;
  final String name;
  final boolean section;

  /** In the column of points. */
  Optional<BigDecimal> points = Optional.empty();

  /** In its name. */
  Optional<BigDecimal> named = Optional.empty();

  /** The best of the cells of its levels. */
  Optional<BigDecimal> cells = Optional.empty();

  /** The best of the heads of its levels. */
  Optional<BigDecimal> level = Optional.empty();

  Optional<Weight> weight = Optional.empty();

  /** Whether the cells say that these are points. */
  boolean cellsSaySo;

  /** Given on top or taken off. */
  boolean extra;

  /** A name that is merged over its rows; otherwise what stands under it follows. */
  boolean merged;

  /** What stands under it. */
  final List<CriterionRow> under = new ArrayList<>();

  CriterionRow(int row, int column, String name, boolean section) {
    this.row = row;
    this.column = column;
    this.name = name;
    this.section = section;
  }

  boolean hasOwn() {
    return points.isPresent() || named.isPresent();
  }
}
