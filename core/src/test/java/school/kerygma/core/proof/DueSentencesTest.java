package school.kerygma.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.dates.DatePhrases.Doubt;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;
import school.kerygma.core.proof.Fact.Kind;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;

/**
 * Whether something is due on a date is concluded from the sentence: sure, to be asked, or not. The
 * sentences stand in {@code reading/sentences-*.txt}, made up by hand (common practice).
 */
class DueSentencesTest {

  static final DatePhrases.Reference REFERENCE =
      new DatePhrases.Reference(
          LocalDate.parse("2026-09-30"),
          new SchoolCalendar(
              ZoneId.of("America/Halifax"),
              LocalDate.parse("2026-09-07"),
              12,
              Set.of(LocalDate.parse("2026-10-12"), LocalDate.parse("2026-10-30"))),
          MeetingPattern.parse("MON 9:40-10:30,WED 9:40-10:30,FRI 9:40-10:30"));

  private static List<Fact> days(String text) {
    return FactReader.read(text, REFERENCE, List.of("7A Design")).stream()
        .filter(f -> f.kind().isDay())
        .toList();
  }

  private static boolean isSure(Fact fact) {
    return fact.doubts().stream().noneMatch(DatePhrases.Doubt::isOfReading);
  }

  private static List<String> sure(List<Fact> days) {
    return days.stream()
        .filter(f -> f.kind() == Kind.DUE && isSure(f))
        .map(f -> "DUE " + f.value())
        .toList();
  }

  private static Stream<Arguments> sentences() {
    return Stream.of("a", "b", "c", "d", "e", "f")
        .flatMap(DueSentencesTest::lines)
        .filter(line -> !line.startsWith("#"))
        .map(line -> Arguments.of((Object[]) line.split("\\|", -1)));
  }

  private static Stream<String> lines(String set) {
    String name = "/reading/sentences-" + set + ".txt";
    try (var file = Objects.requireNonNull(DueSentencesTest.class.getResourceAsStream(name))) {
      return new String(file.readAllBytes(), StandardCharsets.UTF_8).lines();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /**
   * Nothing is ever due without a doubt that was not said; where it was not understood, it asks.
   */
  @ParameterizedTest(name = "{0}")
  @MethodSource("sentences")
  void whatIsDueIsReadOrAskedAndNeverWrongInSilence(String sentence, String meant) {
    List<Fact> days = days(sentence);
    boolean asked = days.stream().anyMatch(f -> !isSure(f));
    for (String one : meant.split(" or ")) {
      List<String> due = one.startsWith("DUE") ? Arrays.asList(one.split(", ")) : List.of();
      if (due.containsAll(sure(days)) && (asked || sure(days).containsAll(due))) {
        return;
      }
    }
    assertThat(days).as(meant).isNull();
  }

  /** The words that are not understood are in the question. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "It's due EOD Friday.                    | EOD Friday              | LEFT_OVER",
        "Hand it in at registration on October 5. | registration on October 5 | LEFT_OVER",
        "It is due at 5 pm EST on October 20.    | 5 pm EST on October 20  | LEFT_OVER",
        "It's due Thursday at nine.              | Thursday at nine        | LEFT_OVER",
        "Due at 11:59 on Friday.                 | at 11:59 on Friday      | LEFT_OVER",
        "The form goes to the office by Thursday. | Thursday               | PERHAPS_DUE",
        "Due: November 31                        | November 31             | NOT_UNDERSTOOD",
        "It is due within a week.                | within a week           | NOT_UNDERSTOOD",
      })
  void whatIsLeftOverIsAskedInItsOwnWords(String sentence, String quote, Doubt doubt) {
    assertThat(days(sentence))
        .singleElement()
        .satisfies(
            fact -> {
              assertThat(fact.quote()).isEqualTo(quote);
              assertThat(fact.doubts()).contains(doubt);
              assertThat(sentence.substring(fact.start(), fact.end())).isEqualTo(quote);
            });
  }

  /** What is read without a doubt is not asked about, whatever names stand beside it. */
  @ParameterizedTest(name = "{0}")
  @MethodSource("plain")
  void namesOfWorkAreNoDaysAndNoTimes(String sentence, String meant) {
    assertThat(days(sentence)).allMatch(DueSentencesTest::isSure);
    assertThat(sure(days(sentence))).containsExactly(meant);
  }

  private static Stream<Arguments> plain() {
    return lines("e")
        .filter(line -> !line.startsWith("#"))
        .map(line -> Arguments.of((Object[]) line.split("\\|", -1)));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Late work is accepted until October 23.",
        "We start the unit on Monday; bring nothing.",
        "The bake sale runs until next Friday.",
        "We read it again at lunch. Nobody is in a hurry.",
      })
  void whereNothingIsDueNobodyIsAsked(String sentence) {
    assertThat(days(sentence)).allMatch(f -> f.kind() == Kind.DATE && isSure(f));
  }

  /** Words in lines, each so far from the left and from the top, as a sheet sets them. */
  private static Page page(String... lines) {
    List<Word> words = new ArrayList<>();
    double y = 40;
    for (String line : lines) {
      y += line.startsWith(" ") ? 30 : 14;
      double x = 50;
      for (String word : line.strip().split(" ")) {
        words.add(new Word(word, new Box(x, y, 6.0 * word.length(), 11)));
        x += 6.0 * word.length() + 4;
      }
    }
    return new Page(1, 612, 792, words);
  }

  private static String onPage(String... lines) {
    return FactReader.read(page(lines), REFERENCE, List.of()).stream()
        .filter(f -> f.kind().isDay())
        .map(f -> f.kind() + " " + f.value().substring(0, 10) + (isSure(f) ? "" : "?"))
        .collect(Collectors.joining(", "));
  }

  @Test
  void aHeadingSaysWhatTheDatesBelowItAre() {
    assertThat(onPage("Due dates:", " Outline October 6", " Poster October 20"))
        .isEqualTo("DUE 2026-10-06, DUE 2026-10-20");
    assertThat(onPage("Dates to remember", " Outline October 6", " Fair October 20"))
        .isEqualTo("DUE 2026-10-06?, DUE 2026-10-20?");
    assertThat(
            onPage(
                "Due dates:",
                " Outline October 6",
                " The fair is for everybody in the school and for their families too, this year in the gym again",
                " Fair October 20"))
        .isEqualTo("DUE 2026-10-06, DATE 2026-10-20");
  }

  @Test
  void aSentenceGoesOnInTheNextLineAndAHeadingDoesNot() {
    assertThat(onPage("Hand in your sheet, with your name on it, on", " Friday, October 16."))
        .isEqualTo("DUE 2026-10-16");
    assertThat(onPage("Your sheet is due soon", " Fair on Friday, October 16"))
        .isEqualTo("DATE 2026-10-16");
  }
}
