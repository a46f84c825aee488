package school.kerygma.app.paper.margin;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.io.Serializable;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.core.rubric.Rubric;

/** How a teacher said that a table is read which can be read in several ways. */
@Entity
@DynamicUpdate
class RubricReading {

  /** Where the table begins: the how-manieth of its page, from 0. */
  @Embeddable
  record Key(UUID handoutId, int page, int grid) implements Serializable {}

  @EmbeddedId private Key key;

  @Enumerated(EnumType.STRING)
  private Rubric.Basis basis;

  @SuppressWarnings("NullAway.Init")
  protected RubricReading() {}

  RubricReading(Key key, Rubric.Basis basis) {
    this.key = key;
    this.basis = basis;
  }

  Key key() {
    return key;
  }

  Rubric.Basis basis() {
    return basis;
  }

  interface Repository extends JpaRepository<RubricReading, Key> {
    @Query("select r from RubricReading r where r.key.handoutId = :handout")
    List<RubricReading> ofHandout(UUID handout);
  }
}
