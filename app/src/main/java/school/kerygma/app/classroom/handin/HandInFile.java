package school.kerygma.app.classroom.handin;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.core.handin.Blank;
import school.kerygma.core.handin.Quad;

/** A file of what a student hands in. */
@Entity(name = "HandInFile")
@Table(name = "hand_in_file")
@DynamicUpdate
class HandInFile {

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
  protected HandInFile() {}

  HandInFile(UUID handIn, int position, String name, long bytes, Shape shape, String frame) {
    this.handInId = handIn;
    this.position = position;
    this.name = name;
    this.bytes = bytes;
    this.shape = shape;
    this.frame = frame.isEmpty() ? null : frame;
  }

  /** The same in another version. */
  HandInFile in(UUID handIn) {
    HandInFile same = new HandInFile(handIn, position, name, bytes, shape, frame());
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

  interface Repository extends JpaRepository<HandInFile, UUID> {

    @Query(
        "select p from HandInFile p where p.handInId in :handIns order by p.handInId, p.position")
    List<HandInFile> of(Collection<UUID> handIns);
  }
}
