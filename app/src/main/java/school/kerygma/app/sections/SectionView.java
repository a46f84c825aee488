package school.kerygma.app.sections;

import java.time.ZoneId;
import java.util.Set;
import java.util.UUID;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;

/**
 * A section as the application sees it.
 *
 * @param minutes the share of work at home for one of its days
 */
public record SectionView(
    UUID id,
    String name,
    String school,
    MeetingPattern meets,
    int minutes,
    SchoolCalendar calendar,
    Set<UUID> teachers,
    Set<UUID> students) {

  public ZoneId zone() {
    return calendar.zone();
  }
}
