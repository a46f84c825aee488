package school.kerygma.core.handout;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BrokenWordsTest {

  private static Word at(String text, double x, double y) {
    return new Word(text, new Box(x, y, 40, 10));
  }

  /** The second word begins the next line. */
  @ParameterizedTest
  @CsvSource({
    "foot-, bridge, footbridge",
    "calcu-, late., calculate.",
    "self-, paced, self- paced",
    "twenty-, five, twenty- five",
    "in-, Part, in- Part",
    "5-, minute, 5- minute",
    "-, minute, - minute",
    "foot\u00AD, bridge, footbridge",
    "whole, word, whole word",
  })
  void aWordBrokenAtTheEndOfALineIsOneWordAgain(String first, String second, String text) {
    List<Word> words = BrokenWords.marked(List.of(at(first, 400, 100), at(second, 50, 114)));
    assertThat(Word.text(words)).isEqualTo(text);
    assertThat(words)
        .extracting(Word::box)
        .containsExactly(at("x", 400, 100).box(), at("x", 50, 114).box());
  }

  @Test
  void aHyphenInTheMiddleOfALineOrBeforeAnotherColumnIsNone() {
    assertThat(Word.text(BrokenWords.marked(List.of(at("foot-", 50, 100), at("bridge", 100, 100)))))
        .isEqualTo("foot- bridge");
    assertThat(Word.text(BrokenWords.marked(List.of(at("foot-", 50, 700), at("bridge", 350, 100)))))
        .isEqualTo("foot- bridge");
  }

  @Test
  void aSentenceRunsOverABrokenWordAndCountsItOnce() {
    List<Word> words =
        BrokenWords.marked(
            List.of(
                at("Build", 50, 100),
                at("a", 92, 100),
                at("foot-", 134, 100),
                at("bridge.", 50, 114),
                at("Weigh", 92, 114),
                at("it.", 134, 114)));
    SnapTargets targets = SnapTargets.of(new Page(1, 600, 800, words));
    assertThat(targets.sentences())
        .map(SnapTargets.Target::text)
        .containsExactly("Build a footbridge.", "Weigh it.");
    assertThat(targets.sentences().getFirst().boxes()).hasSize(2);
  }

  @Test
  void aNameThatIsBrokenIsFoundWithBothItsParts() {
    List<Word> words =
        BrokenWords.marked(
            List.of(at("Solveig", 100, 100), at("Mar-", 400, 100), at("chetti", 50, 114)));
    assertThat(NamesOnPage.find(words, List.of("Solveig Marchetti")).getFirst().boxes()).hasSize(3);
  }
}
