package school.kerygma.app.classroom.messages;

import java.util.Optional;
import java.util.UUID;
import school.kerygma.core.time.SchoolCalendar;

/** Knows what a family is told of a week or a day: all of their children in one. */
public interface WeekNews {

  /** A letter, without its last line, the way to the page. */
  record Letter(String subject, String body) {}

  /** By whose clock a family lives; nothing for who has no child in a section. */
  Optional<SchoolCalendar> calendar(UUID guardian);

  /**
   * What there is to tell now; nothing if no child has anything.
   *
   * @param today whether only what happened since yesterday is told, beside what is open
   */
  Optional<Letter> of(UUID guardian, boolean today);
}
