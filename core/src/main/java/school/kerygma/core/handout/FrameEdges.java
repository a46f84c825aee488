package school.kerygma.core.handout;

import java.util.Collection;
import java.util.List;
import java.util.function.ToDoubleFunction;
import java.util.stream.Stream;

/** The edges of a frame around some words: with air, and through no other letters. */
final class FrameEdges {

  /** Air around a frame, in points, where there is room for it. */
  private static final double AIR = 14;

  /**
   * So often it grows over what it cuts. Columns at different heights may have no gap in common.
   */
  private static final int MOST_GROWN = 3;

  private FrameEdges() {}

  /**
   * A frame around what it takes in. Where other words are near, the edge runs in the middle
   * between them and what is taken in; what it would cut is taken in too.
   *
   * @param taken what it takes in
   * @param words of the page, those that are taken in among them
   */
  static Box around(Box taken, Collection<Box> words) {
    Box whole = taken;
    for (int grown = 0; grown < MOST_GROWN; grown++) {
      Box frame = withAir(whole, words);
      List<Box> cut = words.stream().filter(w -> cuts(frame, w)).toList();
      if (cut.isEmpty()) {
        return frame;
      }
      whole = whole.union(Box.around(cut));
    }
    return withAir(taken, words);
  }

  private static boolean cuts(Box frame, Box word) {
    return frame.overlaps(word) && !frame.union(word).equals(frame);
  }

  private static Box withAir(Box taken, Collection<Box> words) {
    // Above and below first: what stands beside is what stands beside the frame so far.
    double up = air(above(taken, words), w -> taken.y() - w.bottom());
    double down = air(above(taken, words), w -> w.y() - taken.bottom());
    Box high = Box.between(taken.x(), taken.y() - up, taken.right(), taken.bottom() + down);
    double left = air(beside(high, words), w -> taken.x() - w.right());
    double right = air(beside(high, words), w -> w.x() - taken.right());
    return Box.between(high.x() - left, high.y(), high.right() + right, high.bottom());
  }

  /** Those above and below it, also just beyond its sides, where its corners come to lie. */
  private static Stream<Box> above(Box taken, Collection<Box> words) {
    return words.stream().filter(w -> w.x() < taken.right() + AIR && taken.x() - AIR < w.right());
  }

  private static Stream<Box> beside(Box taken, Collection<Box> words) {
    return words.stream().filter(w -> w.y() < taken.bottom() && taken.y() < w.bottom());
  }

  private static double air(Stream<Box> words, ToDoubleFunction<Box> gap) {
    double least = words.mapToDouble(gap).filter(g -> g >= 0).min().orElse(2 * AIR);
    return Math.min(AIR, least / 2);
  }
}
