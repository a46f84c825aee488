package school.kerygma.app.classroom.messages;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

/** A message to one person about one delivery, about a note, or about something else. */
@Entity
@DynamicUpdate
class Message {

  /** Where it stands. */
  enum State {
    WAITING,
    SENT,
    NO_ADDRESS,
    NO_SERVER,
    REFUSED,
    GIVEN_UP,
    /** What it was about was withdrawn before it left. */
    DROPPED
  }

  @Id @GeneratedValue private UUID id;
  private @Nullable UUID deliveryId;
  private @Nullable UUID noteId;
  private @Nullable LocalDate week;
  private @Nullable UUID back;
  private UUID toId;

  /** How often this person had been told of the delivery before. */
  private int round;

  private String subject;
  private String body;
  private Instant createdAt;
  private @Nullable Instant sendingAt;
  private @Nullable Instant sentAt;
  private Instant sendAfter;
  private @Nullable UUID letterId;
  private @Nullable Instant firstTriedAt;

  @Enumerated(EnumType.STRING)
  private State state = State.WAITING;

  @SuppressWarnings("NullAway.Init")
  protected Message() {}

  Message(
      @Nullable UUID deliveryId,
      int round,
      UUID toId,
      String subject,
      String body,
      Instant createdAt,
      Instant sendAfter) {
    this.round = round;
    this.sendAfter = sendAfter;
    this.deliveryId = deliveryId;
    this.toId = toId;
    this.subject = subject;
    this.body = body;
    this.createdAt = createdAt;
  }

  /** A message about a note. */
  static Message ofNote(
      UUID note, UUID to, String subject, String body, Instant createdAt, Instant sendAfter) {
    Message message = new Message(null, 0, to, subject, body, createdAt, sendAfter);
    message.noteId = note;
    return message;
  }

  /** The week letter of a family. */
  static Message ofWeek(
      LocalDate week, UUID to, String subject, String body, Instant createdAt, Instant sendAfter) {
    Message message = new Message(null, 0, to, subject, body, createdAt, sendAfter);
    message.week = week;
    return message;
  }

  /** A message about what was handed back together. */
  static Message ofBack(
      UUID back, UUID to, String subject, String body, Instant createdAt, Instant sendAfter) {
    Message message = new Message(null, 0, to, subject, body, createdAt, sendAfter);
    message.back = back;
    return message;
  }

  UUID id() {
    return id;
  }

  UUID toId() {
    return toId;
  }

  String subject() {
    return subject;
  }

  String body() {
    return body;
  }

  Instant createdAt() {
    return createdAt;
  }

  int round() {
    return round;
  }

  @Nullable UUID deliveryId() {
    return deliveryId;
  }

  @Nullable UUID noteId() {
    return noteId;
  }

  /** Whether it says what it said when it was written: a note, a week letter, what came back. */
  boolean isItself() {
    return noteId != null || week != null || back != null;
  }

  boolean isOfWeek() {
    return week != null;
  }

  /** Whether it may go in one letter with others to the same person. */
  boolean gathers() {
    return deliveryId != null || isItself();
  }

  Instant sendAfter() {
    return sendAfter;
  }

  State state() {
    return state;
  }

  /** The letter in which it goes, once it has been tried. */
  @Nullable UUID letterId() {
    return letterId;
  }

  Optional<Instant> firstTriedAt() {
    return Optional.ofNullable(firstTriedAt);
  }

  /** Says what has to be said now: what was written before may have changed since. */
  void say(String subject, String body) {
    this.subject = subject;
    this.body = body;
  }

  /** It will not be sent. */
  void end(State why) {
    this.state = why;
  }

  /** It is about to be handed to the mail server. */
  void sending(UUID letter, Instant at) {
    this.letterId = letter;
    this.sendingAt = at;
    if (firstTriedAt == null) {
      this.firstTriedAt = at;
    }
  }

  void sent(Instant at) {
    this.sentAt = at;
    this.state = State.SENT;
  }

  interface Repository extends JpaRepository<Message, UUID> {

    @Query("select m from Message m where m.toId = :person order by m.createdAt")
    List<Message> to(UUID person);

    @Modifying
    @Query(
        value =
            "delete from message m where m.created_at < cast(:now as timestamptz) - make_interval(days => (select coalesce(max(keep_days), 400) from school))",
        nativeQuery = true)
    void forgetOld(Instant now);

    @Query(
        "select m from Message m where m.toId = :person and m.state = 'WAITING' and m.sendAfter <= :now order by m.createdAt, m.id")
    List<Message> waiting(UUID person, Instant now);

    @Query("select m from Message m where m.state = 'WAITING' order by m.sendAfter, m.toId")
    List<Message> allWaiting();

    @Query("select m from Message m where m.letterId = :letter order by m.createdAt, m.id")
    List<Message> ofLetter(UUID letter);

    @Query("select m from Message m where m.deliveryId = :delivery")
    List<Message> about(UUID delivery);

    @Query("select m from Message m where m.back = :back and m.state = 'WAITING'")
    List<Message> waitingOf(UUID back);

    boolean existsByToIdAndBack(UUID toId, UUID back);

    @Query("select m from Message m where m.noteId in :notes order by m.createdAt, m.id")
    List<Message> ofNotes(Collection<UUID> notes);

    /** Until the end of the transaction nobody else sends to the person. */
    @Query(
        value = "select count(pg_advisory_xact_lock(hashtextextended(cast(:person as text), 21)))",
        nativeQuery = true)
    int hold(UUID person);

    boolean existsByToIdAndWeek(UUID toId, LocalDate week);

    boolean existsByDeliveryIdAndToId(UUID deliveryId, UUID toId);
  }
}
