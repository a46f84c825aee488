package school.kerygma.core.annotation;

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
 * @param words the words it marks, for those who cannot see it; of a note what it says; may be
 *     empty
 * @param ink the line of an ink mark, at least one point; empty for the other kinds
 */
public record Mark(
    Kind kind, UUID pageId, List<Box> boxes, int number, String words, List<Ink.Point> ink) {

  /** How a mark is drawn. */
  public enum Kind {
    /** A line around the words. */
    RING,
    /** A line under every line of the words. */
    UNDERLINE,
    /** A disc with a number before the words. */
    NUMBER,
    /** All but the words is dimmed; a page has one light at a time. */
    LIGHT,
    /** The words and what is drawn there are taken away from all that leaves the teacher's side. */
    COVER,
    /** One line of a pen. */
    INK,
    /** A slip with some words of the teacher's own. */
    NOTE
  }

  /** The longest note, in characters. */
  public static final int LONGEST_NOTE = 300;

  /**
   * @throws IllegalArgumentException without a box, or with a number, ink or no words where they do
   *     not belong
   */
  public Mark {
    if (boxes.isEmpty() || boxes.size() > 200) {
      throw new IllegalArgumentException("A mark covers 1 to 200 boxes, not " + boxes.size());
    }
    if (kind == Kind.NUMBER ? number < 1 || number > 99 : number != 0) {
      throw new IllegalArgumentException("A " + kind + " mark cannot say " + number);
    }
    if ((kind == Kind.INK) == ink.isEmpty()) {
      throw new IllegalArgumentException("Ink, and only ink, has a line: " + kind);
    }
    if (kind == Kind.NOTE && (words.isBlank() || words.length() > LONGEST_NOTE)) {
      throw new IllegalArgumentException("A note says something, in at most 300 characters");
    }
    boxes = List.copyOf(boxes);
    ink = List.copyOf(ink);
  }

  /** A mark without ink. */
  public Mark(Kind kind, UUID pageId, List<Box> boxes, int number, String words) {
    this(kind, pageId, boxes, number, words, List.of());
  }

  /** A line of ink. */
  public static Mark ink(UUID pageId, List<Ink.Point> line) {
    return new Mark(Kind.INK, pageId, List.of(Ink.box(line)), 0, "", line);
  }

  /** This mark with other words. */
  public Mark saying(String other) {
    return new Mark(kind, pageId, boxes, number, other, ink);
  }
}
