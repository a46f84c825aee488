package school.kerygma.app.handouts;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import java.io.Serializable;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** A cell of a table that a teacher mended. */
@Entity
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

  @SuppressWarnings("NullAway.Init")
  protected RubricCell() {}

  RubricCell(Key key, String text) {
    this.key = key;
    this.text = text;
  }

  Key key() {
    return key;
  }

  String text() {
    return text;
  }

  interface Repository extends JpaRepository<RubricCell, Key> {
    @Query("select c from RubricCell c where c.key.handoutId = :handout")
    List<RubricCell> ofHandout(UUID handout);
  }
}
