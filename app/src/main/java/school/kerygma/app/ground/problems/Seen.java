package school.kerygma.app.ground.problems;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
import java.util.HexFormat;
import org.springframework.dao.OptimisticLockingFailureException;

/**
 * What somebody saw when they opened a form, as a short word that the form brings back: who sends
 * an older tab is told that it was changed meanwhile, instead of overwriting what they never saw.
 */
public final class Seen {

  private static final int BYTES = 9;

  /** For who changes without having looked: nothing is compared. */
  public static final String ANYTHING = "";

  private Seen() {}

  /** The word for what is shown; values are told apart by how they are written. */
  public static String of(Object... shown) {
    try {
      byte[] all =
          MessageDigest.getInstance("SHA-256")
              .digest(Arrays.toString(shown).getBytes(StandardCharsets.UTF_8));
      return HexFormat.of().formatHex(all, 0, BYTES);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }

  /**
   * Compares.
   *
   * @param seen what the form brought; empty if it was not opened by a page
   * @throws OptimisticLockingFailureException if it has been changed since
   */
  public static void check(String seen, String now) {
    if (!seen.isEmpty() && !seen.equals(now)) {
      throw new OptimisticLockingFailureException("Changed since it was seen");
    }
  }
}
