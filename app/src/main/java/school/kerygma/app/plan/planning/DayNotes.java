package school.kerygma.app.plan.planning;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.problems.Seen;

/** The starter lines of days, and what a substitute should know of them. */
@Service
@Transactional
public class DayNotes {

  /**
   * What stands over a day of a section.
   *
   * @param starter up to 300 characters, seen by students on that day; may be empty
   * @param forSubstitute up to 2000 characters, seen by teachers only; may be empty
   * @param first tasks that come first on that day, in order; up to 3
   */
  public record Note(
      UUID section, LocalDate day, String starter, String forSubstitute, List<UUID> first) {

    public Note {
      if (starter.length() > 300 || forSubstitute.length() > 2000 || first.size() > MOST_FIRST) {
        throw Problem.refused("day-note");
      }
      first = List.copyOf(first);
    }

    /** A day over which nothing stands. */
    public static Note none(UUID section, LocalDate day) {
      return new Note(section, day, "", "", List.of());
    }

    /** What its form shows. */
    public String seen() {
      return Seen.of(starter, forSubstitute, first);
    }

    private boolean isEmpty() {
      return starter.isBlank() && forSubstitute.isBlank() && first.isEmpty();
    }
  }

  private static final int MOST_FIRST = 3;

  private final DayNote.Repository notes;

  DayNotes(DayNote.Repository notes) {
    this.notes = notes;
  }

  /** Writes what stands over a day, if that still is as it was {@code seen}. */
  public void write(Note note, String seen) {
    DayNote.Key key = new DayNote.Key(note.section(), note.day());
    Note now =
        notes
            .findById(key)
            .map(DayNote::view)
            .orElseGet(() -> Note.none(note.section(), note.day()));
    Seen.check(seen, now.seen());
    if (note.isEmpty()) {
      notes.deleteById(key);
    } else {
      notes.save(new DayNote(key, note));
    }
  }

  @Transactional(readOnly = true)
  public List<Note> between(Collection<UUID> sections, LocalDate first, LocalDate last) {
    return sections.isEmpty()
        ? List.of()
        : notes.between(sections, first, last).stream().map(DayNote::view).toList();
  }
}
