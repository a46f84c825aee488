package school.kerygma.app.paper.margin;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import java.io.Serializable;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.core.rubric.MendedCells;

/** A cell of a table that a teacher mended. */
@Entity
@DynamicUpdate
class RubricCell {

  /** Where it stands: the how-manieth table of the page, its row and column, all from 0. */
  @Embeddable
  record Key(
      UUID handoutId,
      int page,
      int grid,
      @Column(name = "\"row\"") int row,
      @Column(name = "col") int col)
      implements Serializable {}

  @EmbeddedId private Key key;
  private String text;

  /** What was read there; unknown of cells that were mended before this was kept. */
  private @Nullable String was;

  /** What was read in the first cell of its row. */
  private @Nullable String head;

  @SuppressWarnings("NullAway.Init")
  protected RubricCell() {}

  RubricCell(Key key, String was, String head, String text) {
    this.key = key;
    this.was = was;
    this.head = head;
    this.text = text;
  }

  Key key() {
    return key;
  }

  MendedCells.Mend mend() {
    return new MendedCells.Mend(
        new MendedCells.Place(key.page(), key.grid(), key.row(), key.col()),
        Optional.ofNullable(was),
        head == null ? "" : head,
        text);
  }

  interface Repository extends JpaRepository<RubricCell, Key> {
    @Query("select c from RubricCell c where c.key.handoutId = :handout")
    List<RubricCell> ofHandout(UUID handout);
  }
}
