package school.kerygma.core.voice;

import java.util.ArrayList;
import java.util.List;

/**
 * What a recognizer has heard.
 *
 * @param word as its grammar or dictionary names it
 * @param startMs when it begins
 * @param endMs when it ends
 * @param score how well its sounds fit, as a logarithm for each hundredth of a second: 0 is perfect
 */
public record Heard(String word, long startMs, long endMs, double score) {

  /** The recognizer counts in hundredths of a second. */
  private static final int FRAME_MS = 10;

  private static final int FIELDS = 4;

  /**
   * Reads a line of the CMU Sphinx segmentation format: a name, scores, then start frame, two
   * scores and a word for each segment, then the last frame. Silence and fillers are left out.
   *
   * @return nothing if nothing was recognized
   */
  public static List<Heard> read(String line) {
    String[] part = line.strip().split("\\s+");
    int at = 1;
    while (at + 1 < part.length && part[at].matches("[STAL]")) {
      at += 2;
    }
    List<Heard> heard = new ArrayList<>();
    for (; at + FIELDS < part.length; at += FIELDS) {
      String word = part[at + FIELDS - 1];
      long start = Long.parseLong(part[at]) * FRAME_MS;
      long end = Long.parseLong(part[at + FIELDS]) * FRAME_MS;
      if (end > start && !word.matches("<.*>|\\[.*]|\\(NULL\\)|\\+\\+.*\\+\\+")) {
        heard.add(
            new Heard(
                word, start, end, Double.parseDouble(part[at + 1]) * FRAME_MS / (end - start)));
      }
    }
    return List.copyOf(heard);
  }
}
