package school.kerygma.app.paper.marking;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.springframework.data.domain.Persistable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.annotation.MarkText;

/** A mark that stands on a page of an edition, with or without a recording. */
@Entity
@DynamicUpdate
class StandingMark implements Persistable<UUID> {

  @Id private UUID id;

  @Column(insertable = false, updatable = false)
  @SuppressWarnings("NullAway.Init") // The database numbers the rows.
  private Long seq;

  private UUID pageId;

  @Enumerated(EnumType.STRING)
  private Mark.Kind kind;

  private String boxes;
  private int number;
  private String words;
  private String ink;
  private boolean lost;
  private Instant madeAt;

  @SuppressWarnings("NullAway.Init")
  protected StandingMark() {}

  StandingMark(UUID id, Mark mark, Instant madeAt) {
    this.id = id;
    this.pageId = mark.pageId();
    this.kind = mark.kind();
    this.boxes = MarkText.ofBoxes(mark.boxes());
    this.number = mark.number();
    this.words = mark.words().replace("\0", "");
    this.ink = MarkText.ofInk(mark.ink());
    this.madeAt = madeAt;
  }

  @Override
  public UUID getId() {
    return id;
  }

  /** Marks are never changed, only made and taken away. */
  @Override
  public boolean isNew() {
    return seq == null;
  }

  UUID pageId() {
    return pageId;
  }

  boolean isLost() {
    return lost;
  }

  void lose() {
    this.lost = true;
  }

  Mark mark() {
    return Mark.of(kind, pageId, MarkText.boxes(boxes), number, words, MarkText.ink(ink));
  }

  interface Repository extends JpaRepository<StandingMark, UUID> {
    @Query("select m from StandingMark m where m.pageId in :pages order by m.seq")
    List<StandingMark> ofPages(Collection<UUID> pages);
  }
}
