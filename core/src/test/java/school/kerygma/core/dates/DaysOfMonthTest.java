package school.kerygma.core.dates;

import java.time.LocalDateTime;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A day of the month without its month. Common practice. */
class DaysOfMonthTest {

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      value = {
        "Friday the 16th                   | 2026-10-16T23:59 |",
        "Friday the 15th                   | 2026-10-15T23:59 | WRONG_WEEKDAY",
        "by the 2nd                        | 2026-10-02T23:59 |",
        "on the 30th                       | 2026-09-30T23:59 | AMBIGUOUS",
        "on Wednesday the 30th             | 2026-09-30T23:59 |",
        "due the 28th                      | 2026-09-28T23:59 | PASSED",
        "by the 23rd                       | 2026-10-23T23:59 |",
        "until the 31st                    | 2026-10-31T23:59 | WITHOUT_SCHOOL",
      })
  void aPhraseIsReadAgainstTheDayItIsSaidOn(String phrase, LocalDateTime meant, String doubts) {
    OnSeptember30.assertRead(phrase, meant, doubts);
  }
}
