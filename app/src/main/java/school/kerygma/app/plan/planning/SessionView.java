package school.kerygma.app.plan.planning;

import java.util.UUID;
import school.kerygma.app.ground.problems.Seen;

/** A session as other modules see it. */
public record SessionView(UUID id, UUID section, SessionSheet sheet, boolean cancelled) {

  /** What a form shows of it. */
  public String seen() {
    return Seen.of(sheet, cancelled);
  }
}
