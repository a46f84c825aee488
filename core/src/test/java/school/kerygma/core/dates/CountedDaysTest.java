package school.kerygma.core.dates;

import java.time.LocalDateTime;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Days with a name, and days that are counted. Common practice. */
class CountedDaysTest {

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      value = {
        "today by 3 p.m.                   | 2026-09-30T15:00 |",
        "tonight                           | 2026-09-30T23:59 |",
        "tonight at 8:30 p.m.              | 2026-09-30T20:30 |",
        "tomorrow                          | 2026-10-01T23:59 |",
        "tomorrow at 8 a.m.                | 2026-10-01T08:00 |",
        "the day after tomorrow            | 2026-10-02T23:59 |",
        "in two weeks                      | 2026-10-14T23:59 |",
        "in 3 days                         | 2026-10-03T23:59 | WITHOUT_SCHOOL",
        "in 3 school days                  | 2026-10-05T23:59 |",
        "a week from Friday                | 2026-10-09T23:59 |",
        "two weeks from today              | 2026-10-14T23:59 |",
        "Bread goes stale in three days    | 2026-10-03T23:59 | WITHOUT_SCHOOL LIKELY",
        "In 3 days the pupa will hatch     | 2026-10-03T23:59 | WITHOUT_SCHOOL LIKELY",
        "We have a test in 2 days.         | 2026-10-02T23:59 |",
        "2 school days from Friday         | 2026-10-06T23:59 |",
      })
  void aPhraseIsReadAgainstTheDayItIsSaidOn(String phrase, LocalDateTime meant, String doubts) {
    OnSeptember30.assertRead(phrase, meant, doubts);
  }
}
