package school.kerygma.app.desk.proofing;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.springframework.data.jpa.repository.JpaRepository;

/** A line under the player that says what is right instead of words that were said. */
@Entity
@DynamicUpdate
class Correction {

  @Id @GeneratedValue private UUID id;
  private UUID walkthroughId;
  private UUID stopId;
  private String quote;
  private String words;
  private String sides;
  private boolean overPage;
  private Instant madeAt;

  @SuppressWarnings("NullAway.Init")
  protected Correction() {}

  /**
   * @param quote of the stop's script; once it is not there any more, nothing is corrected
   * @param sides of the finding that it answers
   */
  Correction(
      UUID walkthroughId,
      UUID stopId,
      String quote,
      String words,
      boolean overPage,
      String sides,
      Instant madeAt) {
    this.walkthroughId = walkthroughId;
    this.stopId = stopId;
    this.quote = quote;
    this.words = words;
    this.overPage = overPage;
    this.sides = sides;
    this.madeAt = madeAt;
  }

  UUID id() {
    return id;
  }

  UUID walkthroughId() {
    return walkthroughId;
  }

  UUID stopId() {
    return stopId;
  }

  String quote() {
    return quote;
  }

  String words() {
    return words;
  }

  /** Whether it stands over the page, and not under the player. */
  boolean isOverPage() {
    return overPage;
  }

  String sides() {
    return sides;
  }

  interface Repository extends JpaRepository<Correction, UUID> {
    List<Correction> findByWalkthroughIdOrderByMadeAt(UUID walkthrough);
  }
}
