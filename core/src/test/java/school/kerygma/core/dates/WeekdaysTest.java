package school.kerygma.core.dates;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDateTime;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Weekdays, of this week and the next. Common practice. */
class WeekdaysTest {

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      value = {
        "by Thursday night                 | 2026-10-01T23:59 |",
        "Thursday evening                  | 2026-10-01T23:59 |",
        "Friday morning                    | 2026-10-02T08:50 |",
        "Friday in the afternoon           | 2026-10-02T15:10 |",
        "by Wednesday                      | 2026-09-30T23:59 | AMBIGUOUS",
        "on Monday                         | 2026-10-05T23:59 |",
        "Tues.                             | 2026-10-06T23:59 |",
        "this Friday                       | 2026-10-02T23:59 |",
        "next Monday                       | 2026-10-05T23:59 |",
        "next Friday                       | 2026-10-09T23:59 | AMBIGUOUS",
        "Tuesday of next week              | 2026-10-06T23:59 |",
        "next week Tuesday                 | 2026-10-06T23:59 |",
        "next week on Thursday             | 2026-10-08T23:59 |",
        "Saturday                          | 2026-10-03T23:59 | WITHOUT_SCHOOL",
      })
  void aPhraseIsReadAgainstTheDayItIsSaidOn(String phrase, LocalDateTime meant, String doubts) {
    OnSeptember30.assertRead(phrase, meant, doubts);
  }

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      value = {
        "Monday through Wednesday | 2026-10-05 2026-10-07",
        "Thursday to Friday       | 2026-10-01 2026-10-02",
        "Mon.-Fri.                | 2026-10-05 2026-10-09",
      })
  void aRangeEndsAfterItHasBegun(String phrase, String days) {
    assertThat(OnSeptember30.in(phrase, "2026-09-30"))
        .extracting(f -> "" + f.date())
        .containsExactly(days.split(" "));
  }

  /**
   * On a Wednesday nobody can tell whether the Friday after Monday or that of this week is meant.
   */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Monday or Friday           | 2026-10-05 2026-10-09",
        "next Tuesday and Wednesday | 2026-10-06 2026-10-07",
        "Tuesday, Thursday          | 2026-10-06 2026-10-08",
      })
  void ofTwoDaysTheSecondFollowsTheFirstAndIsAsked(String phrase, String days) {
    assertThat(OnSeptember30.in(phrase, "2026-09-30"))
        .extracting(f -> "" + f.date())
        .containsExactly(days.split(" "));
    assertThat(OnSeptember30.in(phrase, "2026-09-30").getLast().doubts())
        .contains(DatePhrases.Doubt.AMBIGUOUS);
    assertThat(OnSeptember30.in("Thursday and Friday", "2026-09-30"))
        .allMatch(f -> f.doubts().isEmpty());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "next Friday, Oct 16         | 2026-10-16 |",
        "due the following Wednesday | 2026-10-07 |",
        "The quiz was Tuesday.       | 2026-09-29 | PASSED",
        "absent on Tuesday, see me   | 2026-10-06 | AMBIGUOUS",
        "If you were absent Tuesday  | 2026-10-06 | AMBIGUOUS",
        "The test we took Monday     | 2026-10-05 | AMBIGUOUS",
        "On Friday we finished it    | 2026-10-02 | AMBIGUOUS",
        "On Friday we finish it      | 2026-10-02 |",
        "what you began is due Monday | 2026-10-05 |",
        "it was moved to by Monday   | 2026-10-05 |",
        "due the week of October 5   | 2026-10-05 | A_WEEK",
        "no later than 10/8          | 2026-10-08 | DAY_ORDER",
        "Tuesday before class        | 2026-10-06 | NO_CLASS",
        "Tues-Thurs                  | 2026-10-06 2026-10-08 |",
      })
  void whatStandsBesideAWeekdaySaysWhichIsMeant(String phrase, String days, String doubts) {
    assertThat(OnSeptember30.in(phrase, "2026-09-30"))
        .extracting(f -> "" + f.date())
        .containsExactly(days.split(" "));
    assertThat(OnSeptember30.in(phrase, "2026-09-30").getFirst().doubts())
        .extracting(Enum::name)
        .containsExactlyElementsOf(
            doubts == null ? java.util.List.of() : java.util.List.of(doubts.split(" ")));
  }

  @Test
  void aWeekdayThatIsLeftOutOrAnyOneIsNoDate() {
    assertThat(OnSeptember30.in("any day but Friday", "2026-09-30")).isEmpty();
    assertThat(OnSeptember30.in("One Friday in spring we went.", "2026-09-30")).isEmpty();
  }

  @Test
  void aDayThatComesOutBeforeOneThatWasNamedEarlierIsAsked() {
    assertThat(
            OnSeptember30.in("Act I by Monday, Act II by Friday.", "2026-09-30").getLast().doubts())
        .containsExactly(DatePhrases.Doubt.AMBIGUOUS);
    assertThat(OnSeptember30.in("The film on Thursday; the talk on Friday.", "2026-09-30"))
        .allMatch(f -> f.doubts().isEmpty());
  }
}
