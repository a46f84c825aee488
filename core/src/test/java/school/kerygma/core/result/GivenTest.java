package school.kerygma.core.result;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.core.plan.Grading.Improved;

/** What counts of what was given. Common practice. */
class GivenTest {

  @ParameterizedTest
  @CsvSource(
      nullValues = "-",
      value = {
        "8, 20, 1.6, 6.4",
        "8, 0, -, 8",
        "0, 50, -, 0",
        "10, 100, 10, 0",
        "7.5, 15, 1.13, 6.37",
        "-, 20, -, -"
      })
  void beingLateCostsItsPercentOfThePointsThatWereGot(
      BigDecimal points, int percent, BigDecimal off, BigDecimal counts) {
    Given given =
        new Given(List.of(), Optional.ofNullable(points), Optional.of(BigDecimal.TEN), "")
            .costing(percent);
    assertThat(given.late().orElse(null)).isEqualTo(off);
    assertThat(given.sum().orElse(null)).isEqualTo(counts);
    assertThat(given.got().orElse(null)).isEqualTo(points);
  }

  @ParameterizedTest
  @CsvSource(
      nullValues = "-",
      value = {
        "LAST, 4 9 7, 7",
        "HIGHEST, 4 9 7, 9",
        "MEAN, 4 9 7, 6.67",
        "MEAN, 5 6, 5.5",
        "MEAN, 20 20, 20",
        "HIGHEST, 3, 3",
        "LAST, '', -"
      })
  void ofSeveralVersionsCountsWhatTheKindSays(Improved rule, String versions, BigDecimal counts) {
    List<BigDecimal> got =
        Arrays.stream(versions.split(" ")).filter(v -> !v.isEmpty()).map(BigDecimal::new).toList();
    assertThat(Improvement.counts(rule, got).orElse(null)).isEqualTo(counts);
  }
}
