package school.kerygma.core.handin;

import java.util.List;
import java.util.Optional;
import school.kerygma.core.handin.Quad.Point;

/**
 * Guesses where a light sheet of paper lies on a darker table. It is a proposal: whoever took the
 * photo sees it and puts it right.
 */
public final class PaperEdges {

  /** Less of the picture is no sheet; more is the whole picture. */
  private static final double LEAST = 0.15;

  private static final double MOST = 0.95;

  /** How different light and dark must be for one to be paper, of 255. */
  private static final double APART = 40;

  private PaperEdges() {}

  /**
   * Finds the corners of the largest light patch.
   *
   * @param luminance row by row, 0 is black and 255 white
   * @return nothing if no patch looks like a sheet
   */
  public static Optional<Quad> of(int[] luminance, int width, int height) {
    int limit = limit(luminance);
    if (limit < 0) {
      return Optional.empty();
    }
    boolean[] light = new boolean[luminance.length];
    for (int i = 0; i < light.length; i++) {
      light[i] = luminance[i] > limit;
    }
    int[] patch = largest(light, width, height);
    int count = 0;
    // The corners lie farthest out along the diagonals.
    double[] farthest = {Double.MAX_VALUE, -Double.MAX_VALUE, -Double.MAX_VALUE, Double.MAX_VALUE};
    Point[] corners = new Point[4];
    for (int i = 0; i < patch.length; i++) {
      if (patch[i] == 0) {
        continue;
      }
      count++;
      double x = i % width + 0.5;
      double y = i / width + 0.5;
      Point here = new Point(x / width, y / height);
      double sum = x + y;
      double difference = x - y;
      if (sum < farthest[0]) {
        farthest[0] = sum;
        corners[0] = here;
      }
      if (difference > farthest[1]) {
        farthest[1] = difference;
        corners[1] = here;
      }
      if (sum > farthest[2]) {
        farthest[2] = sum;
        corners[2] = here;
      }
      if (difference < farthest[3]) {
        farthest[3] = difference;
        corners[3] = here;
      }
    }
    double share = count / (double) patch.length;
    if (share < LEAST || share > MOST) {
      return Optional.empty();
    }
    try {
      return Optional.of(new Quad(List.of(corners)));
    } catch (IllegalArgumentException none) {
      return Optional.empty();
    }
  }

  /**
   * What parts light from dark best. Source: Otsu, "A Threshold Selection Method from Gray-Level
   * Histograms", IEEE Trans. SMC 9 (1979).
   *
   * @return -1 if the picture has no two tones
   */
  private static int limit(int[] luminance) {
    long[] histogram = new long[256];
    for (int l : luminance) {
      histogram[l]++;
    }
    double all = 0;
    for (int i = 0; i < 256; i++) {
      all += i * (double) histogram[i];
    }
    long below = 0;
    double sumBelow = 0;
    double best = 0;
    int limit = -1;
    for (int i = 0; i < 255; i++) {
      below += histogram[i];
      sumBelow += i * (double) histogram[i];
      long above = luminance.length - below;
      if (below == 0 || above == 0) {
        continue;
      }
      double apart = (all - sumBelow) / above - sumBelow / below;
      double between = (double) below * above * apart * apart;
      if (between > best) {
        best = between;
        limit = apart < APART ? -1 : i;
      }
    }
    return limit;
  }

  /** 1 where the largest connected patch is. */
  private static int[] largest(boolean[] light, int width, int height) {
    int[] patches = new int[light.length];
    int[] open = new int[light.length];
    int best = 0;
    int most = 0;
    int number = 0;
    for (int start = 0; start < light.length; start++) {
      if (!light[start] || patches[start] != 0) {
        continue;
      }
      number++;
      int ahead = 0;
      int end = 0;
      open[end++] = start;
      patches[start] = number;
      while (ahead < end) {
        int at = open[ahead++];
        int x = at % width;
        int[] beside = {
          x > 0 ? at - 1 : -1,
          x < width - 1 ? at + 1 : -1,
          at - width,
          at + width < width * height ? at + width : -1
        };
        for (int next : beside) {
          if (next >= 0 && light[next] && patches[next] == 0) {
            patches[next] = number;
            open[end++] = next;
          }
        }
      }
      if (end > most) {
        most = end;
        best = number;
      }
    }
    for (int i = 0; i < patches.length; i++) {
      patches[i] = patches[i] == best && best > 0 ? 1 : 0;
    }
    return patches;
  }
}
