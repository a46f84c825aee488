package school.kerygma.app.classroom.audience;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import java.io.Serializable;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

/** One of several ways to do a task that a student ticked off. */
@Entity
@DynamicUpdate
@IdClass(WayTick.Key.class)
class WayTick {

  @Id private UUID wayId;
  @Id private UUID studentId;
  private UUID taskId;
  private Instant tickedAt;

  /** One student, one way. */
  record Key(UUID wayId, UUID studentId) implements Serializable {}

  @SuppressWarnings("NullAway.Init")
  protected WayTick() {}

  UUID wayId() {
    return wayId;
  }

  interface Repository extends JpaRepository<WayTick, WayTick.Key> {

    @Query(
        "select w.studentId, w.wayId from WayTick w where w.studentId in :students and w.taskId in :tasks")
    List<Object[]> among(Collection<UUID> students, Collection<UUID> tasks);

    @Query(
        value =
            "select student_id, way_id from way_choice where student_id in (:students) and task_id in (:tasks)"
                + " union select student_id, way_id from way_tick where student_id in (:students) and task_id in (:tasks)",
        nativeQuery = true)
    List<Object[]> chosen(Collection<UUID> students, Collection<UUID> tasks);

    @Modifying
    @Query(
        value =
            "insert into way_choice (way_id, student_id, task_id, chosen_at)"
                + " values (:way, :student, :task, :at) on conflict do nothing",
        nativeQuery = true)
    void choose(UUID way, UUID student, UUID task, Instant at);

    @Modifying
    @Query(
        value = "delete from way_choice where student_id = :student and task_id = :task",
        nativeQuery = true)
    void chooseNone(UUID student, UUID task);

    /** Makes other ticks of the student wait until this transaction ends. */
    @Query(
        value = "select id from person where id = :student for no key update",
        nativeQuery = true)
    UUID holdFor(UUID student);

    @Modifying
    @Query(
        value =
            "insert into way_tick (way_id, student_id, task_id, ticked_at)"
                + " values (:way, :student, :task, :at) on conflict do nothing",
        nativeQuery = true)
    void tick(UUID way, UUID student, UUID task, Instant at);

    @Modifying
    @Query("delete from WayTick w where w.wayId = :way and w.studentId = :student")
    void untick(UUID way, UUID student);
  }
}
