package school.kerygma.core.walkthrough;

import java.util.List;
import java.util.UUID;
import school.kerygma.core.handout.Box;

/**
 * One annotation on a page.
 *
 * @param kind how it is drawn
 * @param pageId the page it is on
 * @param boxes what it marks, in points of the page; at least one
 * @param number what a number mark says, 1 to 99; 0 for the other kinds
 * @param words the words it marks, for those who cannot see it; may be empty
 */
public record Mark(Kind kind, UUID pageId, List<Box> boxes, int number, String words) {

  /** How a mark is drawn. */
  public enum Kind {
    /** A line around the words. */
    RING,
    /** A line under every line of the words. */
    UNDERLINE,
    /** A disc with a number before the words. */
    NUMBER,
    /** All but the words is dimmed; a page has one light at a time. */
    LIGHT
  }

  /**
   * @throws IllegalArgumentException without a box, or with a number where none belongs
   */
  public Mark {
    if (boxes.isEmpty() || boxes.size() > 200) {
      throw new IllegalArgumentException("A mark covers 1 to 200 boxes, not " + boxes.size());
    }
    if (kind == Kind.NUMBER ? number < 1 || number > 99 : number != 0) {
      throw new IllegalArgumentException("A " + kind + " mark cannot say " + number);
    }
    boxes = List.copyOf(boxes);
  }
}
