package school.kerygma.app.talk.scores;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

/** What captions and words were before a deed. */
@Entity
@DynamicUpdate
class CaptionStep {

  @Id @GeneratedValue private UUID id;

  /** Counts up in the order of making; the clock may be set back. */
  @Column(insertable = false, updatable = false)
  private Long seq;

  private UUID walkthroughId;
  private String what;

  /** A {@link CaptionDesk.Before} as JSON. */
  private String body;

  private Instant madeAt;

  @SuppressWarnings("NullAway.Init")
  protected CaptionStep() {}

  CaptionStep(UUID walkthroughId, String what, String body, Instant madeAt) {
    this.walkthroughId = walkthroughId;
    this.what = what;
    this.body = body;
    this.madeAt = madeAt;
  }

  String what() {
    return what;
  }

  String body() {
    return body;
  }

  interface Repository extends JpaRepository<CaptionStep, UUID> {

    @Query(
        "select s from CaptionStep s where s.walkthroughId = :walkthrough order by s.seq desc limit 1")
    Optional<CaptionStep> last(UUID walkthrough);

    @Modifying
    @Query(
        value =
            "delete from caption_step where walkthrough_id = :walkthrough and seq not in"
                + " (select seq from caption_step where walkthrough_id = :walkthrough order by seq desc limit :most)",
        nativeQuery = true)
    void forget(UUID walkthrough, int most);
  }
}
