package school.kerygma.app.classroom.classpage;

import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import school.kerygma.app.classroom.posting.ChangesSinceTold;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.core.plan.ChoiceBoard;

/**
 * A task as a student's or a family's list shows it.
 *
 * @param number in the order of doing, from 1
 * @param day on which the section does it
 * @param closes the last minute in which it can be seen and done, if there is one
 * @param closed whether that is over; then it is listed because something was handed in
 * @param improve until when it may be improved, if it may be after it is due
 * @param group why it comes where it does; nothing in a week to come
 * @param begins whether it is the first of its group, which is said above it
 * @param state what to make of it now
 * @param over whether its time has passed
 * @param partDay the day for which it comes here, if a part of it is due before the whole
 * @param opening the numbers of the tasks that wait until it is ticked
 * @param waitsFor the tasks that must be done first
 * @param opensAt when the clock opens it, if it has not yet
 * @param asksWord whether it waits for the word that is given in class
 * @param handed when it was handed in last
 * @param explained where a walkthrough explains it
 * @param ways to choose from, if there are several
 * @param round if the class shares its answers
 * @param papers to read
 * @param changes what has changed since they were told, for a week
 * @param worth its share of the term's grade, in words; empty if that is not known
 */
record ListedTask(
    int number,
    TaskView task,
    UUID section,
    LocalDate day,
    Instant due,
    Optional<Instant> closes,
    boolean closed,
    Optional<Instant> improve,
    Optional<Instant> tickedAt,
    Optional<Group> group,
    boolean begins,
    State state,
    boolean over,
    Optional<LocalDate> partDay,
    List<String> opening,
    List<Wait> waitsFor,
    Optional<Instant> opensAt,
    boolean asksWord,
    Optional<Handed> handed,
    Optional<Explained> explained,
    List<Way> ways,
    Optional<Round> round,
    List<Paper> papers,
    String worth,
    List<ChangesSinceTold.Change> changes) {

  /** So many are named of what a task waits for. */
  private static final int NAMED = 3;

  /**
   * A task that must be done first.
   *
   * @param what its number, or its title in quotation marks if it is in another week
   * @param how it is done: by a tick, by handing in, by answering in a round
   */
  record Wait(String what, How how) {}

  /** How a task comes to be done. */
  enum How {
    TICKED,
    HANDED_IN,
    ANSWERED
  }

  /** The first of those that it waits for. */
  public List<Wait> waitsNamed() {
    return waitsFor.subList(0, Math.min(NAMED, waitsFor.size()));
  }

  /** The same, those together that are done alike. */
  public List<Waits> waitsAlike() {
    return Arrays.stream(How.values())
        .map(
            how ->
                new Waits(
                    how,
                    waitsNamed().stream().filter(w -> w.how() == how).map(Wait::what).toList()))
        .filter(w -> !w.what().isEmpty())
        .toList();
  }

  /** Tasks that must be done first, and are done alike. */
  record Waits(How how, List<String> what) {}

  /** How many more there are. */
  public int waitsMore() {
    return waitsFor.size() - waitsNamed().size();
  }

  /**
   * What was handed in last.
   *
   * @param version that was
   * @param answered whether the teacher has said something of it
   * @param promised by when it comes back
   */
  record Handed(Instant at, UUID version, boolean answered, Optional<LocalDate> promised) {}

  /** Whether work on it has begun: its way is not changed any more. */
  public boolean begun() {
    return handed.isPresent() || ways.stream().anyMatch(Way::done);
  }

  /** Whether one of several ways is still to be chosen. */
  public boolean choosing() {
    return !hasParts() && task.sheet().board().filter(b -> chosen().size() < b.pick()).isPresent();
  }

  /** The ways that stand: those that were chosen, or all parts. */
  public List<Way> chosen() {
    return hasParts() ? ways : ways.stream().filter(Way::chosen).toList();
  }

  /** Those that were not chosen. */
  public List<Way> others() {
    return ways.stream().filter(w -> !chosen().contains(w)).toList();
  }

  /**
   * One of several ways, or a part, and where a walkthrough that is up explains it.
   *
   * @param chosen whether the student has chosen it, or ticked it
   * @param due when it is due, if that is before the whole is
   * @param late whether that has passed, and it is not done
   */
  record Way(
      UUID id,
      String text,
      boolean done,
      boolean chosen,
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
