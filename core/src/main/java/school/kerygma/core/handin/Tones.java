package school.kerygma.core.handin;

import java.util.BitSet;

/**
 * Where a page's picture is dark against its surroundings: writing and lines, not the shade that
 * lies over a photo.
 *
 * @param width in pixels
 * @param height in pixels
 * @param dark row by row
 */
public record Tones(int width, int height, BitSet dark) {

  private static final int AROUND = 12;
  private static final int DARKER_BY = 40;

  /**
   * Finds what is dark.
   *
   * @param luminance row by row, 0 is black and 255 white
   */
  public static Tones of(int[] luminance, int width, int height) {
    long[] sums = new long[(width + 1) * (height + 1)];
    for (int y = 0; y < height; y++) {
      long row = 0;
      for (int x = 0; x < width; x++) {
        row += luminance[y * width + x];
        sums[(y + 1) * (width + 1) + x + 1] = sums[y * (width + 1) + x + 1] + row;
      }
    }
    BitSet dark = new BitSet(width * height);
    for (int y = 0; y < height; y++) {
      int top = Math.max(0, y - AROUND);
      int bottom = Math.min(height, y + AROUND + 1);
      for (int x = 0; x < width; x++) {
        int left = Math.max(0, x - AROUND);
        int right = Math.min(width, x + AROUND + 1);
        long sum =
            sums[bottom * (width + 1) + right]
                - sums[top * (width + 1) + right]
                - sums[bottom * (width + 1) + left]
                + sums[top * (width + 1) + left];
        long mean = sum / ((long) (bottom - top) * (right - left));
        if (luminance[y * width + x] < mean - DARKER_BY) {
          dark.set(y * width + x);
        }
      }
    }
    return new Tones(width, height, dark);
  }

  /** How many dark pixels are not near a dark one of another picture of the same size. */
  int beyond(Tones other, int near) {
    int count = 0;
    for (int i = dark.nextSetBit(0); i >= 0; i = dark.nextSetBit(i + 1)) {
      if (!other.hasNear(i % width, i / width, near)) {
        count++;
      }
    }
    return count;
  }

  boolean hasNear(int x, int y, int near) {
    int left = Math.max(0, x - near);
    int right = Math.min(width, x + near + 1);
    for (int row = Math.max(0, y - near); row < Math.min(height, y + near + 1); row++) {
      int next = dark.nextSetBit(row * width + left);
      if (next >= 0 && next < row * width + right) {
        return true;
      }
    }
    return false;
  }

  boolean isLike(Tones other) {
    return width == other.width && Math.abs(height - other.height) <= 2;
  }
}
