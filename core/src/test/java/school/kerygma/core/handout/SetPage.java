package school.kerygma.core.handout;

import java.util.ArrayList;
import java.util.List;

/**
 * Sets a page for tests: 6 points a letter, lines of 12 points 14 apart, an empty line between two
 * paragraphs.
 */
public final class SetPage {

  private SetPage() {}

  /** A page of lines; blanks before a line push it in, an empty one leaves air. */
  public static Page of(int number, String... lines) {
    List<Word> words = new ArrayList<>();
    for (int i = 0; i < lines.length; i++) {
      int at = 0;
      for (String word : lines[i].split(" ", -1)) {
        if (!word.isEmpty()) {
          words.add(new Word(word, new Box(50 + 6 * at, 50 + 14 * i, 6 * word.length(), 12)));
        }
        at += word.length() + 1;
      }
    }
    return new Page(number, 612, 792, words);
  }
}
