package school.kerygma.app.posting;

import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import school.kerygma.core.time.Moments;

/** A posting for one section, as other modules see it. */
public record DeliveryView(
    UUID id,
    UUID posting,
    UUID owner,
    UUID section,
    Optional<UUID> walkthrough,
    Set<UUID> tasks,
    Moments moments,
    Moments.State state,
    String toStudents,
    String toFamilies) {

  public boolean up() {
    return state == Moments.State.UP;
  }
}
