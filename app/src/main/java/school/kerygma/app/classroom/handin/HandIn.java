package school.kerygma.app.classroom.handin;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.Fetch;
import org.hibernate.annotations.FetchMode;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.core.handin.Blank;

/** One version of what a student hands in for a task. */
@Entity
@DynamicUpdate
class HandIn {

  /** Where it stands. */
  enum State {
    /** It is being put together. */
    OPEN,
    /** It was handed in, and files of it are still arriving. */
    SENDING,
    IN
  }

  @Id @GeneratedValue private UUID id;
  private UUID taskId;
  private UUID sectionId;
  private UUID studentId;
  private int number;
  private String text;
  private String link;

  /** How often its words were kept: who writes in another tab has seen fewer. */
  private int edits;

  @Enumerated(EnumType.STRING)
  private State state = State.OPEN;

  private @Nullable Instant begunAt;
  private @Nullable Instant arrivedAt;
  private @Nullable Instant dueAt;

  @Enumerated(EnumType.STRING)
  private Blank.@Nullable Finding finding;

  @Version private int version;

  @ElementCollection
  @Fetch(FetchMode.SUBSELECT)
  @CollectionTable(name = "hand_in_mate", joinColumns = @JoinColumn(name = "hand_in_id"))
  @Column(name = "student_id")
  private Set<UUID> mates = new HashSet<>();

  @SuppressWarnings("NullAway.Init")
  protected HandIn() {}

  HandIn(UUID task, UUID section, UUID student, int number, String text, String link) {
    this.taskId = task;
    this.sectionId = section;
    this.studentId = student;
    this.number = number;
    this.text = text;
    this.link = link;
  }

  UUID id() {
    return id;
  }

  UUID taskId() {
    return taskId;
  }

  UUID sectionId() {
    return sectionId;
  }

  UUID studentId() {
    return studentId;
  }

  int number() {
    return number;
  }

  String text() {
    return text;
  }

  String link() {
    return link;
  }

  int edits() {
    return edits;
  }

  State state() {
    return state;
  }

  Optional<Instant> begunAt() {
    return Optional.ofNullable(begunAt);
  }

  Optional<Instant> arrivedAt() {
    return Optional.ofNullable(arrivedAt);
  }

  Optional<Instant> dueAt() {
    return Optional.ofNullable(dueAt);
  }

  Optional<Blank.Finding> finding() {
    return Optional.ofNullable(finding);
  }

  Set<UUID> mates() {
    return Set.copyOf(mates);
  }

  void write(String words, String to) {
    this.text = words;
    this.link = to;
    this.edits++;
  }

  /**
   * Hands it in.
   *
   * @param begun when its sending began, which is what counts
   * @param whole whether all of its files are here
   */
  void handIn(Instant begun, Instant due, Set<UUID> together, boolean whole) {
    this.begunAt = begun;
    this.dueAt = due;
    this.mates.clear();
    this.mates.addAll(together);
    this.state = State.SENDING;
    if (whole) {
      arrived(begun);
    }
  }

  void arrived(Instant at) {
    this.arrivedAt = at;
    this.state = State.IN;
  }

  void found(Optional<Blank.Finding> what) {
    this.finding = what.orElse(null);
  }

  interface Repository extends JpaRepository<HandIn, UUID> {

    /** Own versions, and those of others that count for the student, in the order of handing in. */
    @Query(
        "select h from HandIn h where h.taskId = :task and (h.studentId = :student"
            + " or (h.state <> OPEN"
            + " and :student member of h.mates)) order by h.begunAt nulls last, h.number")
    List<HandIn> of(UUID task, UUID student);

    @Query(
        "select h from HandIn h where h.taskId in :tasks and h.state <> OPEN"
            + " and (h.studentId in :students"
            + " or exists (select 1 from h.mates m where m in :students)) order by h.begunAt, h.number")
    List<HandIn> sent(Collection<UUID> tasks, Collection<UUID> students);

    @Query(
        "select h from HandIn h where h.taskId = :task and h.sectionId = :section and h.state <> OPEN"
            + " order by h.begunAt, h.number")
    List<HandIn> ofSection(UUID task, UUID section);

    @Query(
        "select h from HandIn h where h.sectionId in :sections and h.state <> OPEN and h.begunAt > :since"
            + " order by h.begunAt, h.number")
    List<HandIn> since(Collection<UUID> sections, Instant since);

    /** Task, student, version and when it was sent, of all that sections have handed in. */
    @Query(
        "select h.taskId, s, h.id, h.begunAt from HandIn h left join h.mates s where h.sectionId in :sections and h.state <> OPEN"
            + " union all select h.taskId, h.studentId, h.id, h.begunAt from HandIn h where h.sectionId in :sections"
            + " and h.state <> OPEN")
    List<Object[]> handedIn(Collection<UUID> sections);

    @Query("select h from HandIn h where h.studentId = :student order by h.number")
    List<HandIn> ofStudent(UUID student);

    @Modifying
    @Query(
        value =
            "insert into hand_in_self (hand_in_id, criterion, level) select :to, criterion, level"
                + " from hand_in_self where hand_in_id = :from",
        nativeQuery = true)
    void copySelf(UUID from, UUID to);

    /** Until the end of the transaction nobody else begins a version of the same. */
    @Query(
        value =
            "select count(pg_advisory_xact_lock(hashtextextended(cast(:task as text)"
                + " || cast(:student as text), 35)))",
        nativeQuery = true)
    int hold(UUID task, UUID student);

    @Modifying
    @Query(value = "delete from hand_in where student_id = :student", nativeQuery = true)
    void forget(UUID student);

    /** What both have handed in for one task stays, the one after the other. */
    @Modifying
    @Query(
        value =
            "update hand_in h set student_id = :to, number = h.number + coalesce((select max(o.number)"
                + " from hand_in o where o.student_id = :to and o.task_id = h.task_id), 0)"
                + " where h.student_id = :from",
        nativeQuery = true)
    void rename(UUID from, UUID to);
  }
}
