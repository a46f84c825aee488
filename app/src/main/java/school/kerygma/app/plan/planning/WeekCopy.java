package school.kerygma.app.plan.planning;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.plan.RollForward;
import school.kerygma.core.time.DueRule;
import school.kerygma.core.time.SchoolCalendar;

/**
 * What a week, or a unit of several, becomes when it is planned once more: each section's work by
 * the meetings of the section for which it is planned.
 *
 * @param tasks the tasks of the other weeks, each as it will be
 * @param sessions the sessions that are held again
 * @param squeezed tasks that could not keep their place, and where they are now
 * @param left tasks and sessions that found no day at all
 * @param undated tasks that were due at a fixed moment, which no other week has
 */
public record WeekCopy(
    List<Again> tasks,
    List<Held> sessions,
    List<Squeezed> squeezed,
    List<String> left,
    List<String> undated) {

  /** A section's week that is planned once more for the same section, or for another. */
  public record Pair(SectionView from, SectionView to) {

    /** Where the work of a day goes; nothing if its week goes nowhere, or to one without school. */
    public Optional<RollForward.Move> move(LocalDate day, Map<LocalDate, LocalDate> weeks) {
      LocalDate source = SchoolCalendar.mondayOf(day);
      LocalDate target = weeks.get(source);
      return target == null
          ? Optional.empty()
          : RollForward.week(List.of(day), source, target, rhythm(from), rhythm(to)).stream()
              .findFirst();
    }

    private static RollForward.Rhythm rhythm(SectionView section) {
      return new RollForward.Rhythm(section.meets(), section.calendar());
    }
  }

  /** A task that could not keep its place in a section's week. */
  public record Squeezed(String task, String section, LocalDate day) {}

  /** A task that is planned once more: which it was, and as it will be. */
  public record Again(UUID was, TaskSheet sheet) {}

  /** A session of a section. */
  public record Held(UUID section, SessionSheet sheet) {}

  static WeekCopy of(
      List<TaskView> tasks,
      List<SessionView> sessions,
      List<Pair> pairs,
      Map<LocalDate, LocalDate> weeks) {
    WeekCopy copy =
        new WeekCopy(
            new ArrayList<>(),
            new ArrayList<>(),
            new ArrayList<>(),
            new ArrayList<>(),
            new ArrayList<>());
    for (TaskView task : tasks) {
      copy.add(task, pairs, weeks);
    }
    for (SessionView session : sessions) {
      for (Pair pair : pairs) {
        if (pair.from().id().equals(session.section()) && !session.cancelled()) {
          copy.add(session.sheet(), pair, weeks);
        }
      }
    }
    return copy;
  }

  private void add(TaskView task, List<Pair> pairs, Map<LocalDate, LocalDate> weeks) {
    TaskSheet sheet = task.sheet();
    Map<UUID, LocalDate> days = new LinkedHashMap<>();
    Map<UUID, TaskSheet.Difference> differs = new LinkedHashMap<>();
    boolean asked = false;
    for (Pair pair : pairs) {
      LocalDate day = sheet.days().get(pair.from().id());
      if (day == null || !weeks.containsKey(SchoolCalendar.mondayOf(day))) {
        continue;
      }
      asked = true;
      Optional<RollForward.Move> move = pair.move(day, weeks);
      if (move.isPresent()) {
        days.put(pair.to().id(), move.get().to());
        TaskSheet.Difference other = sheet.differs().get(pair.from().id());
        if (other != null) {
          differs.put(pair.to().id(), other);
        }
        if (move.get().squeezed()) {
          squeezed.add(new Squeezed(sheet.title(), pair.to().name(), move.get().to()));
        }
      }
    }
    if (!days.isEmpty()) {
      boolean fixed = sheet.due().filter(DueRule.Fixed.class::isInstance).isPresent();
      if (fixed) {
        undated.add(sheet.title());
      }
      TaskSheet again = (fixed ? sheet.due(Optional.empty()) : sheet).on(days, differs);
      tasks.add(
          new Again(
              task.id(),
              sheet.unit().map(u -> u.moved(weeks)).map(again::afterUnit).orElse(again)));
    } else if (asked) {
      left.add(sheet.title());
    }
  }

  private void add(SessionSheet sheet, Pair pair, Map<LocalDate, LocalDate> weeks) {
    Optional<RollForward.Move> move = pair.move(sheet.day(), weeks);
    if (move.isPresent()) {
      sessions.add(new Held(pair.to().id(), sheet.on(move.get().to())));
    } else {
      left.add(sheet.title());
    }
  }
}
