package school.kerygma.app.ground.jobs;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.transaction.annotation.Transactional;

/** One piece of long work and how far it is. */
@Entity
@DynamicUpdate
@Table(name = "work")
class JobItem {

  @Id @GeneratedValue private UUID id;

  /** Counts up in the order of making; the clock may be set back. */
  @Column(insertable = false, updatable = false)
  @SuppressWarnings("NullAway.Init") // The database numbers the rows.
  private Long seq;

  private String kind;
  private UUID subjectId;
  private UUID ownerId;

  @Enumerated(EnumType.STRING)
  private Job.State state = Job.State.WAITING;

  private int done;
  private int total = 1;
  private @Nullable String problem;

  /** What the words of the problem name. */
  private @Nullable String problemDetail;

  private Instant createdAt;
  private String label;

  /** Whether the owner has put away that it failed. */
  private boolean seen;

  @SuppressWarnings("NullAway.Init")
  protected JobItem() {}

  JobItem(String kind, UUID subjectId, UUID ownerId, String label, Instant createdAt) {
    this.label = label;
    this.kind = kind;
    this.subjectId = subjectId;
    this.ownerId = ownerId;
    this.createdAt = createdAt;
  }

  UUID id() {
    return id;
  }

  String kind() {
    return kind;
  }

  UUID subjectId() {
    return subjectId;
  }

  UUID ownerId() {
    return ownerId;
  }

  Job.State state() {
    return state;
  }

  int done() {
    return done;
  }

  int total() {
    return total;
  }

  @Nullable String problem() {
    return problem;
  }

  @Nullable String problemDetail() {
    return problemDetail;
  }

  String label() {
    return label;
  }

  void putAway() {
    seen = true;
  }

  interface Repository extends JpaRepository<JobItem, UUID> {

    @Query("select w from JobItem w where w.subjectId = :subject order by w.seq desc limit 1")
    Optional<JobItem> latest(UUID subject);

    @Query(
        "select w from JobItem w where w.subjectId = :subject and w.kind = :kind order by w.seq desc limit 1")
    Optional<JobItem> latest(UUID subject, String kind);

    @Query(
        "select w from JobItem w where w.subjectId in :subjects and w.seq ="
            + " (select max(v.seq) from JobItem v where v.subjectId = w.subjectId)")
    List<JobItem> latestOf(List<UUID> subjects);

    @Query(
        "select w from JobItem w where w.ownerId = :owner and w.kind = :kind and w.state = FAILED"
            + " and not w.seen order by w.seq desc")
    List<JobItem> failed(UUID owner, String kind);

    @Modifying
    @Query("update JobItem w set w.done = :done, w.total = :total where w.id = :id")
    void progress(UUID id, int done, int total);

    /** Changes the state unless the work is over: the owner's cancelling wins over everything. */
    @Modifying
    @Query(
        "update JobItem w set w.state = :state, w.problem = :problem, w.problemDetail = :detail where w.id = :id"
            + " and w.state in (WAITING, RUNNING)")
    int become(UUID id, Job.State state, @Nullable String problem, @Nullable String detail);

    @Transactional
    @Modifying
    @Query("update JobItem w set w.state = CANCELLED where w.id = :id and w.state = WAITING")
    int cancelWaiting(UUID id);

    @Transactional
    @Modifying
    @Query("update JobItem w set w.state = CANCELLED where w.id = :id and w.state = RUNNING")
    int cancelRunning(UUID id);

    boolean existsByStateIn(Collection<Job.State> states);

    @Query("select w.state from JobItem w where w.id = :id")
    Job.State stateOf(UUID id);
  }
}
