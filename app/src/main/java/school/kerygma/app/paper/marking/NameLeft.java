package school.kerygma.app.paper.marking;

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

/** A name of the roster that a teacher has seen on a paper and leaves there. */
@Entity
@DynamicUpdate
class NameLeft {

  @Embeddable
  record Key(UUID handoutId, String name) implements Serializable {}

  @EmbeddedId private Key key;

  @SuppressWarnings("NullAway.Init")
  protected NameLeft() {}

  NameLeft(Key key) {
    this.key = key;
  }

  Key key() {
    return key;
  }

  interface Repository extends JpaRepository<NameLeft, Key> {
    @Query("select n from NameLeft n where n.key.handoutId in :handouts")
    List<NameLeft> ofHandouts(Collection<UUID> handouts);
  }
}
