package school.kerygma.core.handout;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;

/**
 * Words that stand beside one another, from left to right.
 *
 * @param words at least one
 */
public record Line(List<Word> words) {

  /** Words further apart than this many line heights stand in different columns. */
  private static final double COLUMN_GAP = 2.5;

  public Line {
    words = List.copyOf(words);
  }

  /** The lines of words that come in reading order. */
  public static List<Line> of(List<Word> words) {
    return together(words, Word::box).stream().map(Line::new).toList();
  }

  /** Whatever has a box, in reading order, line by line. */
  static <T> List<List<T>> together(List<T> all, Function<T, Box> box) {
    List<List<T>> lines = new ArrayList<>();
    for (T next : all) {
      List<T> open = lines.isEmpty() ? List.of() : lines.getLast();
      if (!open.isEmpty() && goesOn(box.apply(open.getLast()), box.apply(next))) {
        open.add(next);
      } else {
        lines.add(new ArrayList<>(List.of(next)));
      }
    }
    return lines;
  }

  /** Whether a word goes on in the line of the one before it. */
  static boolean goesOn(Box last, Box next) {
    double height = Math.max(last.height(), next.height());
    double gap = next.x() - last.right();
    return besides(last, next) && gap > -height && gap < COLUMN_GAP * height;
  }

  /** Whether two boxes stand at the same height. */
  static boolean besides(Box one, Box other) {
    double height = Math.max(one.height(), other.height());
    return Math.abs(one.centerY() - other.centerY()) < height / 2;
  }

  public Box box() {
    return Box.around(words.stream().map(Word::box).toList());
  }

  public String text() {
    return Word.text(words);
  }
}
