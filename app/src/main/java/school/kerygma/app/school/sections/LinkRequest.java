package school.kerygma.app.school.sections;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.core.access.Access.Role;

/**
 * Somebody's address was written down by a teacher who shares nothing with them. Until they say
 * yes, nothing is shared: a student or guardian stands in the section as a person of their own, and
 * a teacher does not stand there at all.
 */
@Entity
@DynamicUpdate
class LinkRequest {

  @Id @GeneratedValue private UUID id;

  @Enumerated(EnumType.STRING)
  private Role kind;

  private UUID personId;
  private UUID askerId;
  private UUID sectionId;
  private @Nullable UUID meanwhileId;
  private @Nullable LocalDate lastDay;
  private Instant askedAt;
  private @Nullable Instant answeredAt;

  @SuppressWarnings("NullAway.Init")
  protected LinkRequest() {}

  LinkRequest(
      Role kind,
      UUID personId,
      UUID askerId,
      UUID sectionId,
      @Nullable UUID meanwhileId,
      @Nullable LocalDate lastDay,
      Instant askedAt) {
    this.kind = kind;
    this.personId = personId;
    this.askerId = askerId;
    this.sectionId = sectionId;
    this.meanwhileId = meanwhileId;
    this.lastDay = lastDay;
    this.askedAt = askedAt;
  }

  UUID id() {
    return id;
  }

  Role kind() {
    return kind;
  }

  UUID personId() {
    return personId;
  }

  UUID askerId() {
    return askerId;
  }

  UUID sectionId() {
    return sectionId;
  }

  /** The person made in the meantime, of a student or guardian. */
  Optional<UUID> meanwhileId() {
    return Optional.ofNullable(meanwhileId);
  }

  /** Until when a teacher is to stand in; nothing if they are to teach. */
  Optional<LocalDate> lastDay() {
    return Optional.ofNullable(lastDay);
  }

  boolean open() {
    return answeredAt == null;
  }

  void answer(Instant at) {
    this.answeredAt = at;
    this.meanwhileId = null;
  }

  interface Repository extends JpaRepository<LinkRequest, UUID> {

    @Query(
        "select count(r) from LinkRequest r where r.askerId = :asker and r.personId = :person and r.answeredAt is null")
    long open(UUID asker, UUID person);

    @Query(
        "select r from LinkRequest r where r.personId = :person and r.kind = TEACHER and r.answeredAt is null order by r.askedAt")
    List<LinkRequest> ofTeacher(UUID person);

    @Query(
        "select r from LinkRequest r where r.sectionId = :section and r.kind = TEACHER and r.answeredAt is null order by r.askedAt")
    List<LinkRequest> ofSection(UUID section);
  }
}
