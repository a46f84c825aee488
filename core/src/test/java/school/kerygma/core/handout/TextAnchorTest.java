package school.kerygma.core.handout;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** Properties over random edits of random texts; seeds are fixed. */
class TextAnchorTest {

  private static final List<String> WORDS =
      List.of("the", "bridge", "bends", "before", "it", "breaks", "load", "table", "draw", "two");

  private static List<String> words(Random random, int count) {
    return IntStream.range(0, count)
        .mapToObj(i -> WORDS.get(random.nextInt(WORDS.size())))
        .collect(Collectors.toCollection(ArrayList::new));
  }

  /** A word that occurs nowhere else marks the quote; everything around it is edited. */
  @Test
  void anUntouchedQuoteIsAlwaysFound() {
    Random random = new Random(11);
    for (int round = 0; round < 2_000; round++) {
      List<String> before = words(random, 3 + random.nextInt(40));
      List<String> after = words(random, 3 + random.nextInt(40));
      String quote = "arch " + round;
      String text = String.join(" ", before) + " " + quote + " " + String.join(" ", after);
      TextAnchor anchor =
          TextAnchor.of(text, text.indexOf(quote), text.indexOf(quote) + quote.length());
      edit(before, random);
      edit(after, random);
      String edited = String.join(" ", before) + " " + quote + " " + String.join(" ", after);
      assertThat(anchor.in(edited))
          .contains(
              new TextAnchor.Place(edited.indexOf(quote), edited.indexOf(quote) + quote.length()));
    }
  }

  @Test
  void aDeletedQuoteIsNeverInvented() {
    Random random = new Random(12);
    for (int round = 0; round < 2_000; round++) {
      List<String> text = words(random, 20 + random.nextInt(20));
      int at = random.nextInt(text.size());
      text.add(at, "keystone");
      String whole = String.join(" ", text);
      int start = whole.indexOf("keystone");
      TextAnchor anchor = TextAnchor.of(whole, start, start + 8);
      text.remove(at);
      edit(text, random);
      assertThat(anchor.in(String.join(" ", text))).isEmpty();
    }
  }

  private static void edit(List<String> words, Random random) {
    for (int i = random.nextInt(6); i > 0; i--) {
      int at = random.nextInt(words.size());
      switch (random.nextInt(3)) {
        case 0 -> words.add(at, WORDS.get(random.nextInt(WORDS.size())));
        case 1 -> words.set(at, WORDS.get(random.nextInt(WORDS.size())));
        default -> {
          if (words.size() > 1) {
            words.remove(at);
          }
        }
      }
    }
  }

  @Test
  void ofTheSameWordsTheOnesInTheSameSurroundingsAreMeant() {
    String text = "Part 1: 6 points for the sketch. Part 2: 6 points for the table.";
    int second = text.lastIndexOf("6 points");
    TextAnchor anchor = TextAnchor.of(text, second, second + 8);
    String turned = "Part 2: 6 points for the table. Part 1: 6 points for the sketch.";
    assertThat(anchor.in(turned)).contains(new TextAnchor.Place(8, 16));
    assertThat(anchor.in("6 points, 6 points")).contains(new TextAnchor.Place(10, 18));
  }
}
