package school.kerygma.core.plan;

import java.util.List;

/** What points are worth in a term's grade. */
public final class Worth {

  private Worth() {}

  /**
   * A task's share of the grade: its points of all points of its kind, times the kind's weight.
   *
   * @param points of the task, 0 or more
   * @param ofKind points of all tasks of its kind, the task's own among them
   * @param weight of the kind, 0 to 1
   * @return 0 to 1
   * @throws IllegalArgumentException if the task has more points than its kind, or the weight is
   *     none
   */
  public static double share(int points, int ofKind, double weight) {
    if (points < 0 || points > ofKind || weight < 0 || weight > 1) {
      throw new IllegalArgumentException(
          points + " points of " + ofKind + " at a weight of " + weight + " are no share");
    }
    return ofKind == 0 ? 0 : weight * points / ofKind;
  }

  /**
   * Daily marks on a scale.
   *
   * @param marks what each day got, each 0 to 1
   * @param scale the best mark, 4 for a four-point scale
   */
  public static double scaled(List<Integer> marks, int scale) {
    return marks.isEmpty()
        ? 0
        : (double) scale * marks.stream().mapToInt(Integer::intValue).sum() / marks.size();
  }
}
