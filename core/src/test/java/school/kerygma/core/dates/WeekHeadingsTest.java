package school.kerygma.core.dates;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.core.dates.DatePhrases.Doubt;

/** Below "Week of October 5" Friday is October 9 (common practice in weekly plans). */
class WeekHeadingsTest {

  private static DatePhrases.Found last(String text) {
    return DatePhrases.read(text.replace('/', '\n'), OnSeptember30.reference("2026-09-30"))
        .found()
        .getLast();
  }

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      value = {
        "Week of October 5/Friday: lab report            | 2026-10-09",
        "Our week beginning 5 October/Wed: quiz          | 2026-10-07",
        "October 5-9/Thursday: read chapter 3            | 2026-10-08",
        "Week 6: Forces/Tuesday: lab                     | 2026-10-13",
        "Year 8 homework, week 5/Hand in on Thursday     | 2026-10-08",
        "Week of October 5/Monday: a/Week of October 12/Friday: b | 2026-10-16",
        "Week of October 5/Friday, October 16: fair      | 2026-10-16",
        "Week of October 5/next Monday                   | 2026-10-05",
        "Finish the sheet/Answer in full/Bring goggles/Redo the week 5 quiz/Hand in on Thursday | 2026-10-01",
      })
  void aWeekdayIsThatOfTheWeekThatTheHeadingNames(String text, LocalDate meant) {
    assertThat(last(text).date()).isEqualTo(meant);
    assertThat(last(text).doubts()).doesNotContain(Doubt.AMBIGUOUS);
  }

  /** Of a week in passing nobody knows whether what follows is in it. */
  @Test
  void aSentenceThatNamesAWeekMakesTheNextWeekdayAQuestion() {
    DatePhrases.Found friday =
        last("In the week of November 2 we go to the museum. Finish the sheet by Friday.");
    assertThat(friday.doubts()).contains(Doubt.AMBIGUOUS);
  }

  /** A number that lies far from today may count otherwise than the school's weeks. */
  @Test
  void aWeekFarFromTodayIsAQuestion() {
    assertThat(last("Week 11/Hand in on Thursday").doubts()).contains(Doubt.AMBIGUOUS);
  }

  /** On a page a heading ends without a line of its own in its text. */
  @Test
  void aHeadingEndsWhereThePageSaysSo() {
    String text = "Week of October 5 Friday: lab report";
    assertThat(
            DatePhrases.read(text, OnSeptember30.reference("2026-09-30"), List.of(18))
                .found()
                .stream()
                .map(f -> "" + f.date())
                .toList())
        .containsExactly("2026-10-05", "2026-10-09");
  }
}
