package school.kerygma.core.handout;

import java.util.ArrayList;
import java.util.List;

/**
 * The lines of a page's text, with the places of their words in it, as {@link PaperText} has them.
 */
public final class PageLines {

  /** Words further apart than this many line heights stand in different columns. */
  private static final double COLUMN_GAP = 2.5;

  private PageLines() {}

  /**
   * A line.
   *
   * @param words at least one
   */
  public record Line(List<PaperText.Placed> words) {

    public int start() {
      return words.getFirst().start();
    }

    public int end() {
      return words.getLast().end();
    }

    public Box box() {
      return Box.around(words.stream().map(w -> w.word().box()).toList());
    }
  }

  /** The lines in reading order. */
  public static List<Line> of(Page page) {
    List<List<PaperText.Placed>> lines = new ArrayList<>();
    for (PaperText.Placed placed : new PaperText(List.of(page)).words()) {
      List<PaperText.Placed> open = lines.isEmpty() ? List.of() : lines.getLast();
      if (!open.isEmpty() && goesOn(open.getLast().word().box(), placed.word().box())) {
        open.add(placed);
      } else {
        lines.add(new ArrayList<>(List.of(placed)));
      }
    }
    return lines.stream().map(Line::new).toList();
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
}
