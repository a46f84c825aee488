package school.kerygma.app.classpage;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import school.kerygma.app.planning.TaskView;
import school.kerygma.app.posting.ToldTasks;
import school.kerygma.core.plan.ChoiceBoard;

/**
 * A task as a student's or a family's list shows it.
 *
 * @param number in the order of doing, from 1
 * @param day on which the section does it
 * @param improve until when it may be improved, if it may be after it is due
 * @param group why it comes where it does; nothing in a week to come
 * @param begins whether it is the first of its group, which is said above it
 * @param state what to make of it now
 * @param over whether its time has passed
 * @param partDay the day for which it comes here, if a part of it is due before the whole
 * @param opening the numbers of the tasks that wait until it is ticked
 * @param waitsFor the tasks that must be ticked first: their numbers, or their titles in quotation
 *     marks if they are in another week
 * @param opensAt when the clock opens it, if it has not yet
 * @param asksWord whether it waits for the word that is given in class
 * @param handed when it was handed in last
 * @param explained where a walkthrough explains it
 * @param ways to choose from, if there are several
 * @param round if the class shares its answers
 * @param papers to read
 * @param changes what is another than it was told, for a week
 * @param worth its share of the term's grade, in words; empty if that is not known
 */
record ListedTask(
    int number,
    TaskView task,
    UUID section,
    LocalDate day,
    Instant due,
    Optional<Instant> improve,
    Optional<Instant> tickedAt,
    Optional<Group> group,
    boolean begins,
    State state,
    boolean over,
    Optional<LocalDate> partDay,
    List<String> opening,
    List<String> waitsFor,
    Optional<Instant> opensAt,
    boolean asksWord,
    Optional<Instant> handed,
    Optional<Explained> explained,
    List<Way> ways,
    Optional<Round> round,
    List<Paper> papers,
    String worth,
    List<ToldTasks.Change> changes) {

  /**
   * One of several ways, or a part, and where a walkthrough that is up explains it.
   *
   * @param due when it is due, if that is before the whole is
   * @param late whether that has passed, and it is not done
   */
  record Way(
      UUID id,
      String text,
      boolean done,
      Optional<Instant> due,
      boolean late,
      Optional<Explained> explained) {}

  /** Whether all of its ways are to be done: they are its parts. */
  public boolean hasParts() {
    return task.sheet().board().filter(ChoiceBoard::isParts).isPresent();
  }

  /**
   * A round that a task is.
   *
   * @param answerDue until when the own answer is asked
   * @param answered whether it is there
   * @param late whether that has passed, and it is not there
   */
  record Round(Instant answerDue, boolean answered, boolean late) {}

  /** A paper to read. */
  record Paper(UUID id, String title, boolean key) {}

  /** Why a task comes where it does in the week of today. */
  enum Group {
    /** Of an earlier day. */
    STILL_OPEN,
    TODAY,
    AHEAD
  }

  /** Whether it is left from an earlier day. */
  public boolean left() {
    return group.equals(Optional.of(Group.STILL_OPEN)) && !done();
  }

  /** What to make of a task. */
  enum State {
    DONE,
    LATE,
    OPEN,
    /** It opens when others are ticked, or at an instant. */
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

  /** Whether it is locked though its time has passed. */
  public boolean missed() {
    return waits() && over && task.sheet().required();
  }

  public boolean waits() {
    return state == State.WAITS;
  }
}
