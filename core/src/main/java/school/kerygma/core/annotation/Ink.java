package school.kerygma.core.annotation;

import java.util.ArrayList;
import java.util.List;
import school.kerygma.core.handout.Box;

/** Turns the places of a pen into a smooth line. */
public final class Ink {

  /**
   * A point of a line.
   *
   * @param x in points of the page
   * @param y in points of the page
   * @param width of the line there, in points, more than 0
   */
  public record Point(double x, double y, double width) {

    /**
     * @throws IllegalArgumentException for a width of nothing or a place that is none
     */
    public Point {
      if (!(width > 0) || !Double.isFinite(x + y + width)) {
        throw new IllegalArgumentException("No point of ink: " + x + ", " + y + ", " + width);
      }
    }
  }

  /** The most points that one line may have, as it comes from the pen. */
  public static final int MOST_POINTS = 5_000;

  /** Without pressure, devices tell a half (W3C Pointer Events, 4.1.1.1). */
  public static final double EVEN_PRESSURE = 0.5;

  /** A hand trembles within this many points: places closer together are one. */
  private static final double TREMBLE = 0.6;

  /** A point that is off the line of its neighbors by less than this is not needed. */
  private static final double NEEDLESS = 0.08;

  /** Widths are told in steps, so that a line of even pressure is one piece. */
  private static final double WIDTH_STEP = 0.2;

  private static final int ROUNDS = 2;

  private Ink() {}

  /**
   * How wide a line is under a pressure: from 0.4 to 1.6 times its usual width.
   *
   * @param usual width in points
   * @param pressure 0 to 1; others are taken as the nearest of these
   */
  public static double width(double usual, double pressure) {
    double wide = usual * (0.4 + 1.2 * Math.clamp(pressure, 0, 1));
    return Math.max(WIDTH_STEP, Math.round(wide / WIDTH_STEP) * WIDTH_STEP);
  }

  /**
   * Smooths a line: its ends stay, its corners are cut twice (Chaikin 1974, from memory), trembling
   * is evened out by the mean of three neighbors, and what lies on a straight way is left out.
   *
   * @param raw as the pen went, at least one point
   */
  public static List<Point> smooth(List<Point> raw) {
    List<Point> line = apart(raw);
    if (line.size() > 2) {
      line = evened(line);
      for (int round = 0; round < ROUNDS; round++) {
        line = cornersCut(line);
      }
      line = needed(line);
    }
    return line.stream()
        .map(p -> new Point(rounded(p.x()), rounded(p.y()), stepped(p.width())))
        .toList();
  }

  private static double rounded(double value) {
    return Math.round(value * 100) / 100.0;
  }

  private static double stepped(double width) {
    return Math.max(WIDTH_STEP, Math.round(width / WIDTH_STEP) * WIDTH_STEP);
  }

  /** The points that are not where the one before them is; the last is always among them. */
  private static List<Point> apart(List<Point> raw) {
    List<Point> apart = new ArrayList<>();
    for (Point point : raw) {
      if (apart.isEmpty() || distance(apart.getLast(), point) >= TREMBLE) {
        apart.add(point);
      }
    }
    Point last = raw.getLast();
    if (distance(apart.getLast(), last) > 0) {
      apart.add(last);
    }
    return apart;
  }

  private static List<Point> evened(List<Point> line) {
    List<Point> evened = new ArrayList<>();
    evened.add(line.getFirst());
    for (int i = 1; i + 1 < line.size(); i++) {
      Point sides = between(line.get(i - 1), line.get(i + 1), 0.5);
      evened.add(between(line.get(i), sides, 0.5));
    }
    evened.add(line.getLast());
    return evened;
  }

  private static List<Point> cornersCut(List<Point> line) {
    List<Point> cut = new ArrayList<>();
    cut.add(line.getFirst());
    for (int i = 0; i + 1 < line.size(); i++) {
      cut.add(between(line.get(i), line.get(i + 1), 0.25));
      cut.add(between(line.get(i), line.get(i + 1), 0.75));
    }
    cut.add(line.getLast());
    return cut;
  }

  private static List<Point> needed(List<Point> line) {
    List<Point> needed = new ArrayList<>();
    needed.add(line.getFirst());
    for (int i = 1; i + 1 < line.size(); i++) {
      Point before = needed.getLast();
      Point here = line.get(i);
      boolean otherWidth = stepped(before.width()) != stepped(here.width());
      if (otherWidth || offLine(here, before, line.get(i + 1)) > NEEDLESS) {
        needed.add(here);
      }
    }
    needed.add(line.getLast());
    return needed;
  }

  private static double offLine(Point p, Point a, Point b) {
    double length = distance(a, b);
    double area = (b.x() - a.x()) * (p.y() - a.y()) - (b.y() - a.y()) * (p.x() - a.x());
    return length == 0 ? distance(a, p) : Math.abs(area) / length;
  }

  private static Point between(Point a, Point b, double share) {
    return new Point(
        a.x() + (b.x() - a.x()) * share,
        a.y() + (b.y() - a.y()) * share,
        a.width() + (b.width() - a.width()) * share);
  }

  private static double distance(Point a, Point b) {
    return Math.hypot(a.x() - b.x(), a.y() - b.y());
  }

  /** The box around a line, with its width. */
  public static Box box(List<Point> line) {
    return Box.around(
        line.stream()
            .map(p -> new Box(p.x() - p.width() / 2, p.y() - p.width() / 2, p.width(), p.width()))
            .toList());
  }
}
