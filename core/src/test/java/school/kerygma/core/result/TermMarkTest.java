package school.kerygma.core.result;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import org.junit.jupiter.api.Test;
import school.kerygma.core.plan.Grading;
import school.kerygma.core.result.TermMark.Item;
import school.kerygma.core.result.TermMark.State;

/**
 * What comes of points. Common practice of weighted categories; the figures are facts of schools.
 */
class TermMarkTest {

  private static final Grading WEIGHED = Grading.parse("Homework 70, Daily work 30 on 4");

  private static BigDecimal percent(Grading grading, List<Item> items) {
    return TermMark.of(grading, items).percent().orElseThrow();
  }

  /** Five daily marks 1, 1, 0, 1, 1 on a four-point scale are 3.2. */
  @Test
  void dailyPointsOfAWeekAreScaled() {
    TermMark mark =
        TermMark.of(
            WEIGHED,
            List.of(
                Item.given("Daily work", "1", "1"),
                Item.given("Daily work", "1", "1"),
                Item.given("daily work", "0", "1"),
                Item.given("Daily work", "1", "1"),
                Item.given("Daily work", "1", "1")));
    assertThat(mark.kinds().get("Daily work").scaled()).contains(new BigDecimal("3.2"));
    assertThat(mark.percent()).contains(new BigDecimal("80.00"));
  }

  @Test
  void kindsCountByTheirWeightAndOneWithoutAnythingLeavesItsWeightToTheOthers() {
    assertThat(
            percent(
                WEIGHED,
                List.of(Item.given("Homework", "20", "25"), Item.given("Daily work", "1", "2"))))
        .isEqualByComparingTo("71.00");
    assertThat(percent(WEIGHED, List.of(Item.given("Homework", "20", "25"))))
        .isEqualByComparingTo("80.00");
    assertThat(TermMark.of(WEIGHED, List.of()).percent()).isEmpty();
  }

  @Test
  void whatIsMissingCountsAsNothingAndWhatIsExcusedOrOpenDoesNotCount() {
    Item half = Item.given("Homework", "10", "10");
    Item ten = new Item("Homework", State.MISSING, BigDecimal.ZERO, BigDecimal.TEN);
    assertThat(percent(WEIGHED, List.of(half, ten))).isEqualByComparingTo("50");
    for (State state : List.of(State.EXCUSED, State.OPEN)) {
      assertThat(
              percent(
                  WEIGHED,
                  List.of(half, new Item("Homework", state, BigDecimal.ZERO, BigDecimal.TEN))))
          .isEqualByComparingTo("100");
    }
  }

  @Test
  void theBestOfSeveralCountAndExtraPointsOnTop() {
    List<Item> items =
        List.of(
            Item.given("Homework", "4", "10"),
            Item.given("Homework", "9", "10"),
            Item.given("Homework", "8", "10"),
            Item.given("Homework", "1", "0"));
    assertThat(TermMark.of(BEST, items).percent()).contains(new BigDecimal("90.00"));
    assertThat(TermMark.of(WEIGHED, items).percent()).contains(new BigDecimal("73.33"));
  }

  @Test
  void withoutWeightsItIsPointsOfPoints() {
    assertThat(
            percent(Grading.NONE, List.of(Item.given("", "5", "10"), Item.given("Lab", "9", "10"))))
        .isEqualByComparingTo("70");
  }

  private static final Grading BEST = Grading.parse("Homework 70 best 2, Daily work 30 on 4");

  private static TermMark.Needed needed(
      Grading grading, List<Item> items, String outOf, String wanted) {
    return TermMark.needed(
            grading, items, "Homework", new BigDecimal(outOf), new BigDecimal(wanted))
        .orElseThrow();
  }

  /** By hand: 20 / 25 and 1 / 2 come to 71; with p of 25 more, 70 (20 + p) / 50 + 15 is 75. */
  @Test
  void whatIsNeededIsTheFirstTenthThatBringsIt() {
    List<Item> items =
        List.of(Item.given("Homework", "20", "25"), Item.given("Daily work", "1", "2"));
    BigDecimal points = needed(WEIGHED, items, "25", "75").points().orElseThrow();
    assertThat(points).isEqualByComparingTo("22.9");
    assertThat(
            percent(
                WEIGHED, List.of(items.get(0), items.get(1), Item.given("Homework", "22.9", "25"))))
        .isGreaterThanOrEqualTo(new BigDecimal("75"));
    assertThat(
            percent(
                WEIGHED, List.of(items.get(0), items.get(1), Item.given("Homework", "22.8", "25"))))
        .isLessThan(new BigDecimal("75"));
    assertThat(TermMark.needed(WEIGHED, items, "Attendance", BigDecimal.TEN, new BigDecimal(75)))
        .isEmpty();
  }

  @Test
  void whatCannotBeHadSaysWhatAllPointsBring() {
    TermMark.Needed none = needed(WEIGHED, List.of(Item.given("Homework", "0", "10")), "10", "90");
    assertThat(none.points()).isEmpty();
    assertThat(none.most()).isEqualByComparingTo("50");
  }

  @Test
  void whereTheBestCountOneMoreMustBeBetterThanTheWeakerOfThem() {
    List<Item> items =
        List.of(Item.given("Homework", "6", "10"), Item.given("Homework", "8", "10"));
    // 8 and p of 10 come to 75 when p is 7.
    assertThat(needed(BEST, items, "10", "75").points().orElseThrow()).isEqualByComparingTo("7");
    assertThat(needed(BEST, items, "10", "70").points().orElseThrow()).isEqualByComparingTo("0");
  }
}
