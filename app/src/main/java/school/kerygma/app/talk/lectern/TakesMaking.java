package school.kerygma.app.talk.lectern;

import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.ground.jobs.Job;
import school.kerygma.app.ground.jobs.Lane;

/**
 * Makes takes of what was just recorded. With them stops play something else than before, and of
 * that a score is compiled: {@link ArrangementChanged}.
 */
@Component
class TakesMaking implements Job {

  static final String KIND = "takes";

  private final Takes takes;

  TakesMaking(Takes takes) {
    this.takes = takes;
  }

  @Override
  public String kind() {
    return KIND;
  }

  @Override
  public Lane lane() {
    return Lane.TALKS;
  }

  @Override
  public void run(UUID walkthrough, Progress progress) {
    takes.make(walkthrough, progress);
  }

  /** A recording whose takes could not be made is open again, and the lectern offers to go on. */
  @Override
  public void clear(UUID walkthrough) {
    takes.open(walkthrough);
  }
}
