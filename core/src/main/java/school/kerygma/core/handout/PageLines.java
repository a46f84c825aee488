package school.kerygma.core.handout;

import java.util.List;

/**
 * The lines of a page's text, with the places of their words in it, as {@link PaperText} has them.
 */
public final class PageLines {

  private PageLines() {}

  /**
   * A line.
   *
   * @param words at least one
   */
  public record Placed(List<PaperText.Placed> words) {

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
  public static List<Placed> of(Page page) {
    return Line.together(new PaperText(List.of(page)).words(), w -> w.word().box()).stream()
        .map(Placed::new)
        .toList();
  }
}
