package school.kerygma.app.classroom.messages;

import java.util.Collection;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import school.kerygma.core.time.SchoolCalendar;

/**
 * Knows what families are told of a week or a day, all of their children in one. Families are
 * looked up together: what concerns their sections is the same for many of them.
 */
public interface WeekNews {

  /** A letter, without its last line, the way to the page. */
  record Letter(String subject, String body) {}

  /** By whose clock each family lives; one with no child in a section is not in it. */
  Map<UUID, SchoolCalendar> calendars(Collection<UUID> guardians);

  /**
   * What there is to tell now; a family of which no child has anything is not in it.
   *
   * @param daily to whom only what happened since yesterday is told, beside what is open
   */
  Map<UUID, Letter> of(Collection<UUID> guardians, Set<UUID> daily);
}
