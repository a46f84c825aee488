package school.kerygma.core.annotation;

import java.util.List;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Word;

/**
 * The covers of a page: which places and words nobody but its teacher gets. A cover stands on its
 * page for good, not for a moment of a walkthrough: what has left once cannot be taken back.
 *
 * @param boxes what is covered, in points of the page; may be empty
 */
public record Covers(List<Box> boxes) {

  /** Letters reach a little beyond the box of their word. */
  private static final double AIR = 1.5;

  /** A word of which more than this share is covered is not given out. */
  private static final double SHARE = 0.1;

  public Covers {
    boxes = List.copyOf(boxes);
  }

  /** The covers among the marks of a page. */
  public static Covers of(List<Mark> marks) {
    return new Covers(
        marks.stream()
            .filter(Mark.Cover.class::isInstance)
            .flatMap(m -> m.boxes().stream())
            .map(b -> b.grownBy(AIR))
            .toList());
  }

  public boolean isEmpty() {
    return boxes.isEmpty();
  }

  /** Whether enough of a box is covered that its words must not be read. */
  public boolean hides(Box box) {
    return boxes.stream()
        .anyMatch(cover -> common(cover, box) > SHARE * box.width() * box.height());
  }

  /** Whether any of what a mark marks must not be read. */
  public boolean hidesAny(List<Box> marked) {
    return marked.stream().anyMatch(box -> boxes.stream().anyMatch(box::overlaps));
  }

  /** A mark as others may read it: without words from under a cover. */
  public Mark open(Mark mark) {
    return withholds(mark.kind(), mark.boxes()) ? mark.saying("") : mark;
  }

  /** Whether the words of a mark are the page's, and not to be read. */
  public boolean withholds(Mark.Kind kind, List<Box> boxes) {
    return kind.quotes() && hidesAny(boxes);
  }

  /** Marks as others may see and read them. */
  public List<Mark> open(List<Mark> marks) {
    return marks.stream().filter(m -> m.kind().isShown()).map(this::open).toList();
  }

  /** The words that may be read. */
  public List<Word> leave(List<Word> words) {
    return words.stream().filter(w -> !hides(w.box())).toList();
  }

  private static double common(Box a, Box b) {
    double width = Math.min(a.right(), b.right()) - Math.max(a.x(), b.x());
    double height = Math.min(a.bottom(), b.bottom()) - Math.max(a.y(), b.y());
    return width > 0 && height > 0 ? width * height : 0;
  }
}
