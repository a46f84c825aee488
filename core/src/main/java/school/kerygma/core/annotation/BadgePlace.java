package school.kerygma.core.annotation;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.stream.DoubleStream;
import school.kerygma.core.handout.Box;

/**
 * Where the badge of a number stands: beside what it counts, and never on letters. Where there is
 * no room at once left or right of it, above or below it, it goes into the nearest free place of
 * its line, most often the margin; a leader then runs from it to what it counts.
 */
public final class BadgePlace {

  /** Sides of a badge in points, the largest that fits first: about as high as a line of text. */
  private static final double[] SIDES = {13, 11, 9};

  /** Between a badge and what it counts, in points. */
  private static final double GAP = 3;

  /** Between a badge and whatever else stands there, in points. */
  private static final double AIR = 2;

  /** So finely a free place is looked for, in points. */
  private static final double STEP = 2;

  private final Box counted;
  private final List<Box> taken;

  private BadgePlace(Box counted, Collection<Box> words, Collection<Box> badges) {
    this.counted = counted;
    this.taken = new ArrayList<>(words);
    taken.addAll(badges);
  }

  /**
   * Finds it.
   *
   * @param counted the first line of what is counted
   * @param words of the page
   * @param badges that stand there already
   * @param seen the part of the page that is seen: a badge outside it is none
   * @param page all of it
   * @return nothing if there is no free place in its line
   */
  public static Optional<Box> of(
      Box counted, Collection<Box> words, Collection<Box> badges, Box seen, Box page) {
    BadgePlace place = new BadgePlace(counted, words, badges);
    return place.within(seen.within(page)).or(() -> place.within(page));
  }

  /** Before what it counts, whatever stands there: where the words of the page are not known. */
  public static Box before(Box counted) {
    return new BadgePlace(counted, List.of(), List.of()).left(SIDES[0], 0);
  }

  private Optional<Box> within(Box bounds) {
    for (double side : SIDES) {
      Optional<Box> beside =
          beside(side).stream().filter(b -> inside(bounds, b) && isFree(b)).findFirst();
      if (beside.isPresent()) {
        return beside;
      }
    }
    for (double side : SIDES) {
      Optional<Box> far =
          DoubleStream.iterate(STEP, d -> d < bounds.width(), d -> d + STEP)
              .boxed()
              .flatMap(d -> List.of(left(side, d), right(side, d)).stream())
              .filter(b -> inside(bounds, b) && isFree(b))
              .findFirst();
      if (far.isPresent()) {
        return far;
      }
    }
    return Optional.empty();
  }

  private List<Box> beside(double side) {
    return List.of(
        left(side, 0),
        right(side, 0),
        new Box(counted.x(), counted.y() - GAP - side, side, side),
        new Box(counted.x(), counted.bottom() + GAP, side, side));
  }

  private Box left(double side, double away) {
    return new Box(counted.x() - GAP - away - side, counted.centerY() - side / 2, side, side);
  }

  private Box right(double side, double away) {
    return new Box(counted.right() + GAP + away, counted.centerY() - side / 2, side, side);
  }

  private static boolean inside(Box bounds, Box badge) {
    return bounds.x() <= badge.x()
        && bounds.y() <= badge.y()
        && badge.right() <= bounds.right()
        && badge.bottom() <= bounds.bottom();
  }

  private boolean isFree(Box badge) {
    return taken.stream().noneMatch(badge.grownBy(AIR)::overlaps);
  }
}
