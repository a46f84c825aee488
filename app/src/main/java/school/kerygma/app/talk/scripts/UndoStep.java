package school.kerygma.app.talk.scripts;

import jakarta.persistence.Column;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.MappedSuperclass;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.NoRepositoryBean;

/** What something of a walkthrough was before a deed, so that the deed can be undone. */
@MappedSuperclass
public abstract class UndoStep {

  @Id @GeneratedValue private UUID id;

  /** Counts up in the order of making; the clock may be set back. */
  @Column(insertable = false, updatable = false)
  @SuppressWarnings("NullAway.Init") // The database numbers the rows.
  private Long seq;

  private UUID walkthroughId;
  private String what;

  /** What it was, as JSON. */
  private String body;

  private Instant madeAt;

  @SuppressWarnings("NullAway.Init")
  protected UndoStep() {}

  protected UndoStep(UUID walkthroughId, String what, String body, Instant madeAt) {
    this.walkthroughId = walkthroughId;
    this.what = what;
    this.body = body;
    this.madeAt = madeAt;
  }

  public String what() {
    return what;
  }

  public String body() {
    return body;
  }

  /** Steps of one kind. */
  @NoRepositoryBean
  public interface Repository<S extends UndoStep> extends JpaRepository<S, UUID> {

    @Query(
        "select s from #{#entityName} s where s.walkthroughId = :walkthrough order by s.seq desc limit 1")
    Optional<S> last(UUID walkthrough);

    /** Keeps the newest only. */
    @Modifying
    @Query(
        "delete from #{#entityName} s where s.walkthroughId = :walkthrough and s.seq not in"
            + " (select t.seq from #{#entityName} t where t.walkthroughId = :walkthrough order by t.seq desc limit :most)")
    void forget(UUID walkthrough, int most);
  }
}
