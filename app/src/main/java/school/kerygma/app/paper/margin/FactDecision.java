package school.kerygma.app.paper.margin;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.core.handout.TextAnchor;
import school.kerygma.core.proof.Fact;

/**
 * What a teacher decided about something that was read. Facts themselves are read anew each time; a
 * decision finds its fact by its words, so that it survives a better reader and a new edition.
 */
@Entity
@DynamicUpdate
class FactDecision {

  /** What was decided. */
  enum State {
    ACCEPTED,
    CORRECTED,
    DISMISSED
  }

  @Id @GeneratedValue private UUID id;
  private UUID handoutId;
  private int page;

  @Enumerated(EnumType.STRING)
  private Fact.Kind kind;

  private String quote;
  private String prefix;
  private String suffix;

  @Column(name = "start")
  private int startsAt;

  @Enumerated(EnumType.STRING)
  private State state;

  private String value;
  private Instant decidedAt;

  @SuppressWarnings("NullAway.Init")
  protected FactDecision() {}

  FactDecision(
      UUID handoutId,
      int page,
      Fact.Kind kind,
      TextAnchor anchor,
      State state,
      String value,
      Instant decidedAt) {
    this.handoutId = handoutId;
    this.page = page;
    this.kind = kind;
    this.quote = anchor.exact();
    this.prefix = anchor.prefix();
    this.suffix = anchor.suffix();
    this.startsAt = anchor.start();
    this.state = state;
    this.value = value;
    this.decidedAt = decidedAt;
  }

  int page() {
    return page;
  }

  Fact.Kind kind() {
    return kind;
  }

  TextAnchor anchor() {
    return new TextAnchor(quote, prefix, suffix, startsAt);
  }

  State state() {
    return state;
  }

  String value() {
    return value;
  }

  interface Repository extends JpaRepository<FactDecision, UUID> {
    List<FactDecision> findByHandoutIdOrderByDecidedAt(UUID handoutId);

    /** What was said of dates with a slash, of papers. */
    @Query(
        "select d from FactDecision d where d.handoutId in :papers and d.quote like '%/%'"
            + " and d.kind in (DUE, DATE) and d.state <> DISMISSED")
    List<FactDecision> ofSlashDates(Collection<UUID> papers);
  }
}
