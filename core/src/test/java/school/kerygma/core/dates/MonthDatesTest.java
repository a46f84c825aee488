package school.kerygma.core.dates;

import java.time.LocalDateTime;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

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
        "due 1/2                           | 2027-01-02T23:59 | WITHOUT_SCHOOL AFTER_THE_TERM",
        "2026-10-16                        | 2026-10-16T23:59 |",
      })
  void aPhraseIsReadAgainstTheDayItIsSaidOn(String phrase, LocalDateTime meant, String doubts) {
    OnSeptember30.assertRead(phrase, meant, doubts);
  }
}
