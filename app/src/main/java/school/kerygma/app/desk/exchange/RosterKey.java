package school.kerygma.app.desk.exchange;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Transient;
import java.io.Serializable;
import java.util.Collection;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Persistable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** Under which id the school's other system knows a section or a person. */
@Entity
@DynamicUpdate
class RosterKey implements Persistable<RosterKey.Key> {

  /** What is known. */
  enum Kind {
    CLASS,
    STUDENT,
    GUARDIAN
  }

  /** School, kind and the other system's id. */
  @Embeddable
  static class Key implements Serializable {
    private UUID schoolId;
    private UUID ownerId;

    @Enumerated(EnumType.STRING)
    private Kind kind;

    private String sourcedId;

    @SuppressWarnings("NullAway.Init")
    protected Key() {}

    Key(UUID schoolId, UUID ownerId, Kind kind, String sourcedId) {
      this.schoolId = schoolId;
      this.ownerId = ownerId;
      this.kind = kind;
      this.sourcedId = sourcedId;
    }

    @Override
    public boolean equals(@Nullable Object other) {
      return other instanceof Key key
          && schoolId.equals(key.schoolId)
          && ownerId.equals(key.ownerId)
          && kind == key.kind
          && sourcedId.equals(key.sourcedId);
    }

    @Override
    public int hashCode() {
      return Objects.hash(schoolId, ownerId, kind, sourcedId);
    }
  }

  @EmbeddedId private Key key;
  private UUID subjectId;

  /** A key is written once: nothing is looked up before. */
  @Transient private boolean fresh;

  @SuppressWarnings("NullAway.Init")
  protected RosterKey() {}

  RosterKey(Key key, UUID subjectId) {
    this.key = key;
    this.subjectId = subjectId;
    this.fresh = true;
  }

  @Override
  public Key getId() {
    return key;
  }

  @Override
  public boolean isNew() {
    return fresh;
  }

  Kind kind() {
    return key.kind;
  }

  String sourcedId() {
    return key.sourcedId;
  }

  UUID subjectId() {
    return subjectId;
  }

  interface Repository extends JpaRepository<RosterKey, RosterKey.Key> {
    @Query("select k from RosterKey k where k.key.schoolId = :school and k.key.ownerId = :owner")
    List<RosterKey> of(UUID school, UUID owner);

    @Query("select k from RosterKey k where k.key.ownerId = :owner and k.subjectId in :subjects")
    List<RosterKey> ofSubjects(UUID owner, Collection<UUID> subjects);
  }
}
