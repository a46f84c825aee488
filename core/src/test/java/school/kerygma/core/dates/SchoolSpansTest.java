package school.kerygma.core.dates;

import java.time.LocalDateTime;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Ends of weeks, months and the term, and the next meeting. Common practice. */
class SchoolSpansTest {

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      value = {
        "by the end of week 5              | 2026-10-09T23:59 |",
        "beginning of week 6               | 2026-10-13T23:59 |",
        "the end of week 8                 | 2026-10-29T23:59 |",
        "Thursday of week 7                | 2026-10-22T23:59 |",
        "end of the week                   | 2026-10-02T23:59 |",
        "the end of next week              | 2026-10-09T23:59 |",
        "end of this month                 | 2026-09-30T23:59 |",
        "end of the term                   | 2026-11-27T23:59 |",
        "before the next class             | 2026-10-02T09:40 |",
        "bring it to our next lesson       | 2026-10-02T09:40 |",
      })
  void aPhraseIsReadAgainstTheDayItIsSaidOn(String phrase, LocalDateTime meant, String doubts) {
    OnSeptember30.assertRead(phrase, meant, doubts);
  }
}
