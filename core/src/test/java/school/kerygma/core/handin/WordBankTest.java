package school.kerygma.core.handin;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;

/** Word banks as worksheets have them (common practice); a bar stands for a wide gap. */
class WordBankTest {

  private static Page page(String... lines) {
    List<Word> words = new ArrayList<>();
    for (int i = 0; i < lines.length; i++) {
      double x = 50;
      for (String word : lines[i].split(" ")) {
        if (word.equals("|")) {
          x += 24;
        } else {
          words.add(new Word(word, new Box(x, 100 + 18 * i, 6 * word.length(), 12)));
          x += 6 * word.length() + 3;
        }
      }
    }
    return new Page(1, 612, 792, words);
  }

  private static List<String> items(String... lines) {
    return WordBank.of(page(lines)).stream().map(WordBank.Item::text).toList();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "Word bank: beam, truss, arch ; beam/truss/arch",
        "WORD BOX: live load, dead load ; live load/dead load",
        "Use these words: beam truss arch ; beam/truss/arch",
        "Words to use: beam \u2022 truss \u2022 suspension bridge ; beam/truss/suspension bridge",
        "Choose from the words: deck - pier - cable. ; deck/pier/cable"
      })
  void theWordsAfterItsNameAreItsItems(String line, String items) {
    assertThat(items("Parts of a bridge", line, "The ______ carries the road."))
        .containsExactly(items.split("/"));
  }

  @Test
  void itGoesOnInTheLinesBelowUntilAnythingElseBegins() {
    assertThat(
            items(
                "Word bank",
                "beam | truss | arch",
                "live load | pier",
                "The road lies on the deck of the bridge and nowhere else."))
        .containsExactly("beam", "truss", "arch", "live load", "pier");
    Box arch = WordBank.of(page("Word bank", "beam | truss | arch")).get(2).box();
    assertThat(arch.width()).isEqualTo(24);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "The bank of the river is steep.",
        "Write in your own words: how does it bend?",
        "Use a ruler and a pencil, please.",
        "Choose a way that you like best.",
        "Word count: 150"
      })
  void otherLinesAreNone(String line) {
    assertThat(items(line, "The ______ carries the road.")).isEmpty();
  }
}
