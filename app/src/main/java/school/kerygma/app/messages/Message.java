package school.kerygma.app.messages;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

/** A message to one person about one delivery. */
@Entity
@DynamicUpdate
class Message {

  @Id @GeneratedValue private UUID id;
  private @Nullable UUID deliveryId;
  private UUID toId;
  private String subject;
  private String body;
  private Instant createdAt;
  private @Nullable Instant sendingAt;
  private @Nullable Instant sentAt;

  @SuppressWarnings("NullAway.Init")
  protected Message() {}

  Message(@Nullable UUID deliveryId, UUID toId, String subject, String body, Instant createdAt) {
    this.deliveryId = deliveryId;
    this.toId = toId;
    this.subject = subject;
    this.body = body;
    this.createdAt = createdAt;
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

  boolean sent() {
    return sentAt != null;
  }

  /** It is about to be handed to the mail server. */
  void sending(Instant at) {
    this.sendingAt = at;
  }

  /**
   * The same however often the letter is handed over, so that whoever has it knows it again (RFC
   * 5322, 3.6.4).
   */
  String messageId() {
    return "<" + id + "@kerygma>";
  }

  void sent(Instant at) {
    this.sentAt = at;
  }

  interface Repository extends JpaRepository<Message, UUID> {

    @Modifying
    @Query("delete from Message m where m.toId = :person")
    void forget(UUID person);

    @Query("select m from Message m where m.toId = :person order by m.createdAt")
    List<Message> to(UUID person);

    @Modifying
    @Query(
        value =
            "delete from message m where m.created_at < cast(:now as timestamptz) - make_interval(days => (select coalesce(max(keep_days), 400) from school))",
        nativeQuery = true)
    void forgetOld(Instant now);

    boolean existsByDeliveryIdAndToId(UUID deliveryId, UUID toId);
  }
}
