package school.kerygma.core.result;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Points by a task's own rule; the shares are worked out by hand. */
class UngivenTest {

  @ParameterizedTest
  @CsvSource({"10, 0, 10", "10, 20, 8", "5, 50, 2.5", "1, 25, 0.8", "3, 100, 0"})
  void whatIsDoneGetsAllItsPointsLessWhatItCostsToBeLate(int points, int late, String counts) {
    assertThat(Ungiven.done(points, late).points()).isEqualTo(new BigDecimal(counts));
  }

  @ParameterizedTest
  @CsvSource({
    // points, right, asked, earned, most, tried, over, counts ("-": nothing yet)
    "10, 3, 4, 0, 0, 4, false, 7.5",
    "10, 3, 4, 0, 0, 3, false, -",
    "10, 3, 4, 0, 0, 3, true, 7.5",
    "6, 2, 3, 3, 5, 3, false, 3.6",
    "4, 1, 3, 0, 0, 3, false, 1.3",
    "20, 4, 4, 8, 8, 4, false, 20",
    "10, 0, 4, 0, 0, 2, true, 0",
    "10, 0, 4, 0, 0, 0, true, 0",
    "10, 0, 0, 0, 0, 0, true, -"
  })
  void whatIsAnsweredRightCountsInProportionOnceAllIsAnsweredOrItIsDue(
      int points,
      int right,
      int asked,
      int earned,
      int most,
      int tried,
      boolean over,
      String counts) {
    assertThat(
            Ungiven.answered(points, new Ungiven.Answers(right, asked, earned, most, tried), over)
                .map(Ungiven::points)
                .map(BigDecimal::toPlainString)
                .orElse("-"))
        .isEqualTo(counts);
  }

  @Test
  void answersOfSeveralStopsAddUp() {
    assertThat(new Ungiven.Answers(1, 2, 3, 4, 2).and(new Ungiven.Answers(1, 1, 2, 2, 1)))
        .isEqualTo(new Ungiven.Answers(2, 3, 5, 6, 3));
  }
}
