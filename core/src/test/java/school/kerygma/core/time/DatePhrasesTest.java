package school.kerygma.core.time;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * A table made by hand: the ways in which teachers write dates (common practice). September 30,
 * 2026 is a Wednesday; October 12 and 30 are days without school; the section meets Mondays,
 * Wednesdays and Fridays at 9:40; school is from 8:50 to 15:10; the term ends on November 27.
 */
class DatePhrasesTest {

  private static final SchoolCalendar TERM =
      new SchoolCalendar(
          ZoneId.of("America/Halifax"),
          LocalDate.parse("2026-09-07"),
          12,
          Set.of(LocalDate.parse("2026-10-12"), LocalDate.parse("2026-10-30")));
  private static final MeetingPattern MEETS =
      MeetingPattern.parse("MON 9:40-10:30,WED 9:40-10:30,FRI 9:40-10:30");

  private static List<DatePhrases.Found> in(String text, String today) {
    return DatePhrases.in(text, new DatePhrases.Reference(LocalDate.parse(today), TERM, MEETS));
  }

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      value = {
        // a month and a day
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
        // numbers
        "due 10/16                         | 2026-10-16T23:59 |",
        "due 10/16/26                      | 2026-10-16T23:59 |",
        "10/16/2026                        | 2026-10-16T23:59 |",
        "hand in on 16/10                  | 2026-10-16T23:59 |",
        "Fri 10/16 at 8:00                 | 2026-10-16T08:00 |",
        "Monday 10/16                      | 2026-10-16T23:59 | WRONG_WEEKDAY",
        "due 1/2                           | 2027-01-02T23:59 | WITHOUT_SCHOOL AFTER_THE_TERM",
        "2026-10-16                        | 2026-10-16T23:59 |",
        // a day of the month
        "Friday the 16th                   | 2026-10-16T23:59 |",
        "Friday the 15th                   | 2026-10-15T23:59 | WRONG_WEEKDAY",
        "by the 2nd                        | 2026-10-02T23:59 |",
        "on the 30th                       | 2026-09-30T23:59 |",
        "due the 28th                      | 2026-09-28T23:59 | PASSED",
        "by the 23rd                       | 2026-10-23T23:59 |",
        "until the 31st                    | 2026-10-31T23:59 | WITHOUT_SCHOOL",
        // a weekday
        "by Thursday night                 | 2026-10-01T23:59 |",
        "Thursday evening                  | 2026-10-01T23:59 |",
        "Friday morning                    | 2026-10-02T08:50 |",
        "Friday in the afternoon           | 2026-10-02T15:10 |",
        "by Wednesday                      | 2026-09-30T23:59 |",
        "on Monday                         | 2026-10-05T23:59 |",
        "Tues.                             | 2026-10-06T23:59 |",
        "this Friday                       | 2026-10-02T23:59 |",
        "next Monday                       | 2026-10-05T23:59 |",
        "next Friday                       | 2026-10-09T23:59 | AMBIGUOUS",
        "Tuesday of next week              | 2026-10-06T23:59 |",
        "next week Tuesday                 | 2026-10-06T23:59 |",
        "next week on Thursday             | 2026-10-08T23:59 |",
        "Saturday                          | 2026-10-03T23:59 | WITHOUT_SCHOOL",
        // times
        "next Monday before class          | 2026-10-05T09:40 |",
        "Tuesday before class              | 2026-10-06T08:50 |",
        "Friday at the start of class      | 2026-10-02T09:40 |",
        "Friday before school              | 2026-10-02T08:50 |",
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
        "Friday at 25:00                   | 2026-10-02T23:59 |",
        // days by name
        "today by 3 p.m.                   | 2026-09-30T15:00 |",
        "tonight                           | 2026-09-30T23:59 |",
        "tonight at 8:30 p.m.              | 2026-09-30T20:30 |",
        "tomorrow                          | 2026-10-01T23:59 |",
        "tomorrow at 8 a.m.                | 2026-10-01T08:00 |",
        "the day after tomorrow            | 2026-10-02T23:59 |",
        // weeks
        "by the end of week 5              | 2026-10-09T23:59 |",
        "beginning of week 6               | 2026-10-13T23:59 |",
        "the end of week 8                 | 2026-10-29T23:59 |",
        "Thursday of week 7                | 2026-10-22T23:59 |",
        "end of the week                   | 2026-10-02T23:59 |",
        "the end of next week              | 2026-10-09T23:59 |",
        "end of this month                 | 2026-09-30T23:59 |",
        "end of the term                   | 2026-11-27T23:59 |",
        // counted
        "in two weeks                      | 2026-10-14T23:59 |",
        "in 3 days                         | 2026-10-03T23:59 | WITHOUT_SCHOOL",
        "in 3 school days                  | 2026-10-05T23:59 |",
        "a week from Friday                | 2026-10-09T23:59 |",
        "two weeks from today              | 2026-10-14T23:59 |",
        "2 school days from Friday         | 2026-10-06T23:59 |",
        "before the next class             | 2026-10-02T09:40 |",
        "bring it to our next lesson       | 2026-10-02T09:40 |",
      })
  void aPhraseIsReadAgainstTheDayItIsSaidOn(String phrase, LocalDateTime meant, String doubts) {
    List<DatePhrases.Found> found = in(phrase, "2026-09-30");
    assertThat(found).hasSize(1);
    assertThat(found.getFirst().at(TERM).atZone(TERM.zone()).toLocalDateTime()).isEqualTo(meant);
    List<String> expected = doubts == null ? List.of() : Arrays.asList(doubts.split(" "));
    assertThat(found.getFirst().doubts())
        .extracting(Enum::name)
        .containsExactlyElementsOf(expected);
  }

  @ParameterizedTest(name = "{0}: {1}")
  @CsvSource({
    "2026-12-20, January 8, 2027-01-08",
    "2027-01-05, December 18, 2026-12-18",
    "2026-12-30, by the 2nd, 2027-01-02",
    "2026-12-31, tomorrow, 2027-01-01",
    "2027-02-01, February 29, 2028-02-29",
    "2026-12-28, the end of next week, 2027-01-08",
  })
  void aYearsEndIsCrossed(String today, String phrase, LocalDate meant) {
    assertThat(in(phrase, today)).extracting(DatePhrases.Found::date).containsExactly(meant);
  }

  /** Halifax, 2026: the clock is set forward on March 8 at 2 a.m. and back on November 1 (IANA). */
  @ParameterizedTest(name = "{1}")
  @CsvSource(
      delimiter = '|',
      value = {
        "2026-10-28 | November 1 at 1:30 a.m. | 2026-11-01T04:30:00Z",
        "2026-10-28 | November 1 at 11:59 p.m. | 2026-11-02T03:59:00Z",
        "2026-10-28 | October 31 at 11:59 p.m. | 2026-11-01T02:59:00Z",
        "2026-03-02 | March 8 at 2:30 a.m. | 2026-03-08T06:30:00Z",
      })
  void whereTheClocksChangeTheInstantFollowsThem(String today, String phrase, Instant meant) {
    assertThat(in(phrase, today).getFirst().at(TERM)).isEqualTo(meant);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "You scored 10/16 points",
        "Fill 3/4 of the cup",
        "write 1/2 page",
        "open 24/7",
        "you may 5 times",
        "we march 3 times round",
        "the 3rd row",
        "pp. 86-87",
        "Part 2, 1:20 model",
        "February 30",
        "end of week 40",
        "due 13/13",
        "a sunny monograph on fridges",
        "1,250 words",
        "9/10 of you"
      })
  void whatIsNoDateIsNotReadAsOne(String text) {
    assertThat(in(text, "2026-09-30")).isEmpty();
  }

  @Test
  void everyDateOfATextHasItsPlaceInIt() {
    String text = "Read pp. 4-5 by Thursday night, the sheet by Oct. 16, and rest on Sunday.";
    List<DatePhrases.Found> found = in(text, "2026-09-30");
    assertThat(found)
        .extracting(DatePhrases.Found::quote)
        .containsExactly("Thursday night", "Oct. 16", "Sunday");
    assertThat(found).allMatch(f -> text.substring(f.start(), f.end()).equals(f.quote()));
  }
}
