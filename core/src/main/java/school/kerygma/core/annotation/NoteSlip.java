package school.kerygma.core.annotation;

import java.util.ArrayList;
import java.util.List;
import school.kerygma.core.handout.Box;

/** How a note lies on a page: its lines, and the slip they stand on. */
public final class NoteSlip {

  /** Height of a line, in points of the page. */
  public static final double LINE = 13;

  private static final int LINE_LETTERS = 30;
  private static final double LETTER = 5.6;
  private static final double AIR = 6;

  private NoteSlip() {}

  /** Breaks a text into lines of at most 30 letters, at blanks where there are some. */
  public static List<String> lines(String text) {
    List<String> lines = new ArrayList<>();
    StringBuilder line = new StringBuilder();
    for (String word : text.strip().split("\\s+")) {
      String rest = word;
      if (!line.isEmpty() && line.length() + 1 + rest.length() > LINE_LETTERS) {
        lines.add(line.toString());
        line.setLength(0);
      }
      while (rest.length() > LINE_LETTERS) {
        lines.add(rest.substring(0, LINE_LETTERS));
        rest = rest.substring(LINE_LETTERS);
      }
      line.append(line.isEmpty() ? "" : " ").append(rest);
    }
    if (!line.isEmpty()) {
      lines.add(line.toString());
    }
    return List.copyOf(lines);
  }

  /**
   * The slip of a note whose upper left corner was put somewhere, moved onto the page.
   *
   * @param page the box of the page
   */
  public static Box at(double x, double y, String text, Box page) {
    List<String> lines = lines(text);
    int longest = lines.stream().mapToInt(String::length).max().orElse(1);
    double width = Math.min(page.width(), longest * LETTER + 2 * AIR);
    double height = Math.min(page.height(), lines.size() * LINE + AIR);
    return new Box(
        Math.clamp(x, page.x(), page.right() - width),
        Math.clamp(y, page.y(), page.bottom() - height),
        width,
        height);
  }
}
