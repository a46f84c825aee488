package school.kerygma.core.walkthrough;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Divides a long walkthrough at the borders of stops into parts that are watched to their end.
 *
 * <p>Six minutes: Guo, Kim and Rubin, "How video production affects student engagement" (2014),
 * median engagement time by length of video.
 */
public final class Parts {

  /** How long a part should be, in milliseconds. */
  public static final long LENGTH_MS = 6 * 60_000;

  private Parts() {}

  /**
   * Where parts begin: as many as {@link #LENGTH_MS} suggests, as equal as the stops allow.
   *
   * @param stops their lengths in milliseconds, in order
   * @return the indexes of the stops that begin a part after the first; none if it is short
   */
  public static List<Integer> begin(List<Long> stops) {
    long total = stops.stream().mapToLong(Long::longValue).sum();
    int parts = Math.clamp(Math.round((double) total / LENGTH_MS), 1, Math.max(1, stops.size()));
    double mean = (double) total / parts;
    // best[k][i]: the least sum of squares with which the first i stops make k parts.
    double[][] best = new double[parts + 1][stops.size() + 1];
    int[][] from = new int[parts + 1][stops.size() + 1];
    for (double[] row : best) {
      Arrays.fill(row, Double.POSITIVE_INFINITY);
    }
    best[0][0] = 0;
    for (int k = 1; k <= parts; k++) {
      for (int i = k; i <= stops.size(); i++) {
        double length = 0;
        for (int j = i - 1; j >= k - 1; j--) {
          length += stops.get(j);
          double sum = best[k - 1][j] + (length - mean) * (length - mean);
          if (sum < best[k][i]) {
            best[k][i] = sum;
            from[k][i] = j;
          }
        }
      }
    }
    List<Integer> begins = new ArrayList<>();
    int end = stops.size();
    for (int k = parts; k > 1; k--) {
      end = from[k][end];
      begins.addFirst(end);
    }
    return begins;
  }
}
