package school.kerygma.app.desk.planbook;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.plan.planning.DayNotes;
import school.kerygma.app.plan.planning.SessionView;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.talk.scripts.Scripts;

/**
 * One week as the plan book shows it.
 *
 * @param monday its first day
 * @param number of the week in the term, or 0 outside it
 * @param notUp how many tasks of sections nothing has put up yet
 */
record WeekView(
    LocalDate monday,
    int number,
    int weeks,
    List<Day> days,
    List<Row> rows,
    List<Waiting> notStarted,
    List<Upcoming> goingUp,
    long notUp,
    List<Scripts.Head> unrecorded,
    ToLookAt lookAt) {

  /** A column. */
  record Day(LocalDate date, boolean today, boolean school) {}

  /** A section's week. */
  record Row(SectionView section, List<Cell> cells) {}

  /** One day of one section. */
  record Cell(
      LocalDate date,
      boolean today,
      boolean meets,
      boolean school,
      List<Planned> tasks,
      List<SessionView> sessions,
      DayNotes.Note note,
      int minutes,
      int budget) {

    public int over() {
      return Math.max(0, minutes - budget);
    }

    /** Share of the day's budget, 0 to 100. */
    public int percent() {
      return Math.min(100, 100 * minutes / budget);
    }
  }

  /**
   * A task in a cell, as its section does it.
   *
   * @param posted whether something puts it up
   * @param worth its share of the term's grade, 0 to 1
   * @param differs whether the section does something otherwise
   */
  record Planned(
      int number,
      TaskView task,
      int done,
      int of,
      Optional<Standing.Due> due,
      Optional<Talk> talk,
      boolean posted,
      OptionalDouble worth,
      boolean differs) {}

  /** The walkthrough that explains a task. */
  record Talk(UUID walkthrough, long lengthMs, boolean recorded, Optional<DeliveryView> delivery) {}

  /** Students of a section who have not begun. */
  record Waiting(String section, String title, int students, UUID delivery) {}

  /** A delivery that is to go up. */
  record Upcoming(
      String title, String section, int students, DeliveryView delivery, SectionView of) {}

  /** Whether anything is planned in it. */
  public boolean planned() {
    return rows.stream().flatMap(r -> r.cells().stream()).anyMatch(c -> !c.tasks().isEmpty());
  }

  /** The walkthroughs that explain its tasks. */
  public Set<UUID> talks() {
    return rows.stream()
        .flatMap(r -> r.cells().stream())
        .flatMap(c -> c.tasks().stream())
        .flatMap(p -> p.talk().stream())
        .map(Talk::walkthrough)
        .collect(Collectors.toSet());
  }

  public LocalDate friday() {
    return monday.plusDays(4);
  }
}
