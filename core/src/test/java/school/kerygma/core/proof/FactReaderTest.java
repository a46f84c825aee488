package school.kerygma.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;

/** A table made by hand: how sheets and teachers put things (common practice). */
class FactReaderTest {

  private static final DatePhrases.Reference REFERENCE =
      new DatePhrases.Reference(
          LocalDate.parse("2026-09-30"),
          new SchoolCalendar(
              ZoneId.of("America/Halifax"), LocalDate.parse("2026-09-07"), 12, Set.of()),
          MeetingPattern.parse("MON,WED,FRI"));

  private static String read(String text) {
    return FactReader.read(text, REFERENCE, List.of("7A Design", "8B Woodwork")).stream()
        .map(f -> f.kind() + " " + f.value())
        .collect(Collectors.joining(", "));
  }

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      value = {
        "Due: Friday, October 16, 11:59 p.m.   | DUE 2026-10-16T23:59",
        "Hand it in by Thursday night.         | DUE 2026-10-01T23:59",
        "We visit the mill on October 7.       | DATE 2026-10-07T23:59",
        "25 points in all                      | TOTAL 25",
        "Total: 24 pts.                        | TOTAL 24",
        "a total of 30 points                  | TOTAL 30",
        "The sketch is worth six points.       | POINTS 6",
        "a 10-point question                   | POINTS 10",
        "Draw for 35 minutes.                  | MINUTES 35",
        "20 min. reading                       | MINUTES 20",
        "about half an hour                    | MINUTES 30",
        "two hours                             | MINUTES 120",
        "Read pp. 86-87.                       | PAGES 86-87",
        "see page forty-two                    | PAGES 42",
        "pages 4 and 5                         | PAGES 4-5",
        "p. 12                                 | PAGES 12",
        "Write five pages                      | LENGTH_PAGES 5",
        "half a page each                      | LENGTH_PAGES 0.5",
        "an essay of 1,250 words               | LENGTH_WORDS 1250",
        "a 300-word answer                     | LENGTH_WORDS 300",
        "Part 2 and Task three                 | PART Part 2, PART Task 3",
        "PART B                                | PART Part B",
        "part of it                            |",
        "for 7A Design and 7C                  | SECTION 7A Design, OTHER_SECTION 7C",
        "8B meets in the workshop              | SECTION 8B Woodwork",
        "Turn it in on or before October 7     | DUE 2026-10-07T23:59",
        "Hand it in on Friday.                 | DUE 2026-10-02T23:59",
        "an hour and a half                    | MINUTES 90",
        "2 1/2 hours                           | MINUTES 150",
        "two and a half hours                  | MINUTES 150",
        "a half-hour talk                      | MINUTES 30",
        "15 points each                        | POINTS 15",
        "Hand it in the Friday before the break. | DATE the Friday before the break",
        "See https://tides.example/a_b?c=1.    | LINK https://tides.example/a_b?c=1",
        "Forty-two points, page 3, 10 minutes  | POINTS 42, PAGES 3, MINUTES 10",
      })
  void factsAreReadInOneWriting(String text, String facts) {
    assertThat(read(text)).isEqualTo(facts == null ? "" : facts);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "Use a 12-point font.",
        "They won by 12 points.",
        "We are down 3 points.",
        "List three points from the text.",
        "Make two points about the bridge.",
        "From his point of view",
        "two points of view",
        "You lose 5 points per day.",
        "Take off 2 points for each fault.",
        "2.5 points",
        "1/2 point",
        "Explain your main points.",
        "in 6/8 time",
        "You got 12/15.",
        "We read Friday Night Lights."
      })
  void whatIsSaidOfNothingIsNotReadAsAFact(String text) {
    assertThat(read(text)).isEmpty();
  }

  @Test
  void aDayThatIsNotUnderstoodIsAQuestion() {
    assertThat(FactReader.read("Due the Friday before the break.", REFERENCE, List.of()))
        .extracting(Fact::doubts)
        .containsExactly(List.of(DatePhrases.Doubt.NOT_UNDERSTOOD));
  }

  @Test
  void everyFactStandsWhereItsWordsStandAndNoneOverlapsAnother() {
    String text =
        "Part 1: read pp. 4-5 (15 minutes, 6 points) by Friday the 16th. 25 points in all.";
    List<Fact> facts = FactReader.read(text, REFERENCE, List.of());
    assertThat(facts).hasSize(6);
    int until = 0;
    for (Fact fact : facts) {
      assertThat(text.substring(fact.start(), fact.end())).isEqualTo(fact.quote());
      assertThat(fact.start()).isGreaterThanOrEqualTo(until);
      until = fact.end();
    }
  }
}
