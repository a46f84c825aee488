package school.kerygma.core.handin;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/**
 * Where a sheet of paper lies in a photo: its four corners, and how they become a page that is seen
 * from straight above.
 *
 * @param corners top left, top right, bottom right, bottom left, in shares of the picture's width
 *     and height, 0 to 1
 */
public record Quad(List<Point> corners) {

  /** Less of the picture is no page. */
  private static final double SMALLEST = 0.05;

  /**
   * A place in a picture.
   *
   * @param x share of its width
   * @param y share of its height
   */
  public record Point(double x, double y) {}

  /**
   * @throws IllegalArgumentException if they are not the corners of a page: in this order, within
   *     the picture, bulging outwards, and not tiny
   */
  public Quad {
    corners = List.copyOf(corners);
    if (corners.size() != 4
        || corners.stream().anyMatch(p -> !(0 <= p.x && p.x <= 1 && 0 <= p.y && p.y <= 1))) {
      throw new IllegalArgumentException("Four corners within the picture");
    }
    double area = 0;
    for (int i = 0; i < 4; i++) {
      Point a = corners.get(i);
      Point b = corners.get((i + 1) % 4);
      Point c = corners.get((i + 2) % 4);
      if (across(a, b, c) <= 0) {
        throw new IllegalArgumentException("The corners go round the page");
      }
      area += (a.x * b.y - b.x * a.y) / 2;
    }
    if (area < SMALLEST) {
      throw new IllegalArgumentException("The page is too small");
    }
  }

  /** More than 0 if the way from a over b to c turns to the right, as y goes down. */
  private static double across(Point a, Point b, Point c) {
    return (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x);
  }

  /**
   * Reads "0.1 0.2 0.9 0.2 0.9 0.8 0.1 0.8".
   *
   * @throws IllegalArgumentException for anything else
   */
  public static Quad read(String written) {
    double[] n =
        Arrays.stream(written.strip().split("\\s+")).mapToDouble(Double::parseDouble).toArray();
    if (n.length != 8) {
      throw new IllegalArgumentException("Eight numbers");
    }
    return new Quad(
        List.of(
            new Point(n[0], n[1]),
            new Point(n[2], n[3]),
            new Point(n[4], n[5]),
            new Point(n[6], n[7])));
  }

  /** As {@link #read} reads it. */
  @Override
  public String toString() {
    return corners.stream()
        .map(p -> String.format(Locale.ROOT, "%.4f %.4f", p.x, p.y))
        .collect(Collectors.joining(" "));
  }

  /** The same page in the picture turned by a quarter to the right. */
  public Quad turned() {
    // What was the bottom left is the top left then.
    return new Quad(
        List.of(
            turned(corners.get(3)),
            turned(corners.get(0)),
            turned(corners.get(1)),
            turned(corners.get(2))));
  }

  private static Point turned(Point p) {
    return new Point(1 - p.y, p.x);
  }

  /**
   * How wide the page is seen from above, over its height, in a picture of some size; both by the
   * longer of two sides, the one that is nearer.
   */
  public double shape(int width, int height) {
    double across = Math.max(length(0, 1, width, height), length(3, 2, width, height));
    double down = Math.max(length(0, 3, width, height), length(1, 2, width, height));
    return across / down;
  }

  private double length(int from, int to, int width, int height) {
    Point a = corners.get(from);
    Point b = corners.get(to);
    return Math.hypot((b.x - a.x) * width, (b.y - a.y) * height);
  }

  /**
   * The projective map of the unit square onto the corners: where in the photo a place of the page
   * is. Source: Heckbert, "Fundamentals of Texture Mapping and Image Warping", 1989, section 2.2.3.
   */
  public Map map() {
    Point p0 = corners.get(0);
    Point p1 = corners.get(1);
    Point p2 = corners.get(2);
    Point p3 = corners.get(3);
    double sx = p0.x - p1.x + p2.x - p3.x;
    double sy = p0.y - p1.y + p2.y - p3.y;
    double dx1 = p1.x - p2.x;
    double dx2 = p3.x - p2.x;
    double dy1 = p1.y - p2.y;
    double dy2 = p3.y - p2.y;
    double det = dx1 * dy2 - dx2 * dy1;
    double g = (sx * dy2 - dx2 * sy) / det;
    double h = (dx1 * sy - sx * dy1) / det;
    return new Map(
        p1.x - p0.x + g * p1.x,
        p3.x - p0.x + h * p3.x,
        p0.x,
        p1.y - p0.y + g * p1.y,
        p3.y - p0.y + h * p3.y,
        p0.y,
        g,
        h);
  }

  /** Coefficients of a projective map, as Heckbert names them; i is 1. */
  public record Map(
      double a, double b, double c, double d, double e, double f, double g, double h) {

    /**
     * Where in the photo a place of the page is.
     *
     * @param u share of the page's width
     * @param v share of its height
     */
    public Point at(double u, double v) {
      double w = g * u + h * v + 1;
      return new Point((a * u + b * v + c) / w, (d * u + e * v + f) / w);
    }
  }
}
