package school.kerygma.core.audience;

import java.util.Collection;
import java.util.Optional;

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
   * @param talk what was watched of each stop that plays; nothing if no walkthrough was posted.
   *     Where one was and nothing of it plays yet, nobody has followed
   * @param ticked how many of the tasks are ticked
   * @param tasks how many there are
   */
  public static Progress of(Optional<? extends Collection<Watched>> talk, int ticked, int tasks) {
    boolean started = talk.stream().flatMap(Collection::stream).anyMatch(Watched::started);
    boolean followed =
        talk.map(stops -> !stops.isEmpty() && stops.stream().allMatch(Watched::followed))
            .orElse(tasks > 0 && ticked == tasks);
    return new Progress(ticked > 0 || started, followed);
  }
}
