package school.kerygma.app.classroom.classpage;

import java.time.LocalDate;
import java.util.List;
import school.kerygma.app.plan.planning.SessionView;

/**
 * A week of a section's list.
 *
 * @param tasks in the order of doing; in the week of today also what is left from before
 * @param sessions in order of time, cancelled ones too
 * @param first how many of the tasks come first on the shown day
 */
record ListedWeek(LocalDate monday, List<ListedTask> tasks, List<SessionView> sessions, int first) {

  /** The sessions of one day. */
  List<SessionView> sessionsOn(LocalDate day) {
    return sessions.stream().filter(s -> s.sheet().day().equals(day)).toList();
  }

  /** The sessions that are held from a day on. */
  public List<SessionView> heldFrom(LocalDate day) {
    return sessions.stream().filter(s -> !s.cancelled() && !s.sheet().day().isBefore(day)).toList();
  }

  /** Whether a teacher would say that there is something in it. */
  public boolean isEmpty() {
    return tasks.isEmpty() && sessions.isEmpty();
  }
}
