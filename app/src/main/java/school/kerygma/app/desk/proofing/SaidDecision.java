package school.kerygma.app.desk.proofing;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import java.io.Serializable;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** Whether words of a stop that may be a fact are one. */
@Entity
@DynamicUpdate
class SaidDecision {

  /** Words of a stop. */
  @Embeddable
  record Key(UUID stopId, String quote) implements Serializable {}

  @EmbeddedId private Key key;
  private boolean meant;

  @SuppressWarnings("NullAway.Init")
  protected SaidDecision() {}

  SaidDecision(Key key, boolean meant) {
    this.key = key;
    this.meant = meant;
  }

  Key key() {
    return key;
  }

  boolean isMeant() {
    return meant;
  }

  interface Repository extends JpaRepository<SaidDecision, Key> {

    @Query("select d from SaidDecision d where d.key.stopId in :stops")
    List<SaidDecision> of(Collection<UUID> stops);
  }
}
