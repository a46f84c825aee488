package school.kerygma.core.dates;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDateTime;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** A month and a day, in words and in numbers. Common practice. */
class MonthDatesTest {

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      value = {
        "Friday, October 16, 2026          | 2026-10-16T23:59 |",
        "Due: Friday, October 8            | 2026-10-08T23:59 | WRONG_WEEKDAY",
        "Oct. 16 at 11:59 p.m.             | 2026-10-16T23:59 |",
        "Oct 16, 8 PM                      | 2026-10-16T20:00 |",
        "Friday (10/9)                     | 2026-10-09T23:59 |",
        "on the eighth of October          | 2026-10-08T23:59 |",
        "October the ninth                 | 2026-10-09T23:59 |",
        "the twenty-first of October       | 2026-10-21T23:59 |",
        "OCTOBER 16TH                      | 2026-10-16T23:59 |",
        "Fri Oct 16                        | 2026-10-16T23:59 |",
        "16 October                        | 2026-10-16T23:59 |",
        "16 Oct. 2026                      | 2026-10-16T23:59 |",
        "the 16th of October               | 2026-10-16T23:59 |",
        "Friday 16 October                 | 2026-10-16T23:59 |",
        "Thursday, 16 October              | 2026-10-16T23:59 | WRONG_WEEKDAY",
        "October 16 (Friday)               | 2026-10-16T23:59 |",
        "October 16 (Thu)                  | 2026-10-16T23:59 | WRONG_WEEKDAY",
        "Sept. 28                          | 2026-09-28T23:59 | PASSED",
        "october ninth                     | 2026-10-09T23:59 |",
        "October 12                        | 2026-10-12T23:59 | WITHOUT_SCHOOL",
        "Sunday, October 4 at 6 p.m.       | 2026-10-04T18:00 | WITHOUT_SCHOOL",
        "November 30                       | 2026-11-30T23:59 | AFTER_THE_TERM",
        "May 5                             | 2026-05-05T23:59 | PASSED",
        "due 10/16                         | 2026-10-16T23:59 |",
        "due 10/16/26                      | 2026-10-16T23:59 |",
        "10/16/2026                        | 2026-10-16T23:59 |",
        "hand in on 16/10                  | 2026-10-16T23:59 |",
        "Fri 10/16 at 8:00                 | 2026-10-16T08:00 |",
        "Monday 10/16                      | 2026-10-16T23:59 | WRONG_WEEKDAY",
        "due 1/2                           | 2027-01-02T23:59 | WITHOUT_SCHOOL AFTER_THE_TERM DAY_ORDER",
        "due 05/11/2026                    | 2026-05-11T23:59 | PASSED DAY_ORDER",
        "Thursday 11/5                     | 2026-11-05T23:59 |",
        "The test is 10/16.                | 2026-10-16T23:59 | LIKELY",
        "10/16 Read chapter 4              | 2026-10-16T23:59 |",
        "due 9.10.2026                     | 2026-10-09T23:59 |",
        "2026/10/14                        | 2026-10-14T23:59 |",
        "due 14-Oct-2026                   | 2026-10-14T23:59 |",
        "2026-10-16                        | 2026-10-16T23:59 |",
      })
  void aPhraseIsReadAgainstTheDayItIsSaidOn(String phrase, LocalDateTime meant, String doubts) {
    OnSeptember30.assertRead(phrase, meant, doubts);
  }

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      value = {
        "October 5, 7 and 9        | 5 7 9",
        "Sept 3rd-5th              | 3 5",
        "Oct 5-9 research          | 5 9",
        "Oct 19 or 20              | 19 20",
        "Oct. 14, 15 & 16 after school | 14 15 16",
        "October 5 & 6, in class   | 5 6",
        "Nov. 2 to 4.              | 2 4",
        "October 5, 2026           | 5",
        "October 5, 20 points      | 5",
        "October 16 and 3 pages    | 16",
        "October 5, 7 students     | 5",
        "October 5-7:30            | 5",
        "Oct 16, 8 PM              | 16",
      })
  void listsAndRangesAreReadWhole(String text, String days) {
    assertThat(OnSeptember30.in(text, "2026-09-30"))
        .extracting(f -> "" + f.date().getDayOfMonth())
        .containsExactly(days.split(" "));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "You scored 12/15.",
        "a grade of 12/15",
        "in 6/8 time",
        "after 9/11",
        "a ratio of 12/24",
        "You got 8/10 right",
        "7/10 correct",
        "simplify 6/12"
      })
  void aPairOfNumbersThatIsNoDateIsNotReadAsOne(String text) {
    assertThat(OnSeptember30.in(text, "2026-09-30")).isEmpty();
  }

  /** Beside a date that can be meant in one way only, the others are meant alike. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Given on 25/9, due 9/10             | 2026-09-25 2026-10-09 |",
        "Given on 9/25, due 10/9             | 2026-09-25 2026-10-09 |",
        "Friday 9/10: quiz. Poster due 8/10. | 2026-10-09 2026-10-08 |",
        "due 9/10 and not by 25/9 or by 9/25 | 2026-09-10 2026-09-25 2026-09-25 | DAY_ORDER",
      })
  void whatElseStandsThereSettlesTheOrderOfDayAndMonth(String text, String dates, String doubt) {
    List<DatePhrases.Found> found = OnSeptember30.in(text, "2026-09-30");
    assertThat(found).extracting(f -> f.date().toString()).containsExactly(dates.split(" "));
    assertThat(found)
        .flatExtracting(DatePhrases.Found::doubts)
        .filteredOn(d -> d == DatePhrases.Doubt.DAY_ORDER)
        .hasSize(doubt == null ? 0 : 1);
  }
}
