package school.kerygma.core.handout;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Unicode Standard Annex 9: a line of Hebrew or Arabic begins at its right end. */
class RightToLeftTest {

  private static List<Word> line(double y, String... fromTheLeft) {
    List<Word> words = new ArrayList<>();
    for (String text : fromTheLeft) {
      words.add(new Word(text, new Box(72 + 60 * words.size(), y, 50, 12)));
    }
    return words;
  }

  @Test
  void aLineMostOfWhoseWordsRunLeftBeginsAtItsRightEnd() {
    List<Word> words = new ArrayList<>(line(100, "Read", "this:"));
    words.addAll(
        line(120, "\u05d1\u05d0\u05d5\u05e7\u05d8\u05d5\u05d1\u05e8", "16", "\u05e2\u05d3"));
    assertThat(RightToLeft.ordered(words))
        .extracting(Word::text)
        .containsExactly(
            "Read",
            "this:",
            "\u05e2\u05d3",
            "16",
            "\u05d1\u05d0\u05d5\u05e7\u05d8\u05d5\u05d1\u05e8");
  }

  @Test
  void aForeignWordInAnotherLineChangesNothing() {
    List<Word> words = line(100, "the", "word", "\u05e1\u05e4\u05e8", "means", "book");
    assertThat(RightToLeft.ordered(words)).isEqualTo(words);
    assertThat(RightToLeft.ordered(line(100, "16", "October")))
        .isEqualTo(line(100, "16", "October"));
  }
}
