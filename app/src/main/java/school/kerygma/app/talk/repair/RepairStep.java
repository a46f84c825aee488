package school.kerygma.app.talk.repair;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import school.kerygma.app.talk.scripts.UndoStep;

/** What stops played before a deed: a {@link RepairSteps.Before}. */
@Entity
@DynamicUpdate
class RepairStep extends UndoStep {

  protected RepairStep() {}

  RepairStep(UUID walkthroughId, String what, String body, Instant madeAt) {
    super(walkthroughId, what, body, madeAt);
  }

  interface Repository extends UndoStep.Repository<RepairStep> {}
}
