package school.kerygma.app.classroom.classpage;

import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import school.kerygma.app.plan.planning.SessionView;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;

/**
 * What the page of a student shows.
 *
 * @param sections of the student, to choose from
 * @param section that is shown
 * @param teacher who put up what is there
 * @param next what is to be done first
 * @param minutes of what is to be done until today
 * @param lines to students, the newest first
 */
record StudentPage(
    List<SectionView> sections,
    SectionView section,
    LocalDate today,
    TaskLists.SectionList list,
    String teacher,
    Optional<ListedTask> next,
    int minutes,
    List<String> lines,
    List<StripDay> strip,
    Optional<Playing> playing) {

  /** A day of the week's strip. */
  record StripDay(
      LocalDate date,
      boolean today,
      boolean school,
      boolean meets,
      List<ListedTask> tasks,
      List<SessionView> sessions) {

    /** Whether nothing at all is on that day. */
    public boolean free() {
      return school && !meets && tasks.isEmpty() && sessions.isEmpty();
    }
  }

  /**
   * The walkthrough that is in the player.
   *
   * @param older whether it shows a page of which there is a newer edition
   */
  record Playing(Scripts.Head walkthrough, Scores.Info score, boolean older) {}

  /** The sessions of today. */
  public List<SessionView> sessionsToday() {
    return list.week().sessionsOn(today);
  }

  public boolean isNext(ListedTask task) {
    return next.filter(task::equals).isPresent();
  }

  /** The tasks of a week as they are listed: what is next, what is open, what is done. */
  public List<ListedTask> inOrder(ListedWeek week) {
    return week.tasks().stream()
        .sorted(Comparator.comparingInt(t -> t.done() ? 2 : isNext(t) ? 0 : 1))
        .toList();
  }

  /** Whether the player can jump to where something is explained; else it is a page away. */
  public boolean plays(ListedTask.Explained explained) {
    return playing.filter(p -> p.walkthrough().id().equals(explained.walkthrough())).isPresent();
  }
}
