package school.kerygma.core.dates;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;
import school.kerygma.core.time.SchoolDay;

/**
 * Phrases that have a weekday in them and mean another day. Common practice; "Monday week" is
 * British usage. Read on Wednesday, September 30, 2026; the calendar of 2026 was looked up.
 */
class LongerPhrasesTest {

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      value = {
        "the first Monday in November         | 2026-11-02T23:59 |",
        "the second Friday of October         | 2026-10-09T23:59 |",
        "on the 3rd Tuesday in October        | 2026-10-20T23:59 |",
        "the last Friday in November          | 2026-11-27T23:59 |",
        "the last Thursday of the month       | 2026-09-24T23:59 | PASSED",
        "the first Tuesday of next month      | 2026-10-06T23:59 |",
        "Monday week                          | 2026-10-12T23:59 | WITHOUT_SCHOOL",
        "Tuesday fortnight                    | 2026-10-20T23:59 |",
        "last Tuesday                         | 2026-09-29T23:59 | PASSED",
        "since last Wednesday                 | 2026-09-23T23:59 | PASSED",
        "a week from tomorrow                 | 2026-10-08T23:59 |",
        "in a fortnight                       | 2026-10-14T23:59 |",
        "the last day of the term             | 2026-11-27T23:59 |",
        "due Halloween                        | 2026-10-31T23:59 | WITHOUT_SCHOOL",
        "by Remembrance Day                   | 2026-11-11T23:59 |",
        "by Easter                            | 2027-03-28T23:59 | WITHOUT_SCHOOL AFTER_THE_TERM",
        "by Thanksgiving                      | 2026-10-12T23:59 | WITHOUT_SCHOOL",
        "the Tuesday after Thanksgiving       | 2026-10-13T23:59 |",
        "the Friday before Halloween          | 2026-10-30T23:59 | WITHOUT_SCHOOL",
        "Wednesday of the following week      | 2026-10-07T23:59 |",
        "a week on Monday                     | 2026-10-12T23:59 | WITHOUT_SCHOOL",
        "Friday week 6                        | 2026-10-16T23:59 |",
        "the day before Halloween             | 2026-10-30T23:59 | WITHOUT_SCHOOL",
        "two days after Remembrance Day       | 2026-11-13T23:59 |",
        "a week after Thanksgiving            | 2026-10-19T23:59 |",
        "the last school day before Halloween | 2026-10-29T23:59 |",
        "the first day after Remembrance Day  | 2026-11-12T23:59 |",
      })
  void aLongerPhraseMeansItsOwnDay(String phrase, LocalDateTime meant, String doubts) {
    OnSeptember30.assertRead(phrase, meant, doubts);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "the Monday after Thanksgiving break",
        "the Friday before the test",
        "Monday in two weeks",
        "Thursday after the concert",
        "the first Monday after the holidays",
        "the last Monday before exams",
        "the fifth Tuesday in November",
        "two weeks before the test",
        "3 days after the field trip",
        "a week after the concert",
        "the last day before Hanukkah",
        "before winter break",
        "by Diwali",
        "before Halloween",
        "until the holidays after Christmas",
        "the last day of classes",
        "the first day after half-term"
      })
  void whatIsNotComputedIsToldAndNoShorterDateIsTakenOutOfIt(String phrase) {
    DatePhrases.Reading reading = read("Hand it in " + phrase + ", please.");
    assertThat(reading.found()).isEmpty();
    assertThat(reading.unread()).isNotEmpty();
    assertThat(reading.unread()).allMatch(u -> phrase.contains(u.quote()));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "Practice every Friday.",
        "We meet each Tuesday and most Thursdays.",
        "Most of you took the SAT in spring.",
        "SAT words are on page 3.",
        "He sat down.",
        "Draw the sun and moon.",
        "Sun and moon are in one line.",
        "They were Wed in 1840.",
        "We read Friday Night Lights.",
        "A poem about Bloody Sunday.",
        "Black Friday is no holiday.",
        "Fat Tuesday in New Orleans.",
        "The Wednesday Wars is our novel.",
        "Sunday best is not needed.",
        "It was on a Sunday in May.",
        "Mar the wood with a nail.",
        "Mon ami Pierrot",
        "He may march on."
      })
  void whereNothingIsSaidOfADayNothingIsRead(String text) {
    DatePhrases.Reading reading = read(text);
    assertThat(reading.found()).isEmpty();
    assertThat(reading.unread()).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "Friday after school",
        "Friday before class",
        "Monday before the bell",
        "Thursday after lunch",
        "Friday at the end of class",
        "Sat at 9 a.m.",
        "Sun by noon",
        "Sat and Sun",
        "Wed is the day",
        "Friday night"
      })
  void aDayWithATimeOfItsOwnIsReadAsBefore(String phrase) {
    assertThat(read("Bring it " + phrase + ".").found()).isNotEmpty();
    assertThat(read("Bring it " + phrase + ".").unread()).isEmpty();
  }

  /** Whatever word stands in a longer phrase, no weekday is taken out of it. */
  @Test
  void aPhraseWithAnUnknownWordIsNeverReadAsAShorterDateWithoutADoubt() {
    Random random = new Random(14);
    List<String> shapes =
        List.of(
            "the Friday before the %s",
            "Monday after %s",
            "the second Tuesday after our %s",
            "two weeks before the %s",
            "4 days after %s");
    for (int i = 0; i < 500; i++) {
      String word =
          random
              .ints(7, 'b', 'z' + 1)
              .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
              .toString();
      String phrase = shapes.get(i % shapes.size()).formatted(word);
      assertThat(read(phrase).found()).as(phrase).isEmpty();
      assertThat(read(phrase).unread()).as(phrase).hasSize(1);
    }
  }

  /** October 19 to 23 are called "Harvest Week", November 6 is "Teachers\u2019 Day". */
  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      value = {
        "the Monday after Harvest Week           | 2026-10-26",
        "the Thursday before the harvest week    | 2026-10-15",
        "the last school day before Harvest Week | 2026-10-16",
        "the first day after Harvest Week break  | 2026-10-26",
        "two days before Teachers' Day           | 2026-11-04",
        "a week after our Harvest Week           | 2026-10-30",
      })
  void whatTheSchoolCallsItsDaysIsUnderstood(String phrase, LocalDate meant) {
    Map<LocalDate, String> named = new HashMap<>();
    for (int day = 19; day <= 23; day++) {
      named.put(LocalDate.of(2026, 10, day), "Harvest Week");
    }
    named.put(LocalDate.of(2026, 11, 6), "Teachers' Day");
    SchoolCalendar calendar =
        new SchoolCalendar(
            ZoneId.of("America/Halifax"),
            LocalDate.parse("2026-09-07"),
            12,
            named.keySet(),
            SchoolDay.USUAL,
            named);
    DatePhrases.Reference reference =
        new DatePhrases.Reference(
            LocalDate.parse("2026-09-30"), calendar, MeetingPattern.parse("MON,WED,FRI"));
    assertThat(DatePhrases.in("It is due " + phrase + ".", reference))
        .extracting(DatePhrases.Found::date)
        .containsExactly(meant);
    assertThat(read("It is due " + phrase + ".").found()).as("without the names").isEmpty();
  }

  private static DatePhrases.Reading read(String text) {
    return DatePhrases.read(text, OnSeptember30.reference("2026-09-30"));
  }
}
