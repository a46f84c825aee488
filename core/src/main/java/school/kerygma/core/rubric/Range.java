package school.kerygma.core.rubric;

import java.math.BigDecimal;

/**
 * The points of a level: "15-13" or just "4".
 *
 * @param low at least this; not above high
 * @param high what a sum counts
 */
public record Range(BigDecimal low, BigDecimal high) {

  public Range {
    if (low.compareTo(high) > 0) {
      BigDecimal swap = low;
      low = high;
      high = swap;
    }
  }

  static Range of(BigDecimal only) {
    return new Range(only, only);
  }
}
