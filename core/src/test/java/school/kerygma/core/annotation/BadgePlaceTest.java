package school.kerygma.core.annotation;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import school.kerygma.core.handout.Box;

/** US Letter with lines of 10 points, 14 apart, as a word processor sets them (common practice). */
class BadgePlaceTest {

  private static final Box PAGE = new Box(0, 0, 612, 792);

  private static List<Box> line(double x, double y, int words) {
    List<Box> line = new ArrayList<>();
    for (int i = 0; i < words; i++) {
      line.add(new Box(x + 33 * i, y, 30, 12));
    }
    return line;
  }

  private static Box place(Box counted, List<Box> words) {
    return BadgePlace.of(counted, words, List.of(), PAGE, PAGE).orElseThrow();
  }

  @Test
  void beforeALineItStandsInTheMargin() {
    List<Box> words = line(72, 100, 12);
    Box badge = place(Box.around(words), words);
    assertThat(badge.right()).isEqualTo(69);
    assertThat(badge.centerY()).isEqualTo(106);
  }

  @Test
  void whereLettersAreBeforeItItStandsBehindIt() {
    List<Box> words = new ArrayList<>(line(72, 100, 4));
    List<Box> cell = line(210, 100, 2);
    words.addAll(cell);
    assertThat(place(Box.around(cell), words).x()).isEqualTo(cell.getLast().right() + 3);
  }

  @Test
  void aWordInTheMiddleOfALineIsCountedFromTheNearerMargin() {
    List<Box> words = line(72, 100, 14);
    words.addAll(line(72, 86, 14));
    words.addAll(line(72, 114, 14));
    assertThat(place(words.get(2), words).right()).isBetween(66.0, 70.0);
    assertThat(place(words.get(11), words).x()).isBetween(533.0, 537.0);
  }

  @Test
  void oneThatStandsThereAlreadyIsNotCovered() {
    List<Box> words = line(72, 100, 14);
    Box first = place(words.get(2), words);
    Box second = BadgePlace.of(words.get(3), words, List.of(first), PAGE, PAGE).orElseThrow();
    assertThat(second.overlaps(first)).isFalse();
  }

  @Test
  void whatIsSeenComesBeforeTheMarginThatIsNot() {
    List<Box> words = line(72, 100, 4);
    words.addAll(line(300, 100, 4));
    Box seen = new Box(100, 60, 200, 112);
    Box badge = BadgePlace.of(words.get(2), words, List.of(), seen, PAGE).orElseThrow();
    assertThat(badge.x()).isGreaterThanOrEqualTo(100);
  }

  @Test
  void onAPageFullOfLettersThereIsNoPlace() {
    Box full = new Box(0, 0, 612, 792);
    assertThat(BadgePlace.of(new Box(300, 300, 30, 12), List.of(full), List.of(), PAGE, PAGE))
        .isEmpty();
  }

  /** Two hundred pages of words in one to three columns, each with its numbers. */
  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3})
  void itIsNeverOnLettersAndNeverOffThePage(int columns) {
    Random hand = new Random(columns);
    for (int page = 0; page < 67; page++) {
      List<Box> words = new ArrayList<>();
      double width = 480.0 / columns;
      for (int column = 0; column < columns; column++) {
        for (double y = 72; y < 700; y += 13 + hand.nextInt(8)) {
          double left = 60 + column * (width + 12);
          for (double x = left; x < left + width - 40; ) {
            double w = 8 + hand.nextInt(45);
            words.add(new Box(x, y, w, 12));
            x += w + 3 + hand.nextInt(3);
          }
        }
      }
      List<Box> badges = new ArrayList<>();
      for (int i = 0; i < 4; i++) {
        Box counted = words.get(hand.nextInt(words.size()));
        BadgePlace.of(counted, words, badges, PAGE, PAGE).ifPresent(badges::add);
      }
      assertThat(badges).hasSize(4);
      for (Box badge : badges) {
        assertThat(words).noneMatch(badge::overlaps);
        assertThat(badge.within(PAGE)).isEqualTo(badge);
        assertThat(badges).noneMatch(b -> b != badge && b.overlaps(badge));
      }
    }
  }
}
