package school.kerygma.core.text;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Lays two rows of words beside each other with as few changes as possible (Myers 1986, from
 * memory).
 */
public final class WordMatch {

  /** More changes than this are a rewriting: they are not looked for one by one. */
  private static final int MOST_CHANGES = 3_000;

  private WordMatch() {}

  /** The words of a text: what stands between blanks. */
  public static List<String> words(String text) {
    return text.isBlank() ? List.of() : List.of(text.strip().split("\\s+"));
  }

  /**
   * Where each word of a row is found in another.
   *
   * @return for each word of {@code before} the place of the same word in {@code after}, ascending,
   *     or -1 if it is not there any more; all -1 if there are more than 3,000 changes
   */
  public static int[] of(List<String> before, List<String> after) {
    String[] a = before.toArray(String[]::new);
    String[] b = after.toArray(String[]::new);
    int[] found = new int[a.length];
    Arrays.fill(found, -1);
    List<int[]> trace = trace(a, b);
    int x = a.length;
    int y = b.length;
    for (int d = trace.size() - 1; d >= 0; d--) {
      int[] reached = trace.get(d); // Diagonals -d-1 to d+1.
      int k = x - y;
      int at = k + d + 1;
      boolean down = k == -d || k != d && reached[at - 1] < reached[at + 1];
      int from = down ? k + 1 : k - 1;
      int fromX = d == 0 ? 0 : reached[from + d + 1];
      int fromY = d == 0 ? 0 : fromX - from;
      while (x > fromX && y > fromY) {
        found[--x] = --y;
      }
      x = fromX;
      y = fromY;
    }
    return found;
  }

  /**
   * How far each diagonal was reached, for every number of changes; empty if there are too many.
   */
  private static List<int[]> trace(String[] a, String[] b) {
    int most = Math.min(a.length + b.length, MOST_CHANGES);
    int[] reached = new int[2 * most + 3];
    int middle = most + 1;
    List<int[]> trace = new ArrayList<>();
    for (int d = 0; d <= most; d++) {
      trace.add(Arrays.copyOfRange(reached, middle - d - 1, middle + d + 2));
      for (int k = -d; k <= d; k += 2) {
        boolean down = k == -d || k != d && reached[middle + k - 1] < reached[middle + k + 1];
        int x = down ? reached[middle + k + 1] : reached[middle + k - 1] + 1;
        int y = x - k;
        while (x < a.length && y < b.length && a[x].equals(b[y])) {
          x++;
          y++;
        }
        reached[middle + k] = x;
        if (x >= a.length && y >= b.length) {
          return trace;
        }
      }
    }
    return List.of();
  }
}
