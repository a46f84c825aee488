package school.kerygma.app;

import com.microsoft.playwright.assertions.PlaywrightAssertions;
import java.time.Duration;
import org.awaitility.Awaitility;
import org.junit.platform.launcher.LauncherSession;
import org.junit.platform.launcher.LauncherSessionListener;

/**
 * How long all tests of a process wait for what must come: as long as a busy machine may need. What
 * never comes still fails; what must come sooner says so itself.
 */
public final class Patience implements LauncherSessionListener {

  static final Duration LIMIT = Duration.ofMinutes(2);

  /** To look costs as much as what is waited for: not oftener than this. */
  private static final Duration LOOK = Duration.ofMillis(300);

  @Override
  public void launcherSessionOpened(LauncherSession session) {
    Awaitility.setDefaultTimeout(LIMIT);
    Awaitility.setDefaultPollInterval(LOOK);
    PlaywrightAssertions.setDefaultAssertionTimeout(LIMIT.toMillis());
  }
}
