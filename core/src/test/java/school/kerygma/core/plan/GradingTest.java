package school.kerygma.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** By hand calculation. */
class GradingTest {

  private static final Grading SEVENTY_THIRTY = Grading.parse("Homework 70, Quizzes 30 on 4");

  @Test
  void aGradeInWritingIsReadBackTheSame() {
    assertThat(SEVENTY_THIRTY.toString()).isEqualTo("Homework 70, Quizzes 30 on 4");
    assertThat(SEVENTY_THIRTY.kinds().get(1)).isEqualTo(new Grading.Kind("Quizzes", 30, 4));
    assertThat(Grading.parse("Homework 70, Quizzes 30 on 4 best 5").kinds().get(1).best())
        .isEqualTo(5);
    assertThat(Grading.parse("Personal best 100").kinds().get(0).name()).isEqualTo("Personal best");
    assertThat(Grading.parse("  ")).isEqualTo(Grading.NONE);
    assertThat(Grading.parse("Part 2 work 40, Unit 1 60").kinds().get(0).name())
        .isEqualTo("Part 2 work");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "Homework 70", // weights must add up to 100
        "Homework 70, Quizzes 40",
        "Homework 50, homework 50",
        "Homework, Quizzes",
        "Homework 0, Quizzes 100",
        "Homework 100 on 1",
        "A 10, B 10, C 10, D 10, E 10, F 10, G 40"
      })
  void whatIsNoGradeIsRefused(String text) {
    assertThatThrownBy(() -> Grading.parse(text)).isInstanceOf(IllegalArgumentException.class);
  }

  /** 20 / 250 x 70 % = 5.6 %; 1 of 24 quiz points at 30 % = 1.25 %, on whatever scale. */
  @Test
  void aTaskIsWorthItsPointsOfAllOfItsKindTimesTheWeight() {
    Map<String, Integer> term = Map.of("Homework", 250, "Quizzes", 24, "Extra", 10);
    assertThat(SEVENTY_THIRTY.share("homework", 20, term).orElseThrow())
        .isCloseTo(0.056, within(1e-9));
    assertThat(SEVENTY_THIRTY.share("Quizzes", 1, term).orElseThrow())
        .isCloseTo(0.0125, within(1e-9));
    assertThat(SEVENTY_THIRTY.share("Extra", 10, term)).isEmpty();
    assertThat(SEVENTY_THIRTY.share("", 10, term)).isEmpty();
    assertThat(Grading.NONE.share("Homework", 10, term)).isEmpty();
  }

  @Test
  void allTasksOfATermTogetherAreWorthTheWholeGrade() {
    Map<String, Integer> term = Map.of("Homework", 60, "Quizzes", 15);
    double all =
        3 * SEVENTY_THIRTY.share("Homework", 20, term).orElseThrow()
            + 5 * SEVENTY_THIRTY.share("Quizzes", 3, term).orElseThrow();
    assertThat(all).isCloseTo(1, within(1e-9));
  }
}
