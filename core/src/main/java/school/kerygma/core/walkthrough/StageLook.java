package school.kerygma.core.walkthrough;

import java.util.LinkedHashMap;
import java.util.Map;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.annotation.NoteSlip;

/**
 * How marks, pages and the pointer look on the stage: what the browser and the renderer of films
 * both draw by. Lengths are in stage units, of which the stage has 1600 by 900 at any size, where
 * nothing else is said; colors are RGB.
 */
public final class StageLook {

  public static final int WIDTH = 1600;
  public static final int HEIGHT = 900;

  public static final int DESK = 0xEEE9DC;
  public static final int RULE = 0xD9D2C3;
  public static final int PLUM = 0x5B3A5E;
  public static final int INK = 0x22302E;

  /** How dark it becomes around a light, from 0 to 1. */
  public static final double DIM = 0.38;

  /** Between what is marked and a ring or the edge of a light. */
  public static final double AROUND = 8;

  /** The widths of lines. */
  public static final double RING = 5;

  public static final double UNDERLINE = 6;
  public static final double LEADER = 2;
  public static final double NOTE_EDGE = 3;
  public static final double PAGE_EDGE = 2;

  /** The most by which the corner of a ring is rounded. */
  public static final double CORNER = 36;

  /** From the foot of what is marked down to its underline, and to a leader. */
  public static final double UNDERLINE_BELOW = 3;

  public static final double LEADER_BELOW = 2;

  /**
   * The size of the figure on a badge, and how far its foot lies below the middle: of the radius.
   */
  public static final double FIGURE = 1.4;

  public static final double FIGURE_BELOW = 0.49;

  /** The letters of a note, and how far they are set in: of its line. */
  public static final double NOTE_LETTERS = 0.74;

  public static final double NOTE_INDENT = 0.4;

  /** The radius of the pointer, and the widths of its two rings. */
  public static final double POINTER = 14;

  public static final double POINTER_OUTER = 8;
  public static final double POINTER_INNER = 4;

  /**
   * How wide a page of a file that was handed in is, in points, whatever its picture has in pixels.
   */
  public static final double FILE_PAGE = 612;

  private StageLook() {}

  /** All of it by the names that the browser's scripts use; colors as CSS writes them. */
  public static Map<String, Object> all() {
    Map<String, Object> all = new LinkedHashMap<>();
    all.put("width", WIDTH);
    all.put("height", HEIGHT);
    all.put("desk", css(DESK));
    all.put("rule", css(RULE));
    all.put("plum", css(PLUM));
    all.put("ink", css(INK));
    all.put("dim", DIM);
    all.put("around", AROUND);
    all.put("ring", RING);
    all.put("underline", UNDERLINE);
    all.put("leader", LEADER);
    all.put("noteEdge", NOTE_EDGE);
    all.put("pageEdge", PAGE_EDGE);
    all.put("corner", CORNER);
    all.put("underlineBelow", UNDERLINE_BELOW);
    all.put("leaderBelow", LEADER_BELOW);
    all.put("figure", FIGURE);
    all.put("figureBelow", FIGURE_BELOW);
    all.put("noteLine", NoteSlip.LINE); // points
    all.put("noteLetters", NOTE_LETTERS);
    all.put("noteIndent", NOTE_INDENT);
    all.put("letters", Mark.FilledIn.LETTERS); // of the height of the line
    all.put("baseline", Mark.FilledIn.BASELINE);
    all.put("filePage", FILE_PAGE); // points
    all.put("pointer", POINTER);
    all.put("pointerOuter", POINTER_OUTER);
    all.put("pointerInner", POINTER_INNER);
    return all;
  }

  private static String css(int color) {
    return String.format("#%06X", color);
  }
}
