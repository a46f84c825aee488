package school.kerygma.core.rubric;

/**
 * A straight line of a page, level or upright, or an edge of a shaded area.
 *
 * @param x1 left end, in points of the page
 * @param y1 upper end
 * @param x2 right end, not before x1
 * @param y2 lower end, not before y1
 */
public record Ruling(double x1, double y1, double x2, double y2) {

  /** A line may lean by so many points and still be meant straight. */
  public static final double LEAN = 1.5;

  /**
   * @throws IllegalArgumentException if it is neither level nor upright
   */
  public Ruling {
    if (x2 < x1 || y2 < y1 || x2 - x1 > LEAN && y2 - y1 > LEAN) {
      throw new IllegalArgumentException("No ruling: " + x1 + "," + y1 + " " + x2 + "," + y2);
    }
  }

  public boolean level() {
    return y2 - y1 <= LEAN && x2 - x1 > y2 - y1;
  }

  /** Where it stands across its own direction. */
  double at() {
    return level() ? (y1 + y2) / 2 : (x1 + x2) / 2;
  }

  double from() {
    return level() ? x1 : y1;
  }

  double to() {
    return level() ? x2 : y2;
  }

  double length() {
    return to() - from();
  }
}
