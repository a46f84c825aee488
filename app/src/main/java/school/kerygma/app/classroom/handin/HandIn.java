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
import jakarta.persistence.Table;
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
import school.kerygma.core.handin.Quad;

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
            + " and (h.studentId = :student"
            + " or :student member of h.mates) order by h.begunAt, h.number")
    List<HandIn> sent(Collection<UUID> tasks, UUID student);

    @Query(
        "select h from HandIn h where h.taskId = :task and h.sectionId = :section and h.state <> OPEN"
            + " order by h.begunAt, h.number")
    List<HandIn> ofSection(UUID task, UUID section);

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

  /** A file of it. */
  @Entity(name = "HandInFile")
  @Table(name = "hand_in_file")
  @DynamicUpdate
  static class Piece {

    /** How far it is. */
    enum State {
      ARRIVING,
      READING,
      /** Its pages can be seen. */
      READ,
      /** It is kept as it is; it has no pages that could be shown. */
      KEPT
    }

    @Id @GeneratedValue private UUID id;
    private UUID handInId;
    private int position;
    private String name;
    private long bytes;

    @Enumerated(EnumType.STRING)
    private Shape shape;

    /** Quarter turns to the right, 0 to 3. */
    private int turn;

    /** Between which it is straightened, as {@link Quad} writes them; empty if it is not. */
    private String corners = "";

    /** How it was turned and straightened before it was last made anew. */
    private int turnBefore;

    private String cornersBefore = "";

    /** Whether it could not be made anew, and stayed as it was. */
    private boolean stayed;

    /** Why nobody can open it, as {@link Trouble} has it; empty if somebody can. */
    private String trouble = "";

    /** How often its pictures were made anew. */
    private int look;

    /** How long an answer is that was recorded, in milliseconds; 0 for anything else. */
    private long lengthMs;

    private @Nullable String frame;
    private String mediaType = "application/octet-stream";

    @Enumerated(EnumType.STRING)
    private State state = State.ARRIVING;

    private int pages;

    @Enumerated(EnumType.STRING)
    private Blank.@Nullable Finding finding;

    @Version private int version;

    @SuppressWarnings("NullAway.Init")
    protected Piece() {}

    Piece(UUID handIn, int position, String name, long bytes, Shape shape, String frame) {
      this.handInId = handIn;
      this.position = position;
      this.name = name;
      this.bytes = bytes;
      this.shape = shape;
      this.frame = frame.isEmpty() ? null : frame;
    }

    /** The same in another version. */
    Piece in(UUID handIn) {
      Piece same = new Piece(handIn, position, name, bytes, shape, frame());
      same.turn = turn;
      same.corners = corners;
      same.look = look;
      same.lengthMs = lengthMs;
      same.mediaType = mediaType;
      same.state = state;
      same.pages = pages;
      same.finding = finding;
      same.trouble = trouble;
      return same;
    }

    UUID id() {
      return id;
    }

    UUID handInId() {
      return handInId;
    }

    int position() {
      return position;
    }

    String name() {
      return name;
    }

    long bytes() {
      return bytes;
    }

    Shape shape() {
      return shape;
    }

    int turn() {
      return turn;
    }

    Optional<Quad> corners() {
      return corners.isEmpty() ? Optional.empty() : Optional.of(Quad.read(corners));
    }

    /** The page and the place of the frame that it stands in; empty for any other. */
    String frame() {
      return frame == null ? "" : frame;
    }

    int look() {
      return look;
    }

    long lengthMs() {
      return lengthMs;
    }

    String mediaType() {
      return mediaType;
    }

    State state() {
      return state;
    }

    int pages() {
      return pages;
    }

    Optional<Blank.Finding> finding() {
      return Optional.ofNullable(finding);
    }

    void arrived() {
      this.state = State.READING;
    }

    void turnOnce() {
      anew();
      this.turn = (turn + 1) % 4;
      this.corners = corners().map(c -> c.turned().toString()).orElse("");
    }

    /** A camera was held so that its photo is to be turned. */
    void taken(int turns) {
      this.turn = turns;
    }

    void straighten(Optional<Quad> to) {
      anew();
      this.corners = to.map(Quad::toString).orElse("");
    }

    private void anew() {
      this.turnBefore = turn;
      this.cornersBefore = corners;
      this.stayed = false;
      this.look++;
      this.state = State.READING;
    }

    void at(int other) {
      this.position = other;
    }

    /** Nothing came of making its pictures anew: it is seen as it was before. */
    void stay() {
      this.turn = turnBefore;
      this.corners = cornersBefore;
      this.look--;
      this.stayed = true;
      this.state = State.READ;
    }

    boolean stayed() {
      return stayed;
    }

    void troubled(Optional<Trouble> why) {
      this.trouble = why.map(Trouble::name).orElse("");
    }

    Optional<Trouble> trouble() {
      return trouble.isEmpty() ? Optional.empty() : Optional.of(Trouble.valueOf(trouble));
    }

    void read(String type, int count, Optional<Blank.Finding> what) {
      this.mediaType = type;
      this.pages = count;
      this.finding = what.orElse(null);
      this.state = count > 0 ? State.READ : State.KEPT;
    }

    /** An answer can be played. */
    void heard(String type, long ms, Optional<Blank.Finding> what) {
      read(type, 0, what);
      this.lengthMs = ms;
    }
  }

  interface PieceRepository extends JpaRepository<Piece, UUID> {

    @Query(
        "select p from HandInFile p where p.handInId in :handIns order by p.handInId, p.position")
    List<Piece> of(Collection<UUID> handIns);
  }
}
