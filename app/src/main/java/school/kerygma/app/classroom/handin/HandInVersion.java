package school.kerygma.app.classroom.handin;

import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import school.kerygma.core.handin.Blank;

/**
 * A version of a student's work.
 *
 * @param student who put it together
 * @param mates for whom else it counts
 * @param edits how often its words were kept
 * @param begun when its sending began, once it was handed in
 * @param arrived when all of it was here
 * @param due when it was due as it was handed in
 */
public record HandInVersion(
    UUID id,
    UUID task,
    UUID section,
    UUID student,
    Set<UUID> mates,
    int number,
    String text,
    String link,
    int edits,
    boolean open,
    Optional<Instant> begun,
    Optional<Instant> arrived,
    Optional<Instant> due,
    Optional<Blank.Finding> finding,
    List<HandedFile> files) {

  /** Whether it was handed in, and files of it are still arriving. */
  public boolean sending() {
    return !open && arrived.isEmpty();
  }

  /** Pictures in the frames of the own sheet. */
  public List<HandedFile> framed() {
    return files.stream().filter(f -> f.shape() == Shape.FRAMED).toList();
  }

  /** What stands in the list of files. */
  public List<HandedFile> listed() {
    return files.stream().filter(f -> f.shape() != Shape.FRAMED).toList();
  }

  /** Whether its pages can be had as one PDF: there are some, and not too many. */
  public boolean isOnePdf() {
    int pages = listed().stream().mapToInt(HandedFile::pages).sum();
    return pages > 0 && pages <= HandIns.MOST_PAGES;
  }

  /** Those whose work it is. */
  public Set<UUID> students() {
    Set<UUID> all = new HashSet<>(mates);
    all.add(student);
    return all;
  }

  /** How many words its text has. */
  public int words() {
    return Blank.words(text);
  }
}
