package school.kerygma.media.process;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;

/**
 * Programs that are still being installed when the application starts for the first time. The
 * launcher leaves a file as long as they come; whoever needs one waits for that, in the background
 * and not for ever.
 */
public final class Coming {

  private static final Duration LONGEST = Duration.ofMinutes(15);
  private static final Duration LOOK = Duration.ofMillis(500);

  private Coming() {}

  /** Waits until nothing more is being installed. */
  public static void awaited() {
    String home = System.getenv("KERYGMA_RUN");
    if (home == null) {
      return;
    }
    Path coming = Path.of(home, "run", "coming");
    Instant until = Instant.now().plus(LONGEST);
    try {
      while (Files.exists(coming) && Instant.now().isBefore(until)) {
        Thread.sleep(LOOK);
      }
    } catch (InterruptedException e) {
      throw new Interrupted(e);
    }
  }

  /** Whether something is still being installed. */
  public static boolean isAny() {
    String home = System.getenv("KERYGMA_RUN");
    return home != null && Files.exists(Path.of(home, "run", "coming"));
  }
}
