package school.kerygma.app.classroom.posting;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Who has been told of a delivery that went up.
 *
 * @param students how many of them were told by mail
 * @param guardians how many of them were told by mail
 * @param untold names of those who were not, by the reason
 * @param next when the next letters leave, if some wait
 */
public record Announced(
    int students, int guardians, Map<Why, List<String>> untold, Optional<Instant> next) {

  /** Why somebody has not been told. */
  public enum Why {
    /** The letter leaves later, or is tried again. */
    WAITING,
    NO_ADDRESS,
    /** The school has no mail server. */
    NO_SERVER,
    /** The mail server does not take the address. */
    REFUSED,
    /** The mail server could not be reached for a day. */
    GIVEN_UP
  }

  public Announced {
    untold = Map.copyOf(untold);
  }

  public boolean isAny() {
    return students + guardians > 0 || !untold.isEmpty();
  }

  /** The reasons, in the order in which they are worth reading. */
  public List<Why> reasons() {
    return untold.keySet().stream().sorted().toList();
  }
}
