package school.kerygma.app.talk.clips;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.media.picture.ClipMaker;

/** A short film or a sound, brought in for a walkthrough. */
@Entity
@DynamicUpdate
class Clip {

  @Id @GeneratedValue private UUID id;
  private UUID ownerId;
  private UUID walkthroughId;
  private String name;
  private long lengthMs;
  private boolean hasPictures;
  private boolean hasSound;
  private boolean ready;
  private Instant createdAt;
  private @Nullable Instant putAwayAt;

  @SuppressWarnings("NullAway.Init")
  protected Clip() {}

  Clip(UUID ownerId, UUID walkthroughId, String name, ClipMaker.Seen seen, Instant createdAt) {
    this.ownerId = ownerId;
    this.walkthroughId = walkthroughId;
    this.name = name;
    this.createdAt = createdAt;
    is(seen);
  }

  UUID id() {
    return id;
  }

  UUID ownerId() {
    return ownerId;
  }

  UUID walkthroughId() {
    return walkthroughId;
  }

  String name() {
    return name;
  }

  boolean isReady() {
    return ready;
  }

  boolean isPutAway() {
    return putAwayAt != null;
  }

  ClipMaker.Seen seen() {
    return new ClipMaker.Seen(lengthMs, hasPictures, hasSound);
  }

  private void is(ClipMaker.Seen seen) {
    this.lengthMs = seen.lengthMs();
    this.hasPictures = seen.hasPictures();
    this.hasSound = seen.hasSound();
  }

  /** It can be played. */
  void becomes(ClipMaker.Seen made) {
    is(made);
    this.ready = true;
  }

  /** The name of the file as it came. */
  static String original(UUID clip) {
    return "clips/" + clip + ".original";
  }

  /** The name of what is played. */
  static String made(UUID clip) {
    return "clips/" + clip + ".mp4";
  }

  interface Repository extends JpaRepository<Clip, UUID> {

    @Query(
        "select c from Clip c where c.walkthroughId = :walkthrough and c.putAwayAt is null order by c.createdAt")
    List<Clip> ofWalkthrough(UUID walkthrough);

    List<Clip> findByWalkthroughId(UUID walkthrough);
  }
}
