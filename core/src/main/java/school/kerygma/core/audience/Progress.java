package school.kerygma.core.audience;

import java.util.Collection;

/**
 * Where one student stands with what was posted to them: the one rule for "not begun" and
 * "followed", wherever they are counted.
 *
 * @param begun whether they watched any of it or ticked any of its tasks
 * @param followed whether they watched enough of every stop; where there is nothing to watch,
 *     whether every task is ticked
 */
public record Progress(boolean begun, boolean followed) {

  /**
   * Judges.
   *
   * @param stops what was watched of each stop that plays
   * @param ticked how many of the tasks are ticked
   * @param tasks how many there are
   */
  public static Progress of(Collection<Watched> stops, int ticked, int tasks) {
    boolean watchedAll = stops.stream().allMatch(Watched::followed);
    return new Progress(
        ticked > 0 || stops.stream().anyMatch(Watched::started),
        stops.isEmpty() ? tasks > 0 && ticked == tasks : watchedAll);
  }
}
