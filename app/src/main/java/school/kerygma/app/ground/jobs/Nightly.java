package school.kerygma.app.ground.jobs;

import java.time.Duration;
import java.time.Instant;

/**
 * Once a day every module removes of its own what nobody needs any more.
 *
 * @param now by the application's clock
 */
public record Nightly(Instant now) {

  /** How long what was put away can be taken out again. */
  public static final Duration UNDO = Duration.ofDays(30);

  /** After this, nobody is still playing a score that has been replaced. */
  public static final Duration A_DAY = Duration.ofDays(1);

  /** What was put away before is gone tonight. */
  public Instant emptied() {
    return now.minus(UNDO);
  }

  public Instant yesterday() {
    return now.minus(A_DAY);
  }
}
