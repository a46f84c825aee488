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
        "and part three of the sheet           | PART Part 3",
        "for 7A Design and 7C                  | SECTION 7A Design, OTHER_SECTION 7C",
        "8B meets in the workshop              | SECTION 8B Woodwork",
        "Turn it in on or before October 7     | DUE 2026-10-07T23:59",
        "Finish by half past two on Thursday.  | DUE 2026-10-01T14:30",
        "Hand it in on Friday.                 | DUE 2026-10-02T23:59",
        "an hour and a half                    | MINUTES 90",
        "2 1/2 hours                           | MINUTES 150",
        "two and a half hours                  | MINUTES 150",
        "a half-hour talk                      | MINUTES 30",
        "15 points each                        | POINTS 15",
        "Hand it in the Friday before the break. | DATE the Friday before the break",
        "See https://tides.example/a_b?c=1.    | LINK https://tides.example/a_b?c=1",
        "Forty-two points, page 3, 10 minutes  | POINTS 42, PAGES 3, MINUTES 10",
        // Amounts of every writing.
        "Each answer is worth 2.5 points.      | POINTS 2.5",
        "1/2 point for each date               | POINTS 0.5",
        "half a point                          | POINTS 0.5",
        "1 1/2 points                          | POINTS 1.5",
        "2½ points                            | POINTS 2.5",
        "one hundred points                    | POINTS 100",
        "a hundred and twenty points in all    | TOTAL 120",
        "1 pt.                                 | POINTS 1",
        "Question 3 (15 marks)                 | POINTS 15",
        "Describe the valley. [4 marks]        | POINTS 4",
        "Points possible: 60                   | TOTAL 60",
        "60 points possible                    | TOTAL 60",
        "Points: 12                            | POINTS 12",
        "Score: ____/25                        | TOTAL 25",
        "Sketches ____ / 10                    | POINTS 10",
        "The quiz is graded out of 30.         | TOTAL 30",
        "your mark (out of 40)                 | TOTAL 40",
        "up to 20 points                       | POINTS 20",
        // Taken off or given on top.
        "You lose 5 points per day.            | OFF 5",
        "Take off 2 points for each fault.     | OFF 2",
        "minus 10 pts for late work            | OFF 10",
        "Late papers: -5 points a day          | OFF 5",
        "5 points off for each day             | OFF 5",
        "10 points will be deducted            | OFF 10",
        "a 5-point penalty                     | OFF 5",
        "10 bonus points                       | EXTRA 10",
        "Bonus: 5 points                       | EXTRA 5",
        "5 points of extra credit              | EXTRA 5",
        "+3 points for a map                   | EXTRA 3",
        // Times.
        "1.5 hours                             | MINUTES 90",
        "2½ hours                             | MINUTES 150",
        "1 hour 20 minutes                     | MINUTES 80",
        "three quarters of an hour             | MINUTES 45",
        "a quarter of an hour                  | MINUTES 15",
        "20-30 minutes                         | MINUTES 30",
        // Pages, lengths, parts.
        "pgs. 20-25                            | PAGES 20-25",
        "Read p.12                             | PAGES 12",
        "pages 4, 7 and 9                      | PAGES 4, 7, 9",
        "pp. 3, 5-7                            | PAGES 3, 5-7",
        "p. 34, 1-10                           | PAGES 34",
        "pages 30 through 34                   | PAGES 30-34",
        "pages 4 and 9                         | PAGES 4, 9",
        "a one-page summary                    | LENGTH_PAGES 1",
        "Write two to three pages.             | LENGTH_PAGES 2-3",
        "one and a half pages                  | LENGTH_PAGES 1.5",
        "a half-page answer                    | LENGTH_PAGES 0.5",
        "Write a page about your street.       | LENGTH_PAGES 1",
        "250 to 300 words                      | LENGTH_WORDS 250-300",
        "Part II is due later                  | PART Part 2",
        "It counts for forty points.            | POINTS 40",
        "It's out of twenty.                    | TOTAL 20",
        "Do part b and then part C.             | PART Part B, PART Part C",
        "the best part a reader likes           |",
        // What is taken back is not said.
        "It is 40 points. I mean 50 points.     | POINTS 50",
        "Draw for 20 minutes, sorry, 30 minutes. | MINUTES 30",
        "PART IV                               | PART Part 4",
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
        "12-pt. Times New Roman",
        "Use 11 pt. type.",
        "Set it in Calibri, 12 points, double-spaced.",
        "The Otters scored 14 points.",
        "Plot 5 points on the grid.",
        "Mark three points on the number line.",
        "Connect 4 points to make a square.",
        "These six points to remember help you.",
        "a 10-point agenda",
        "It rose 3 points.",
        "There are four points of the compass.",
        "question marks",
        "Remember quotation marks.",
        "Three out of 30 students came.",
        "We ran out of 20 sheets.",
        "Learn 20 words.",
        "Define the 12 words.",
        "in other words",
        "Read 20 pages.",
        "Find a page with a map.",
        "Page 2 of 5",
        "within 24 hours",
        "Office hours",
        "every 20 minutes",
        "the part I liked",
        "a page turner",
        "24 hours a day",
        "The Rams lead by 3 points at halftime.",
        "He scored 30 points last night.",
        "Name three points from the lecture.",
        "Use bullet points in your notes.",
        "Temperatures fell 10 points overnight.",
        "What are your talking points?",
        "Our stock gained 4 points.",
        "She made two good points.",
        "Find the midpoint of the two points.",
        "Draw a line through these points.",
        "It is 5 minutes to nine.",
        "The minutes of the meeting were read.",
        "Wait a minute.",
        "Just a second!",
        "A day has 24 hours.",
        "The store is open 24 hours.",
        "He ran it in under 4 minutes.",
        "We left an hour ago.",
        "The hour hand moves slowly.",
        "He turned the page.",
        "Look at the page about frogs.",
        "The page numbers are missing.",
        "A two-page spread shows the city.",
        "This page is blank.",
        "Keep your word.",
        "Word count matters.",
        "Use your own words.",
        "A picture is worth a thousand words.",
        "Look up five words in the dictionary.",
        "These ten words rhyme.",
        "Part of the plan",
        "Take part in the game.",
        "He played his part.",
        "Do your part!",
        "Room 7C is upstairs.",
        "Step aside, please.",
        "Take one step at a time.",
        "Mark your calendar.",
        "The mark on the wall is 2 m high.",
        "Put a check mark beside it.",
        "It got high marks from critics.",
        "The score was 2 out of 3 games.",
        "Nine out of ten dentists agree.",
        "Ran out of time",
        "He is out of shape.",
        "The ratio is 3:1.",
        "Mix 2/3 cup of milk.",
        "Version 2.5 is out.",
        "The scale is 1:50.",
        "Chapter 7 has 12 sections.",
        "Locker 114",
        "Grade 7, Unit 3, Lesson 2",
        "Apollo 13 flew in 1970.",
        "U.S. Route 66",
        "Call 555-0134.",
        "Figure 4 shows the bridge.",
        "Exercise 12 on the board",
        "Draw an angle of 45 degrees.",
        "Explain your main points.",
        "in 6/8 time",
        "You got 12/15.",
        "We read Friday Night Lights."
      })
  void whatIsSaidOfNothingIsNotReadAsAFact(String text) {
    assertThat(read(text)).isEmpty();
  }

  /** Sentences of readers and workbooks: what they say of time and points is of no plan. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "The class earned 30 points for tidy desks.",
        "It takes light 8 minutes to reach us.",
        "The story begins on page one of his life.",
        "An hour has 60 minutes.",
        "The marathon took her 4 hours.",
        "The bus ride is 25 minutes long.",
        "The treaty was 12 pages long.",
        "The average teenager sleeps 7 hours.",
        "Scott wrote the poem in two hours.",
        "In Act 2 she waits an hour at the gate.",
        "The speech was 272 words.",
        "The soup simmers for half an hour.",
        "Three points form a triangle.",
        "The referee gave the home side two points.",
        "The ferry leaves each 30 minutes.",
        "Each of the king's letters filled two pages.",
        "A typical novel has about 80,000 words.",
        "Children in 1900 walked two hours to school.",
        "Each quarter of the game is 12 minutes.",
        "You burn 100 calories in 10 minutes.",
        "The recipe says 5 to 7 minutes.",
        "The store gives 20 points for each dollar.",
        "They argued for two hours about the map.",
      })
  void whatIsSaidOfOtherThingsThanWorkIsAQuestionAtMost(String text) {
    assertThat(FactReader.read(text, REFERENCE, List.of()))
        .allSatisfy(f -> assertThat(f.doubts()).contains(DatePhrases.Doubt.LIKELY));
  }

  @Test
  void whatMayBeSaidOfWorkIsAsked() {
    assertThat(FactReader.read("The tour of the mill takes 20 minutes.", REFERENCE, List.of()))
        .extracting(Fact::doubts)
        .containsExactly(List.of(DatePhrases.Doubt.LIKELY));
    assertThat(FactReader.read("The team presents its project: 10 minutes", REFERENCE, List.of()))
        .extracting(Fact::doubts)
        .containsExactly(List.of(DatePhrases.Doubt.LIKELY));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "You have 25 minutes to finish the first draft.",
        "Estimated time: 45 minutes",
        "It should take about 20 minutes.",
        "Spend half an hour on the outline.",
        "Read pages 112-118 and answer the questions.",
        "Write a response of at least 150 words.",
        "Each correct answer earns 2 points.",
        "Title page (5 pts)",
        "Map ........ 10 points",
        "Homework (15 min)",
        "Reading, 20 minutes",
        "10 min: partner talk",
        "The presentation must last 5 to 7 minutes.",
        "2 points for neat handwriting",
        "Watch the film clip (12 minutes)",
        "Three pages of notes are due Monday.",
        "Open your books to page fifteen.",
        "Students will receive 4 points for each source.",
        "Each group gets 6 minutes to share.",
        "We will spend 15 minutes on vocabulary.",
        "Points are taken off for missing labels, 2 points each.",
        "Then draw for 35 minutes.",
        "The lab is worth 40 points.",
      })
  void whatIsSaidOfWorkIsNoQuestion(String text) {
    assertThat(FactReader.read(text, REFERENCE, List.of()))
        .isNotEmpty()
        .allSatisfy(f -> assertThat(f.doubts()).isEmpty());
  }

  @Test
  void aNumberThatIsTakenBackWithoutItsUnitIsAQuestion() {
    assertThat(FactReader.read("It counts for forty points. I mean fifty.", REFERENCE, List.of()))
        .singleElement()
        .satisfies(
            f -> {
              assertThat(f.quote()).isEqualTo("forty points. I mean fifty");
              assertThat(f.doubts()).containsExactly(DatePhrases.Doubt.LEFT_OVER);
            });
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
