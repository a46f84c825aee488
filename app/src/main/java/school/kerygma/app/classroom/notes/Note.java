package school.kerygma.app.classroom.notes;

import java.time.Instant;
import java.util.UUID;

/**
 * What was written about one student.
 *
 * @param teacher who wrote it, or whose rule did
 */
public record Note(
    UUID id,
    UUID section,
    UUID student,
    UUID teacher,
    Kind kind,
    String words,
    boolean toStudent,
    boolean toFamily,
    Instant at) {

  /** How it came about. */
  public enum Kind {
    /** By the rule of the section, or its teacher has sent what the rule would. */
    REMINDER,
    /** By hand. */
    NOTE
  }
}
