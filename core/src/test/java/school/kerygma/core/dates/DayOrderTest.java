package school.kerygma.core.dates;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.core.dates.DatePhrases.Doubt;
import school.kerygma.core.dates.DatePhrases.Reference;

/** How somebody writes "9/10" is learned from what they said that it means. */
class DayOrderTest {

  private static DayOrder.Answer answer(String quote, String meant) {
    return new DayOrder.Answer(quote, LocalDate.parse(meant));
  }

  @ParameterizedTest
  @CsvSource({
    "9/10,            2026-10-09, DAY_FIRST",
    "9/10,            2026-09-10, MONTH_FIRST",
    "by 9/10/26,      2026-10-09, DAY_FIRST",
    "9/9,             2026-09-09, UNKNOWN",
    "9/10,            2026-11-20, UNKNOWN", // Mended to another day altogether.
    "October 9,       2026-10-09, UNKNOWN",
    "13/10,           2026-10-13, DAY_FIRST",
  })
  void oneAnswerTells(String quote, String meant, DayOrder order) {
    assertThat(DayOrder.of(List.of(answer(quote, meant)))).isEqualTo(order);
  }

  @Test
  void answersThatDifferTellNothing() {
    assertThat(DayOrder.of(List.of(answer("9/10", "2026-10-09"), answer("9/10", "2026-09-10"))))
        .isEqualTo(DayOrder.UNKNOWN);
  }

  /** What stands in the paper itself counts more. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Due 5/11                | DAY_FIRST   | 2026-11-05",
        "Due 5/11                | MONTH_FIRST | 2026-05-11",
        "Quiz on 13/10. Due 5/11 | MONTH_FIRST | 2026-11-05",
      })
  void whatIsUsualSettlesADateThatCouldBeEither(String text, DayOrder usual, LocalDate meant) {
    Reference of = OnSeptember30.reference("2026-09-30");
    List<DatePhrases.Found> found =
        DatePhrases.in(text, new Reference(of.today(), of.calendar(), of.meets(), usual));
    assertThat(found.getLast().date()).isEqualTo(meant);
    assertThat(found.getLast().doubts()).doesNotContain(Doubt.DAY_ORDER);
  }
}
