package school.kerygma.app.desk.planbook;

import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.school.sections.SectionView;

/** What needs a decision in a week. */
record ToLookAt(
    List<Doubtful> doubtful,
    List<Over> over,
    List<Both> both,
    List<Crowded> crowded,
    List<Heavy> heavy,
    List<Untold> untold,
    List<Changed> changed,
    List<Noted> noted) {

  /** Nothing: of a term that is over nobody is asked for anything. */
  static final ToLookAt NOTHING =
      new ToLookAt(
          List.of(), List.of(), List.of(), List.of(), List.of(), List.of(), List.of(), List.of());

  /** What has changed since students and families were told. */
  record Changed(String title, SectionView section, DeliveryView delivery) {}

  /**
   * What was jotted down while a walkthrough was recorded, and is not put right.
   *
   * @param stop of the first
   * @param words all that have any
   */
  record Noted(UUID walkthrough, UUID stop, String title, int jottings, List<String> words) {}

  /** What went up, and students and families could not be told of it. */
  record Untold(String title, SectionView section, DeliveryView delivery) {}

  /** A due date that needs a look. */
  record Doubtful(TaskView task, SectionView section, Standing.Due due) {}

  /** A day that asks more than its budget. */
  record Over(SectionView section, LocalDate date, int minutes) {}

  /**
   * A day that asks too much of students who sit in several sections.
   *
   * @param students their names
   */
  record Both(String sections, List<String> students, LocalDate date, int minutes, int budget) {}

  /** Large tasks that are due the same day. */
  record Crowded(String sections, LocalDate date, List<String> tasks) {}

  /** A week that asks much more than the median of the term. */
  record Heavy(SectionView section, int minutes, int median) {}

  public int count() {
    return doubtful.size()
        + over.size()
        + both.size()
        + crowded.size()
        + heavy.size()
        + untold.size()
        + changed.size()
        + noted.size();
  }
}
