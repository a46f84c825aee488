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

/** A task that a student ticked off. */
@Entity
@DynamicUpdate
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
    @Query(
        value =
            "insert into opened (task_id, student_id, opened_at) values (:task, :student, :at)"
                + " on conflict do nothing",
        nativeQuery = true)
    void open(UUID task, UUID student, Instant at);

    @Query(
        value =
            "select student_id, task_id from opened where student_id in (:students) and task_id in (:tasks)",
        nativeQuery = true)
    List<Object[]> opened(Collection<UUID> students, Collection<UUID> tasks);

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
            "insert into played (student_id, take_id, start_ms, end_ms, at) values (:student, :take, :start, :end, :at)",
        nativeQuery = true)
    void played(UUID student, UUID take, long start, long end, Instant at);

    @Query(
        value =
            "select t.title, k.ticked_at, t.id from tick k join task t on t.id = k.task_id where k.student_id = :student order by 2",
        nativeQuery = true)
    List<Object[]> ticksAbout(UUID student);

    @Query(
        value =
            "select w.title, s.position, sum(p.end_ms - p.start_ms), max(p.at), w.id from played p join take k on k.id = p.take_id"
                + " join stop s on s.id = k.stop_id join walkthrough w on w.id = s.walkthrough_id"
                + " where p.student_id = :student group by w.id, w.title, s.position order by 1, 2",
        nativeQuery = true)
    List<Object[]> playedAbout(UUID student);

    /**
     * Beacons only keep the same report from counting twice; a player sends one again for an hour.
     */
    @Modifying
    @Query(value = "delete from beacon where at < :before", nativeQuery = true)
    void forgetBeaconsBefore(Instant before);

    /** Reports that follow one another without a gap become one stretch. */
    @Modifying
    @Query(
        value =
            "with told as (select id, student_id, take_id, start_ms, end_ms, at, case when lag(end_ms) over w = start_ms then 0 else 1 end as begins"
                + " from played where at < :before window w as (partition by student_id, take_id order by id)),"
                + " runs as (select told.*, sum(begins) over (partition by student_id, take_id order by id) as run from told),"
                + " joined as (select min(id) as id, max(end_ms) as end_ms, max(at) as at, count(*) as parts"
                + " from runs group by student_id, take_id, run),"
                + " kept as (update played p set end_ms = j.end_ms, at = j.at from joined j where p.id = j.id and j.parts > 1 returning p.id)"
                + " delete from played p using runs r where p.id = r.id and r.begins = 0",
        nativeQuery = true)
    void joinPlayed(Instant before);

    /**
     * When what a student did is no longer kept: by the schools in which they sit, or else by any.
     */
    String TOO_OLD =
        " < cast(:now as timestamptz) - make_interval(days => coalesce((select max(s.keep_days) from section_student x"
            + " join section c on c.id = x.section_id join school s on s.id = c.school_id where x.person_id = r.student_id),"
            + " (select max(keep_days) from school), 400))";

    @Modifying
    @Query(value = "delete from played r where r.at" + TOO_OLD, nativeQuery = true)
    void forgetOldPlayed(Instant now);

    @Modifying
    @Query(value = "delete from tick r where r.ticked_at" + TOO_OLD, nativeQuery = true)
    void forgetOldTicks(Instant now);

    @Query(
        value =
            "select exists (select 1 from tick where task_id = :task)"
                + " or exists (select 1 from way_tick where task_id = :task)",
        nativeQuery = true)
    boolean isTicked(UUID task);

    @Modifying
    @Query(value = "delete from tick where task_id = :task", nativeQuery = true)
    void forgetTicksAt(UUID task);

    @Modifying
    @Query(value = "delete from way_tick where task_id = :task", nativeQuery = true)
    void forgetWaysAt(UUID task);

    @Modifying
    @Query(value = "delete from way_tick r where r.ticked_at" + TOO_OLD, nativeQuery = true)
    void forgetOldWays(Instant now);

    @Query(
        value =
            "select student_id, take_id, start_ms, end_ms from played"
                + " where take_id in (:takes) and student_id in (:students) order by id",
        nativeQuery = true)
    List<Object[]> playedOf(Collection<UUID> takes, Collection<UUID> students);
  }
}
