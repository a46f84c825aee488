package school.kerygma.app.planning;

import java.time.LocalDate;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import school.kerygma.app.problems.Problem;
import school.kerygma.core.time.DueRule;

/**
 * What a teacher says of a task.
 *
 * @param title 1 to 200 characters
 * @param detail up to 500 characters, shown beneath the title
 * @param minutes 1 to 600
 * @param points 0 to 1000, or null if it gives none
 * @param inOrder whether it opens only when the task before it is ticked
 * @param due when it is due; without a rule, when its posting says
 * @param days by section
 */
public record TaskSheet(
    String title,
    String detail,
    int minutes,
    @Nullable Integer points,
    boolean required,
    boolean inOrder,
    Optional<DueRule> due,
    Map<UUID, LocalDate> days) {

  public TaskSheet {
    title = title.strip();
    detail = detail.strip();
    if (title.isEmpty() || title.length() > 200) {
      throw Problem.refused("name");
    }
    if (detail.length() > 500) {
      throw Problem.refused("detail");
    }
    if (minutes < 1 || minutes > 600) {
      throw Problem.refused("minutes");
    }
    if (points != null && (points < 0 || points > 1000)) {
      throw Problem.refused("points");
    }
    days = Map.copyOf(days);
  }

  /** The same task on other days. */
  public TaskSheet on(Map<UUID, LocalDate> other) {
    return new TaskSheet(title, detail, minutes, points, required, inOrder, due, other);
  }
}
