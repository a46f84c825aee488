package school.kerygma.app.plan.planning;

import java.time.LocalDate;
import java.time.LocalTime;
import school.kerygma.app.ground.problems.Problem;

/**
 * What a teacher says of a session.
 *
 * @param title 1 to 120 characters
 * @param place a room or a link, up to 300 characters
 * @param starts on the school's clock
 * @param ends after it starts
 * @param required whether students must come
 */
public record SessionSheet(
    String title, String place, LocalDate day, LocalTime starts, LocalTime ends, boolean required) {

  public SessionSheet {
    title = title.strip();
    place = place.strip();
    if (title.isEmpty() || title.length() > 120) {
      throw Problem.refused("name");
    }
    if (place.length() > 300) {
      throw Problem.refused("session-place");
    }
    if (!ends.isAfter(starts)) {
      throw Problem.refused("session-ends");
    }
  }

  /** The same session on another day. */
  public SessionSheet on(LocalDate other) {
    return new SessionSheet(title, place, other, starts, ends, required);
  }

  public int minutes() {
    return (int) java.time.Duration.between(starts, ends).toMinutes();
  }
}
