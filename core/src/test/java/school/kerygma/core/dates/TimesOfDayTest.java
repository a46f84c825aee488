package school.kerygma.core.dates;

import java.time.LocalDateTime;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Times beside a day. Common practice. */
class TimesOfDayTest {

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      value = {
        "next Monday before class          | 2026-10-05T09:40 |",
        "Tuesday before class              | 2026-10-06T08:50 | NO_CLASS",
        "Friday at the start of class      | 2026-10-02T09:40 |",
        "Thursday 11:59p                   | 2026-10-01T23:59 |",
        "before 8:30 tomorrow morning      | 2026-10-01T08:30 |",
        "at 7 on Friday evening            | 2026-10-02T19:00 |",
        "tonight at 9                      | 2026-09-30T21:00 |",
        "Friday afternoon by 4             | 2026-10-02T16:00 |",
        "Friday morning at 9               | 2026-10-02T09:00 |",
        "by the close of school on Tuesday | 2026-10-06T15:10 |",
        "Friday before school              | 2026-10-02T08:50 |",
        "Friday, Oct. 2, before first period | 2026-10-02T08:50 |",
        "Friday before the bell            | 2026-10-02T08:50 |",
        "Friday after school               | 2026-10-02T15:10 |",
        "Friday at the end of school       | 2026-10-02T15:10 |",
        "Friday, end of the day            | 2026-10-02T23:59 |",
        "Friday at noon                    | 2026-10-02T12:00 |",
        "midnight on Friday                | 2026-10-02T23:59 |",
        "by 5 p.m. on Friday               | 2026-10-02T17:00 |",
        "11:59pm Friday                    | 2026-10-02T23:59 |",
        "Friday by 5                       | 2026-10-02T17:00 |",
        "Friday at 9                       | 2026-10-02T09:00 |",
        "Friday 14:30                      | 2026-10-02T14:30 |",
        "Friday at 2:30                    | 2026-10-02T14:30 |",
        "Friday (8 a.m.)                   | 2026-10-02T08:00 |",
        "Friday, 12 a.m.                   | 2026-10-02T00:00 |",
        "Friday, 12 p.m.                   | 2026-10-02T12:00 |",
        "by the start of class on Wednesday | 2026-09-30T09:40 | AMBIGUOUS",
        "at the end of class Friday        | 2026-10-02T10:30 |",
        "after class on Monday             | 2026-10-05T10:30 |",
        "Friday by the end of class        | 2026-10-02T10:30 |",
        "Friday @ 8am                      | 2026-10-02T08:00 |",
        "@ 8am on Friday                   | 2026-10-02T08:00 |",
        "by 10 tonight                     | 2026-09-30T22:00 |",
        "Friday at 3.30pm                  | 2026-10-02T15:30 |",
        "Friday 16.00                      | 2026-10-02T16:00 |",
        "Friday at half past three         | 2026-10-02T15:30 |",
        "quarter to nine on Friday         | 2026-10-02T08:45 |",
        "COB Friday                        | 2026-10-02T17:00 |",
        "Friday, close of business         | 2026-10-02T17:00 |",
        "Friday at 8:50 sharp              | 2026-10-02T08:50 |",
        "Friday by 9.                      | 2026-10-02T09:00 |",
        "by 9 on Friday                    | 2026-10-02T09:00 |",
        "Friday, 12 pages                  | 2026-10-02T23:59 |",
        "pages 3 to 9 by Friday            | 2026-10-02T23:59 |",
        "version 1.30 on Friday            | 2026-10-02T23:59 |",
        "half of it past Friday            | 2026-10-02T23:59 |",
        "the class on Friday               | 2026-10-02T23:59 |",
        "Friday at 9.5 %                   | 2026-10-02T23:59 |",
        "Friday at 25:00                   | 2026-10-02T23:59 |",
      })
  void aPhraseIsReadAgainstTheDayItIsSaidOn(String phrase, LocalDateTime meant, String doubts) {
    OnSeptember30.assertRead(phrase, meant, doubts);
  }
}
