package school.kerygma.core.handout;

import java.util.Collection;

/**
 * A rectangle on a page, in points (1/72 inch) from the top left corner of the page's crop box.
 *
 * @param x left edge
 * @param y top edge
 * @param width greater than 0
 * @param height greater than 0
 */
public record Box(double x, double y, double width, double height) {

  /**
   * @throws IllegalArgumentException for a box without area or with a value that is no number
   */
  public Box {
    if (!(width > 0 && height > 0) || !Double.isFinite(x + y + width + height)) {
      throw new IllegalArgumentException(
          "A box has a width and a height: " + x + ", " + y + ", " + width + ", " + height);
    }
  }

  public static Box between(double left, double top, double right, double bottom) {
    return new Box(left, top, right - left, bottom - top);
  }

  /** The smallest box around all of them. */
  public static Box around(Collection<Box> boxes) {
    return boxes.stream()
        .reduce(Box::union)
        .orElseThrow(() -> new IllegalArgumentException("No boxes"));
  }

  public double right() {
    return x + width;
  }

  public double bottom() {
    return y + height;
  }

  public double centerX() {
    return x + width / 2;
  }

  public double centerY() {
    return y + height / 2;
  }

  public boolean contains(double px, double py) {
    return px >= x && px < right() && py >= y && py < bottom();
  }

  public boolean overlaps(Box other) {
    return x < other.right() && other.x < right() && y < other.bottom() && other.y < bottom();
  }

  public Box union(Box other) {
    return between(
        Math.min(x, other.x),
        Math.min(y, other.y),
        Math.max(right(), other.right()),
        Math.max(bottom(), other.bottom()));
  }

  /** The part of this box that lies in another, at least a point wide and high. */
  public Box within(Box other) {
    double left = Math.clamp(x, other.x, other.right() - 1);
    double top = Math.clamp(y, other.y, other.bottom() - 1);
    return between(
        left,
        top,
        Math.clamp(right(), left + 1, other.right()),
        Math.clamp(bottom(), top + 1, other.bottom()));
  }

  /** This box with {@code margin} points more on every side. */
  public Box grownBy(double margin) {
    return new Box(x - margin, y - margin, width + 2 * margin, height + 2 * margin);
  }
}
