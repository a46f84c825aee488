package school.kerygma.app.classroom.results;

import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import school.kerygma.core.result.Given;

/**
 * A result of a student's work for a task.
 *
 * @param handIn the version that was looked at; nothing for work on paper
 * @param number counts from 1: how often it was changed after it had been handed back
 * @param back when it is handed back, or was; nothing if that is not decided
 * @param batch what was handed back together with it
 * @param seen when its student first saw it
 */
public record ResultView(
    UUID id,
    UUID task,
    UUID section,
    UUID student,
    Optional<UUID> handIn,
    int number,
    UUID teacher,
    Given given,
    Instant at,
    Optional<Instant> back,
    Optional<UUID> batch,
    Optional<Instant> seen,
    int edits) {

  /** Whether its student may see it. */
  public boolean isBack(Instant now) {
    return back.filter(b -> !b.isAfter(now)).isPresent();
  }

  /** Tells one state of it from the next. */
  public String state() {
    return number + "." + edits;
  }
}
