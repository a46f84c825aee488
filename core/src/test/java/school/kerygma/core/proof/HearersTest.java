package school.kerygma.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.core.time.Span;

class HearersTest {

  private static Hearers.Stop stop(String words, long ms, List<Long> shown, List<Span> spoken) {
    return new Hearers.Stop(
        new UUID(0, 1), 1, words, ms, shown, spoken, true, OptionalInt.empty(), List.of());
  }

  private static String found(Hearers.Stop stop, int grade) {
    return Hearers.of(
            List.of(stop), OptionalInt.of(grade), List.of(stop.lengthMs()), known(List.of()))
        .stream()
        .map(f -> f.note() + (f.value() > 0 ? " " + f.value() : ""))
        .collect(Collectors.joining(", "));
  }

  /** WCAG 2.2, 1.3.3, 1.4.1 and 2.4.4: nothing rests on color, shape or place alone. */
  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      value = {
        "Click here to begin.                       | CLICK_HERE",
        "Press the button that says Begin.          |",
        "Look at the green one.                     | BY_LOOKS",
        "Look at the green column.                  | BY_LOOKS",
        "Look at the column Safe load.              |",
        "Write it in red.                           | BY_LOOKS",
        "The red oak grows fast.                    |",
        "Take the box on the left.                  | BY_LOOKS",
        "Turn left at the mill.                     |",
        "Press the round button.                    | BY_LOOKS",
        "A round table seats eight.                 |",
        "Imani Osei has drawn it well.              | NAME_SAID",
        "Everybody has drawn it well.               |",
        "In black and white films                   |",
        "Mark the words in green, and say why.      | BY_LOOKS",
        "The grass is green.                        |",
        "Tap there.                                 | CLICK_HERE",
        "Here you click the Hand in button.         |",
      })
  void whatRestsOnLooksAloneIsFound(String words, String notes) {
    assertThat(found(stop(words, 10_000, List.of(), List.of()), 7))
        .isEqualTo(notes == null ? "" : notes);
  }

  @Test
  void speechThatIsTooFastForTheGradeIsFound() {
    String words = "We draw a bridge and then we load it. ".repeat(10); // 90 words
    assertThat(found(stop(words, 30_000, every(), all(30_000)), 7)).isEmpty();
    assertThat(found(stop(words, 20_000, every(), all(20_000)), 7)).isEqualTo("FAST 270");
    assertThat(found(stop(words, 30_000, every(), all(30_000)), 4)).isEqualTo("FAST 180");
  }

  /** Flesch-Kincaid (Kincaid et al. 1975, from memory): long sentences of long words. */
  @Test
  void speechThatIsTooHardForTheGradeIsFound() {
    String hard =
        "Considering the structural characteristics of cantilevered footbridges, investigate the proportional relationship "
            + "between the longitudinal deformation and the distributed gravitational loading, documenting every experimental "
            + "uncertainty, interpreting the resulting measurements, and justifying alternative constructional decisions with "
            + "appropriate mathematical argumentation throughout.";
    assertThat(found(stop(hard, 60_000, List.of(), List.of()), 7)).startsWith("HARD");
    assertThat(
            found(
                stop("We draw a bridge. We load it. ".repeat(8), 60_000, List.of(), List.of()), 7))
        .isEmpty();
  }

  @Test
  void nothingShownForLongAndSilenceAreFound() {
    String words = "We draw a bridge.";
    assertThat(found(stop(words, 60_000, List.of(1_000L, 25_000L, 40_000L), all(60_000)), 7))
        .isEqualTo("NOTHING_SHOWN 24");
    assertThat(found(stop(words, 60_000, every(), all(60_000)), 7)).isEmpty();
    assertThat(
            found(
                stop(words, 60_000, every(), List.of(Span.of(0, 20_000), Span.of(29_000, 60_000))),
                7))
        .isEqualTo("SILENT 9");
    assertThat(
            found(
                stop(
                    words,
                    60_000,
                    List.of(1_000L),
                    List.of(Span.of(0, 4_000), Span.of(55_000, 60_000))),
                7))
        .as("little is said meanwhile")
        .isEqualTo("SILENT 51");
  }

  @Test
  void smallTextAndNamesThatAreSeenAreTold() {
    Hearers.Stop seen =
        new Hearers.Stop(
            new UUID(0, 1),
            1,
            "Good morning.",
            2_000,
            List.of(),
            List.of(),
            true,
            OptionalInt.of(7),
            List.of("Wren Adeyemi"));
    assertThat(found(seen, 7)).isEqualTo("NAME_SEEN, SMALL 7");
  }

  @Test
  void aWordOfTheSubjectThatIsSaidTwiceAndNowhereExplainedIsToldOnce() {
    String words = "Draw the abutment. Every abutment rests on the bank.";
    assertThat(found(stop(words, 10_000, List.of(), List.of()), 7)).isEqualTo("KEY_WORD 2");
    assertThat(
            Hearers.of(
                List.of(stop(words, 10_000, List.of(), List.of())),
                OptionalInt.empty(),
                List.of(),
                known(List.of("Abutment: where a bridge rests."))))
        .isEmpty();
  }

  private static Hearers.Known known(List<String> read) {
    return new Hearers.Known(Set.of("Imani Osei"), read, List.of(), w -> !w.startsWith("abu"));
  }

  /** Guo, Kim, Rubin 2014 (from memory). */
  @Test
  void whatIsWatchedInOneGoIsNotLongerThanSixMinutes() {
    assertThat(
            Hearers.of(
                List.of(),
                OptionalInt.empty(),
                List.of(6 * 60_000L, 9 * 60_000L),
                known(List.of())))
        .extracting(Hearers.Found::value)
        .containsExactly(9);
  }

  @Test
  void captionsThatNobodyHasReadAreTold() {
    Hearers.Stop unread =
        new Hearers.Stop(
            new UUID(0, 1),
            1,
            "Good morning.",
            2_000,
            List.of(),
            all(2_000),
            false,
            OptionalInt.empty(),
            List.of());
    assertThat(found(unread, 7)).isEqualTo("NOT_READ");
  }

  private static List<Long> every() {
    return List.of(5_000L, 15_000L, 25_000L, 35_000L, 45_000L, 55_000L);
  }

  private static List<Span> all(long ms) {
    return List.of(Span.of(0, ms));
  }
}
