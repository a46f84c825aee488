package school.kerygma.app.desk.proofing;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import java.io.Serializable;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** A disagreement that its teacher lets stand, with the reason. */
@Entity
@DynamicUpdate
class LeftFinding {

  /**
   * By what its sides say: once one of them changes, nothing is left any more.
   *
   * @param sides a digest of them
   */
  @Embeddable
  record Key(UUID walkthroughId, String sides) implements Serializable {}

  @EmbeddedId private Key key;

  private String reason;

  private Instant leftAt;

  @SuppressWarnings("NullAway.Init")
  protected LeftFinding() {}

  LeftFinding(Key key, String reason, Instant leftAt) {
    this.key = key;
    this.reason = reason;
    this.leftAt = leftAt;
  }

  Key key() {
    return key;
  }

  String reason() {
    return reason;
  }

  interface Repository extends JpaRepository<LeftFinding, Key> {
    @Query("select f from LeftFinding f where f.key.walkthroughId = :walkthrough")
    List<LeftFinding> ofWalkthrough(UUID walkthrough);
  }
}
