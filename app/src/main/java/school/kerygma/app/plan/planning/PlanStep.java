package school.kerygma.app.plan.planning;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
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

/**
 * One task of one section that was put on another day, or one session that was copied. Steps of one
 * deed are undone together.
 */
@Entity
@DynamicUpdate
class PlanStep {

  @Id @GeneratedValue private UUID id;

  /** Counts up in the order of making; the clock may be set back. */
  @Column(insertable = false, updatable = false)
  @SuppressWarnings("NullAway.Init") // The database numbers the rows.
  private Long seq;

  private UUID deedId;
  private UUID ownerId;
  private @Nullable UUID taskId;
  private @Nullable UUID sessionId;
  private UUID sectionId;
  private @Nullable LocalDate fromDay;
  private @Nullable LocalDate toDay;
  private boolean undone;
  private Instant madeAt;

  @SuppressWarnings("NullAway.Init")
  protected PlanStep() {}

  PlanStep(
      UUID deedId,
      UUID ownerId,
      @Nullable UUID taskId,
      @Nullable UUID sessionId,
      UUID sectionId,
      @Nullable LocalDate fromDay,
      @Nullable LocalDate toDay,
      Instant madeAt) {
    this.deedId = deedId;
    this.ownerId = ownerId;
    this.taskId = taskId;
    this.sessionId = sessionId;
    this.sectionId = sectionId;
    this.fromDay = fromDay;
    this.toDay = toDay;
    this.madeAt = madeAt;
  }

  UUID deedId() {
    return deedId;
  }

  Optional<UUID> taskId() {
    return Optional.ofNullable(taskId);
  }

  /** A session that was copied. */
  Optional<UUID> sessionId() {
    return Optional.ofNullable(sessionId);
  }

  UUID sectionId() {
    return sectionId;
  }

  Optional<LocalDate> from() {
    return Optional.ofNullable(fromDay);
  }

  Optional<LocalDate> to() {
    return Optional.ofNullable(toDay);
  }

  void undo() {
    this.undone = true;
  }

  interface Repository extends JpaRepository<PlanStep, UUID> {

    @Query(
        "select s from PlanStep s where s.ownerId = :owner and not s.undone order by s.seq desc limit 1")
    Optional<PlanStep> last(UUID owner);

    @Query("select s from PlanStep s where s.deedId = :deed order by s.seq desc")
    List<PlanStep> ofDeed(UUID deed);
  }
}
