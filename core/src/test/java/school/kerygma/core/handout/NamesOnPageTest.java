package school.kerygma.core.handout;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Which writings mean a student (common practice). */
class NamesOnPageTest {

  private static List<Word> words(String text) {
    List<Word> words = new ArrayList<>();
    for (String word : text.split(" ")) {
      words.add(new Word(word, new Box(10 + 20 * words.size(), 10, 15, 10)));
    }
    return words;
  }

  private static List<NamesOnPage.Found> found(String text, String... names) {
    return NamesOnPage.find(words(text), List.of(names));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Best sketch: Imani Okafor            | Imani Okafor      | whole",
        "IMANI OKAFOR, grade 7                | Imani Okafor      | whole",
        "Okafor, Imani 24/25                  | Imani Okafor      | whole",
        "as Imani O. did                      | Imani Okafor      | whole",
        "(Imani Okafor)                       | Imani Okafor      | whole",
        "see Imani Okafor's drawing           | Imani Okafor      | whole",
        "Imani Grace Okafor won               | Imani Grace Okafor | whole",
        "Imani Okafor won                     | Imani Grace Okafor | whole",
        "Best sketch: Imani                   | Imani Okafor      | part",
        "Okafor has the glue                  | Imani Okafor      | part",
        "Zoë Öberg                            | Zoë Öberg         | whole",
        "Bring will and hope                  | Will Hope         | not",
        "Hope that it holds. Will it?         | Hope Andersen     | not",
        "Will Andersen draws                  | Will Andersen     | whole",
        "the imani project                    | Imani Okafor      | not",
        "Go to Bo                             | Bo Lindqvist      | not",
        "Draw three bridges                   | Imani Okafor      | not",
      })
  void aNameIsSeenHoweverItIsWritten(String text, String name, String how) {
    List<NamesOnPage.Found> found = found(text, name);
    if (how.equals("not")) {
      assertThat(found).isEmpty();
    } else {
      assertThat(found).extracting(NamesOnPage.Found::name).containsExactly(name);
      assertThat(found.getFirst().sure()).isEqualTo(how.equals("whole"));
    }
  }

  @Test
  void everyPlaceOfANameIsTold() {
    NamesOnPage.Found found =
        found("Imani Okafor and Imani and Okafor, Imani", "Imani Okafor").getFirst();
    assertThat(found.sure()).isTrue();
    assertThat(found.boxes()).hasSize(5);
  }

  @Test
  void anotherStudentOfTheSameFamilyIsOnlyAGuess() {
    assertThat(found("Imani Okafor drew", "Imani Okafor", "Ben Okafor"))
        .extracting(f -> f.name() + " " + f.sure())
        .containsExactlyInAnyOrder("Imani Okafor true", "Ben Okafor false");
  }

  @Test
  void aNameOfOneWordIsFoundAlone() {
    assertThat(found("Drawn by Solveig", "Solveig")).hasSize(1);
    assertThat(found("Drawn by hand", "")).isEmpty();
  }
}
