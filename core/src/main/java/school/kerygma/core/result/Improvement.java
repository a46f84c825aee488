package school.kerygma.core.result;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import school.kerygma.core.plan.Grading.Improved;

/** What counts of work that was handed in again after it was improved. */
public final class Improvement {

  private Improvement() {}

  /**
   * What counts.
   *
   * @param versions what each version got that has points, the first first
   * @return in points, a mean to hundredths (half up); empty if no version has points
   */
  public static Optional<BigDecimal> counts(Improved rule, List<BigDecimal> versions) {
    if (versions.isEmpty()) {
      return Optional.empty();
    }
    return Optional.of(
        switch (rule) {
          case LAST -> versions.getLast();
          case HIGHEST -> versions.stream().max(Comparator.naturalOrder()).orElseThrow();
          case MEAN ->
              TypedPoints.plain(
                  versions.stream()
                      .reduce(BigDecimal.ZERO, BigDecimal::add)
                      .divide(new BigDecimal(versions.size()), 2, RoundingMode.HALF_UP));
        });
  }
}
