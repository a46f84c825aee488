package school.kerygma.app.desk.planbook;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Worths;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.talk.scripts.StopView;

/**
 * The face of a task's form: what its words say in each section, and what comes of it.
 *
 * @param said its words
 * @param papers that its teacher has, to be chosen from
 * @param explaining the stop that explains it
 * @param reads how the first section that does it reads it; empty if none does it
 * @param loads what it does to the days on which it is done
 * @param crowded the days on which it is due together with other large tasks
 */
record TaskFace(
    TaskWords.Said said,
    List<Handouts.View> papers,
    Optional<StopView> explaining,
    List<Row> rows,
    Optional<Reads> reads,
    List<Load> loads,
    List<ToLookAt.Crowded> crowded) {

  /**
   * A section.
   *
   * @param day on which it does the task, or would
   * @param due empty while only the posting will say it
   * @param worth the task's share of the section's grade, in words; may be empty
   * @param meets the days of that week on which it meets, in words
   * @param meetings of that week and the next, to be chosen from
   */
  record Row(
      SectionView section,
      boolean does,
      LocalDate day,
      Optional<Standing.Due> due,
      String worth,
      Optional<Worths.Scaled> scaled,
      String meets,
      List<LocalDate> meetings) {}

  /**
   * The task as one section reads it.
   *
   * @param number in its week
   */
  record Reads(Row row, int number, TaskSheet sheet) {}

  /** What a section's day asks, against its budget. */
  record Load(SectionView section, LocalDate day, int minutes) {

    public int over() {
      return Math.max(0, minutes - section.minutes());
    }
  }
}
