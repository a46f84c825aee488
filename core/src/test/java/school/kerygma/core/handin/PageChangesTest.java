package school.kerygma.core.handin;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.function.Consumer;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;

/** What changed on a page, of pages that are drawn here. */
class PageChangesTest {

  private static final int WIDTH = 900;
  private static final int HEIGHT = 1200;

  private static Tones page(Consumer<int[]> drawn) {
    int[] luminance = new int[WIDTH * HEIGHT];
    Arrays.fill(luminance, 255);
    for (int line = 0; line < 20; line++) {
      stroke(luminance, 90, 100 + 50 * line, 700);
    }
    drawn.accept(luminance);
    return Tones.of(luminance, WIDTH, HEIGHT);
  }

  /** A line of a pen, three pixels thick. */
  private static void stroke(int[] luminance, int x, int y, int length) {
    for (int row = y; row < y + 3; row++) {
      Arrays.fill(luminance, row * WIDTH + x, row * WIDTH + x + length, 20);
    }
  }

  @RepeatedTest(40)
  void aStrokeMoreIsFoundWhereItIsAndOneLessWhereItWas(RepetitionInfo info) {
    Random random = new Random(info.getCurrentRepetition());
    int x = 60 + random.nextInt(600);
    int y = 115 + 50 * random.nextInt(18) + random.nextInt(15);
    int length = 20 + random.nextInt(150);
    Tones before = page(nothing -> {});
    Tones after = page(l -> stroke(l, x, y, length));
    PageChanges changes = PageChanges.between(before, after).orElseThrow();
    assertThat(changes.gone()).isEmpty();
    assertThat(changes.fresh())
        .singleElement()
        .satisfies(
            p -> {
              assertThat(p.x() * WIDTH).isBetween(x - 36.0, x + 18.0);
              assertThat(p.y() * HEIGHT).isBetween(y - 36.0, y + 18.0);
              assertThat((p.x() + p.width()) * WIDTH)
                  .isBetween(x + length - 18.0, x + length + 36.0);
            });
    assertThat(PageChanges.between(after, before).orElseThrow())
        .isEqualTo(new PageChanges(changes.gone(), changes.fresh()));
  }

  @Test
  void whatTheDrawingMovesByAPixelOrASpeckChangesNothing() {
    Tones before = page(l -> stroke(l, 200, 120, 80));
    Tones after =
        page(
            l -> {
              stroke(l, 201, 121, 80);
              l[1_150 * WIDTH + 400] = 0;
            });
    assertThat(PageChanges.between(before, after).orElseThrow())
        .isEqualTo(new PageChanges(List.of(), List.of()));
  }

  @Test
  void anotherPictureIsNotCompared() {
    Tones before = page(nothing -> {});
    int[] other = new int[WIDTH * HEIGHT];
    Arrays.fill(other, 255);
    for (int line = 0; line < 20; line++) {
      stroke(other, 90, 125 + 50 * line, 700);
    }
    assertThat(PageChanges.between(before, Tones.of(other, WIDTH, HEIGHT))).isEmpty();
    assertThat(PageChanges.between(before, Tones.of(new int[WIDTH * 600], WIDTH, 600))).isEmpty();
  }

  @Test
  void aPageOnWhichNothingStoodIsNewWhereSomethingStands() {
    int[] white = new int[WIDTH * HEIGHT];
    Arrays.fill(white, 255);
    PageChanges changes =
        PageChanges.between(Tones.of(white, WIDTH, HEIGHT), page(nothing -> {})).orElseThrow();
    assertThat(changes.fresh()).isNotEmpty();
    assertThat(changes.gone()).isEmpty();
  }
}
