package school.kerygma.app.plan.planning;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.OrderColumn;
import java.io.Serializable;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.Fetch;
import org.hibernate.annotations.FetchMode;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/**
 * What stands over one day of one section: the line to begin with, what comes first, and a note for
 * a substitute.
 */
@Entity
@DynamicUpdate
class DayNote {

  /** One section, one day. */
  @Embeddable
  record Key(UUID sectionId, LocalDate day) implements Serializable {}

  @EmbeddedId private Key key;
  private String starter;
  private String forSubstitute;

  @ElementCollection
  @Fetch(FetchMode.SUBSELECT)
  @CollectionTable(
      name = "day_first",
      joinColumns = {@JoinColumn(name = "section_id"), @JoinColumn(name = "day")})
  @OrderColumn(name = "position")
  @Column(name = "task_id")
  private List<UUID> first = new ArrayList<>();

  @SuppressWarnings("NullAway.Init")
  protected DayNote() {}

  DayNote(Key key, DayNotes.Note note) {
    this.key = key;
    this.starter = note.starter().strip();
    this.forSubstitute = note.forSubstitute().strip();
    this.first.addAll(note.first());
  }

  DayNotes.Note view() {
    return new DayNotes.Note(
        key.sectionId(), key.day(), starter, forSubstitute, List.copyOf(first));
  }

  interface Repository extends JpaRepository<DayNote, Key> {

    @Query(
        "select n from DayNote n where n.key.sectionId in :sections and n.key.day between :first and :last")
    List<DayNote> between(Collection<UUID> sections, LocalDate first, LocalDate last);
  }
}
