package school.kerygma.app.talk.scores;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import school.kerygma.app.talk.scripts.UndoStep;

/** What captions and words were before a deed: a {@link CaptionSteps.Before}. */
@Entity
@DynamicUpdate
class CaptionStep extends UndoStep {

  protected CaptionStep() {}

  CaptionStep(UUID walkthroughId, String what, String body, Instant madeAt) {
    super(walkthroughId, what, body, madeAt);
  }

  interface Repository extends UndoStep.Repository<CaptionStep> {}
}
