package school.kerygma.app.ground.accounts;

import java.io.Serializable;
import java.util.UUID;
import school.kerygma.core.access.Access.Role;

/** The person before the screen. */
public record SignedIn(UUID id, Role role, String name) implements Serializable {

  /** What Spring Session writes as the name of the session's owner. */
  @Override
  public String toString() {
    return id.toString();
  }
}
