package school.kerygma.app.plan.planning;

import java.util.UUID;

/**
 * A task as other modules see it.
 *
 * @param version counts its changes
 */
public record TaskView(UUID id, UUID owner, int position, int version, TaskSheet sheet) {

  public String title() {
    return sheet.title();
  }

  /** The task as one section does it. */
  public TaskView in(UUID section) {
    return new TaskView(id, owner, position, version, sheet.in(section));
  }
}
