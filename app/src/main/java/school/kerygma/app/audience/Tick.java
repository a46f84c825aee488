package school.kerygma.app.audience;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import java.io.Serializable;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

/** A task that a student ticked off. */
@Entity
@IdClass(Tick.Key.class)
class Tick {

  @Id private UUID taskId;
  @Id private UUID studentId;
  private Instant tickedAt;

  /** One student, one task. */
  record Key(UUID taskId, UUID studentId) implements Serializable {}

  @SuppressWarnings("NullAway.Init")
  protected Tick() {}

  UUID taskId() {
    return taskId;
  }

  UUID studentId() {
    return studentId;
  }

  Instant tickedAt() {
    return tickedAt;
  }

  interface Repository extends JpaRepository<Tick, Tick.Key> {

    @Query("select t from Tick t where t.studentId in :students and t.taskId in :tasks")
    List<Tick> among(Collection<UUID> students, Collection<UUID> tasks);

    @Modifying
    @Query(
        value =
            "insert into tick (task_id, student_id, ticked_at) values (:task, :student, :at)"
                + " on conflict do nothing",
        nativeQuery = true)
    void tick(UUID task, UUID student, Instant at);

    @Modifying
    @Query("delete from Tick t where t.taskId = :task and t.studentId = :student")
    void untick(UUID task, UUID student);

    @Modifying
    @Query(
        value =
            "insert into beacon (viewing_id, number, student_id, at) values (:viewing, :number, :student, :at)"
                + " on conflict do nothing",
        nativeQuery = true)
    int beacon(UUID viewing, int number, UUID student, Instant at);

    @Modifying
    @Query(
        value =
            "insert into played (student_id, take_id, start_ms, end_ms) values (:student, :take, :start, :end)",
        nativeQuery = true)
    void played(UUID student, UUID take, long start, long end);

    @Modifying
    @Query(
        value =
            "insert into tick (task_id, student_id, ticked_at) select task_id, :to, ticked_at from tick"
                + " where student_id = :from on conflict do nothing",
        nativeQuery = true)
    void copyTicks(UUID from, UUID to);

    @Modifying
    @Query(
        value =
            "insert into way_tick (way_id, student_id, task_id, ticked_at) select way_id, :to, task_id, ticked_at"
                + " from way_tick where student_id = :from on conflict do nothing",
        nativeQuery = true)
    void copyWays(UUID from, UUID to);

    @Modifying
    @Query(
        value = "update played set student_id = :to where student_id = :from",
        nativeQuery = true)
    void renamePlayed(UUID from, UUID to);

    @Modifying
    @Query(
        value = "update beacon set student_id = :to where student_id = :from",
        nativeQuery = true)
    void renameBeacons(UUID from, UUID to);

    @Modifying
    @Query(value = "delete from tick where student_id = :student", nativeQuery = true)
    void forgetTicks(UUID student);

    @Modifying
    @Query(value = "delete from way_tick where student_id = :student", nativeQuery = true)
    void forgetWays(UUID student);

    @Query(
        value =
            "select student_id, take_id, start_ms, end_ms from played"
                + " where take_id in (:takes) and student_id in (:students) order by id",
        nativeQuery = true)
    List<Object[]> playedOf(Collection<UUID> takes, Collection<UUID> students);
  }
}
