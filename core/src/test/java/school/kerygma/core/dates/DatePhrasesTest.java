package school.kerygma.core.dates;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Tables made by hand: the ways in which teachers write dates (common practice). */
class DatePhrasesTest {

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
    assertThat(OnSeptember30.in(phrase, today))
        .extracting(DatePhrases.Found::date)
        .containsExactly(meant);
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
    assertThat(OnSeptember30.in(phrase, today).getFirst().at(OnSeptember30.TERM)).isEqualTo(meant);
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
    assertThat(OnSeptember30.in(text, "2026-09-30")).isEmpty();
  }

  @Test
  void everyDateOfATextHasItsPlaceInIt() {
    String text = "Read pp. 4-5 by Thursday night, the sheet by Oct. 16, and rest on Sunday.";
    List<DatePhrases.Found> found = OnSeptember30.in(text, "2026-09-30");
    assertThat(found)
        .extracting(DatePhrases.Found::quote)
        .containsExactly("Thursday night", "Oct. 16", "Sunday");
    assertThat(found).allMatch(f -> text.substring(f.start(), f.end()).equals(f.quote()));
  }
}
