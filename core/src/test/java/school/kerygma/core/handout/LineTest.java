package school.kerygma.core.handout;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

/** Distances in points of letters twelve high, as word processors set them: common practice. */
class LineTest {

  private static Word word(String text, double x, double y) {
    return new Word(text, new Box(x, y, 6.0 * text.length(), 12));
  }

  private static List<String> lines(Word... words) {
    return Line.of(List.of(words)).stream().map(Line::text).toList();
  }

  @Test
  void wordsBesideOneAnotherAreALineAlsoIfOneStandsALittleHigher() {
    assertThat(lines(word("Bring", 50, 100), word("a", 84, 97), word("ruler", 94, 100)))
        .containsExactly("Bring a ruler");
  }

  @Test
  void theNextColumnIsAnotherLine() {
    assertThat(lines(word("Criteria", 50, 100), word("Points", 200, 100)))
        .containsExactly("Criteria", "Points");
  }

  @Test
  void whatStandsUnderItOrBeginsAgainAtTheLeftIsAnotherLine() {
    assertThat(lines(word("Draw", 50, 100), word("it", 50, 114), word("twice", 66, 114)))
        .containsExactly("Draw", "it twice");
  }

  private static List<String> blocks(Word... words) {
    return Block.of(Line.of(List.of(words))).stream().map(b -> Word.text(b.words())).toList();
  }

  @Test
  void linesCloseUnderOneAnotherAreABlockAndAirEndsIt() {
    assertThat(blocks(word("Draw", 50, 100), word("neatly", 50, 114), word("Then", 50, 150)))
        .containsExactly("Draw neatly", "Then");
  }

  @Test
  void twoColumnsAreTwoBlocksThoughTheirLinesComeByTurns() {
    assertThat(
            blocks(
                word("Left", 50, 100),
                word("Right", 250, 100),
                word("goes", 50, 114),
                word("goes", 250, 114)))
        .containsExactly("Left goes", "Right goes");
  }

  @Test
  void lettersOfAnotherSizeAreAnotherBlock() {
    Word heading = new Word("Bridges", new Box(50, 80, 80, 18));
    assertThat(blocks(heading, word("Draw", 50, 100))).containsExactly("Bridges", "Draw");
  }

  @Test
  void aShortLineBeforeACapitalEndsARunAndAShortLineWithinASentenceDoesNot() {
    Block block =
        Block.of(
                Line.of(
                    List.of(
                        word("Materials", 50, 100),
                        word("Bring", 50, 114),
                        word("cardboard,", 86, 114),
                        word("glue,", 152, 114),
                        word("tape", 50, 128))))
            .getFirst();
    assertThat(block.runs().stream().map(b -> Word.text(b.words())))
        .containsExactly("Materials", "Bring cardboard, glue, tape");
  }
}
