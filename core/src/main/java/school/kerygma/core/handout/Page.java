package school.kerygma.core.handout;

import java.util.List;

/**
 * A page of a paper.
 *
 * @param number from 1
 * @param width in points
 * @param height in points
 * @param words in reading order; empty for a picture
 */
public record Page(int number, double width, double height, List<Word> words) {

  public Page {
    if (number < 1 || !(width > 0) || !(height > 0)) {
      throw new IllegalArgumentException("No such page: " + number + ", " + width + " x " + height);
    }
    words = List.copyOf(words);
  }

  public Box box() {
    return new Box(0, 0, width, height);
  }

  public String text() {
    return Word.text(words);
  }
}
