package school.kerygma.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Words that nobody explains (common practice: how teachers put what a word means). */
class KeyWordsTest {

  private static final Set<String> USUAL =
      Set.of(
          "draw", "every", "rests", "bank", "bridge", "foot", "load", "carry", "where", "this",
          "that", "label", "weigh", "called", "upper", "lower", "always", "plan", "these", "again");

  private static String found(String said, String read, Set<String> explained) {
    return KeyWords.undefined(List.of(said), List.of(read), explained, USUAL::contains).stream()
        .map(k -> k.word() + " " + k.times())
        .collect(Collectors.joining(", "));
  }

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      value = {
        "Draw the truss. Label every truss.              | truss 2",
        "Draw the truss. Label all trusses.              | truss 2",
        "Draw the truss.                                 |",
        "A truss is a frame of bars. Draw the truss.     |",
        "The truss, that is, the frame. Draw the truss.  |",
        "This is called a truss. Draw the truss.         |",
        "Truss means frame. Draw the truss.              |",
        "A truss (a frame of bars). Draw the truss.      |",
        "The truss is strong. Draw the truss.            | truss 2",
        "Draw the footbridge. Load the footbridge.       |",
        "We met Okafor. Ask Okafor again.                |",
        "Label it. Labelled bars. Labels.                |",
        "Take the worksheet. Draw on the worksheet.      |",
        "It carries this. Carrying that.                 |",
        "Weigh newtons. Label newtons.                   | newtons 2",
        "Draw the abutment. Abutments rest.              | abutment 2",
        "A new ton of newtons. Newtons again.             | newtons 2",
        "It's its' well-known. It's its' well-known.     |",
      })
  void aWordThatIsSaidTwiceAndExplainedNowhereIsFound(String said, String words) {
    assertThat(found(said, "", Set.of())).isEqualTo(words == null ? "" : words);
  }

  @Test
  void whatAPaperOrTheExplainedWordsSayIsEnough() {
    String said = "Draw the truss. Label every truss.";
    assertThat(found(said, "Truss: a frame of bars.", Set.of())).isEmpty();
    assertThat(found(said, "Draw a truss here.", Set.of())).isEqualTo("truss 2");
    assertThat(found(said, "", Set.of("Trusses"))).isEmpty();
    assertThat(found(said, "", Set.of("Arch"))).isEqualTo("truss 2");
  }

  @Test
  void theFirstPlaceIsKnown() {
    KeyWords.Key key =
        KeyWords.undefined(
                List.of("Draw.", "Draw the truss.", "Label every truss."),
                List.of(),
                Set.of(),
                USUAL::contains)
            .getFirst();
    assertThat(key.text()).isOne();
    assertThat(key.start()).isEqualTo(9);
  }
}
