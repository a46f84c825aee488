package school.kerygma.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.core.plan.Workload.Item;
import school.kerygma.core.plan.Workload.Planned;

/** By hand calculation. */
class WorkloadTest {

  @Test
  void aDayIsItsWorkItsTalkItsReadingItsWritingAndItsSession() {
    // 15 + 250 s = 4.17 + 876 words at 146 a minute = 6 + two answers = 8 + 30 = 63.17
    assertThat(
            Workload.minutes(
                List.of(
                    new Item.Work(15),
                    new Item.Talk(250_000),
                    new Item.Reading(876, 7),
                    new Item.Writing(2),
                    new Item.Session(30))))
        .isEqualTo(63);
  }

  /** 30 + 3 on the first day; of the second only what is new, 10 + 8; the paper was read before. */
  @Test
  void whatIsAskedTwiceCountsOnTheFirstOfItsDays() {
    LocalDate monday = LocalDate.parse("2026-09-28");
    assertThat(
            Workload.byDay(
                List.of(
                    new Planned(monday.plusDays(2), "sketch", new Item.Work(10)),
                    new Planned(monday.plusDays(2), "sheet", new Item.Reading(438, 7)),
                    new Planned(monday.plusDays(2), "answers", new Item.Writing(2)),
                    new Planned(monday, "read", new Item.Work(30)),
                    new Planned(monday, "sheet", new Item.Reading(438, 7)))))
        .containsExactly(Map.entry(monday, 33), Map.entry(monday.plusDays(2), 18));
  }

  @ParameterizedTest
  @CsvSource({
    "45, 45, 0, true",
    "44, 45, 0.049, false",
    "10, 45, 0.05, true",
    "60, 30, 0, true",
    "29, 30, 0, false"
  })
  void aTaskIsLargeIfItFillsADayOrIsWorthATwentiethOfTheGrade(
      int minutes, int budget, double share, boolean large) {
    assertThat(Workload.isLarge(minutes, budget, share)).isEqualTo(large);
  }

  @ParameterizedTest
  @CsvSource({"1, 60", "2, 100", "3, 112", "4, 133", "5, 146", "6, 146", "9, 146"})
  void aGradeReadsAtItsRate(int grade, int words) {
    assertThat(Workload.wordsAMinute(grade)).isEqualTo(words);
  }

  @Test
  void thereIsNoGradeThirteen() {
    assertThatThrownBy(() -> Workload.wordsAMinute(13))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void aWeekIsHeavyIfItAsksTwoFifthsMoreThanTheMedian() {
    List<Integer> term = List.of(90, 0, 100, 110, 120, 160);
    assertThat(Workload.median(term)).isEqualTo(110);
    assertThat(Workload.isHeavy(154, term)).isFalse();
    assertThat(Workload.isHeavy(155, term)).isTrue();
    assertThat(Workload.isHeavy(155, List.of())).isFalse();
  }

  @Test
  void twentyPointsOfTwoHundredAndFiftyAtSeventyPercentAreFivePointSixPercentOfTheGrade() {
    assertThat(Worth.share(20, 250, 0.7)).isCloseTo(0.056, within(1e-9));
    assertThat(Worth.share(0, 0, 0.3)).isZero();
    assertThatThrownBy(() -> Worth.share(30, 20, 0.7)).isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void fiveDailyMarksOneOfThemMissedAreThreePointTwoOfFour() {
    assertThat(Worth.scaled(List.of(1, 1, 0, 1, 1), 4)).isEqualTo(3.2);
    assertThat(Worth.scaled(List.of(), 4)).isZero();
  }
}
