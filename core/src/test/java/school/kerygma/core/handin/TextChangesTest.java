package school.kerygma.core.handin;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a teacher is shown of what a student changed. */
class TextChangesTest {

  private static String shown(String before, String after) {
    return TextChanges.between(before, after).stream()
        .map(
            p ->
                switch (p.kind()) {
                  case SAME -> p.words().strip().replaceAll("\\s+", " ");
                  case NEW -> "[" + p.words().strip() + "]";
                  case GONE -> "(" + p.words().strip() + ")";
                })
        .collect(Collectors.joining(" "));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "The deck bends. | The deck bends. | The deck bends.",
        "The deck bends. | The deck bends by 3 mm. | The deck (bends.) [bends by 3 mm.]",
        "Two hold. It is light. | It is light. | (Two hold.) It is light.",
        "Three ways. | Three ways. I chose the arch. | Three ways. [I chose the arch.]",
        "a b c | c b a | (a b) c [b a]",
      })
  void whatIsGoneStandsBeforeWhatCameInItsPlace(String before, String after, String expected) {
    assertThat(shown(before, after)).isEqualTo(expected);
  }

  @Test
  void breaksOfLinesAreNoChanges() {
    assertThat(shown("One\ntwo three", "One two\n\nthree")).isEqualTo("One two three");
    assertThat(TextChanges.between("", "  ")).isEmpty();
  }

  /** Property: of what is the same and new comes the text as it is, of same and gone as it was. */
  @Test
  void nothingIsLostOnEitherSide() {
    Random random = new Random(7);
    for (int i = 0; i < 300; i++) {
      String before = text(random);
      String after = text(random);
      List<TextChanges.Piece> pieces = TextChanges.between(before, after);
      assertThat(without(pieces, TextChanges.Kind.GONE)).isEqualTo(after);
      assertThat(without(pieces, TextChanges.Kind.NEW)).isEqualTo(before);
    }
  }

  private static String without(List<TextChanges.Piece> pieces, TextChanges.Kind kind) {
    return pieces.stream()
        .filter(p -> p.kind() != kind)
        .map(p -> p.words().strip())
        .collect(Collectors.joining(" "));
  }

  private static String text(Random random) {
    return random
        .ints(random.nextInt(30), 0, 6)
        .mapToObj(n -> "abcdef".substring(n, n + 1))
        .collect(Collectors.joining(" "));
  }
}
