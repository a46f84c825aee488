package school.kerygma.app.classpage;

import java.time.Instant;
import java.time.LocalDate;
import java.util.Optional;
import java.util.UUID;
import school.kerygma.app.planning.TaskView;

/**
 * A task as a student's or a family's list shows it.
 *
 * @param number in the order of doing, from 1
 * @param day on which the section does it
 * @param state what to make of it now
 * @param explained where a walkthrough explains it
 */
record ListedTask(
    int number,
    TaskView task,
    UUID section,
    LocalDate day,
    Instant due,
    Optional<Instant> tickedAt,
    State state,
    Optional<Explained> explained) {

  /** What to make of a task. */
  enum State {
    DONE,
    LATE,
    OPEN,
    /** It opens when the one before it is ticked. */
    WAITS
  }

  /**
   * The stop that explains a task.
   *
   * @param startMs where it begins in the walkthrough
   * @param endMs where it ends
   */
  record Explained(UUID walkthrough, UUID stop, int number, long startMs, long endMs) {}

  public boolean done() {
    return state == State.DONE;
  }

  public boolean late() {
    return state == State.LATE;
  }

  public boolean waits() {
    return state == State.WAITS;
  }
}
