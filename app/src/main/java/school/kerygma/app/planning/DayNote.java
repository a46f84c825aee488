package school.kerygma.app.planning;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import java.io.Serializable;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** What stands over one day of one section: the line to begin with, and a note for a substitute. */
@Entity
@DynamicUpdate
class DayNote {

  /** One section, one day. */
  @Embeddable
  record Key(UUID sectionId, LocalDate day) implements Serializable {}

  @EmbeddedId private Key key;
  private String starter;
  private String forSubstitute;

  @SuppressWarnings("NullAway.Init")
  protected DayNote() {}

  DayNote(Key key, String starter, String forSubstitute) {
    this.key = key;
    this.starter = starter;
    this.forSubstitute = forSubstitute;
  }

  DayNotes.Note view() {
    return new DayNotes.Note(key.sectionId(), key.day(), starter, forSubstitute);
  }

  interface Repository extends JpaRepository<DayNote, Key> {

    @Query(
        "select n from DayNote n where n.key.sectionId in :sections and n.key.day between :first and :last")
    List<DayNote> between(Collection<UUID> sections, LocalDate first, LocalDate last);
  }
}
