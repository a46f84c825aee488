package school.kerygma.app.desk.proofing;

import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.format.DateTimeParseException;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.time.DueRule;

/** A task as it is after what the proof offers. */
@Component
class TaskMends {

  private final Postings postings;
  private final Clock clock;
  private final Sections sections;

  TaskMends(Postings postings, Clock clock, Sections sections) {
    this.postings = postings;
    this.clock = clock;
    this.sections = sections;
  }

  TaskSheet set(TaskView task, String field, String value) {
    TaskSheet sheet = task.sheet();
    try {
      return switch (field) {
        case "points" ->
            withoutDifference(sheet.worth(Integer.valueOf(value), sheet.kind()), field);
        case "minutes" -> withoutDifference(sheet.lasting(Integer.parseInt(value)), field);
        case "required" -> sheet.opening(value.equals("yes"), sheet.opens());
        case "improve" -> sheet.improved(schoolDays(task, value));
        case "due" -> withoutDifference(sheet.due(Optional.of(fixed(sheet, value))), field);
        default -> throw Problem.unreadable();
      };
    } catch (NumberFormatException | DateTimeParseException e) {
      throw Problem.unreadable();
    }
  }

  /** How many school days lie between the day on which it is due and another. */
  private int schoolDays(TaskView task, String value) {
    LocalDate last = LocalDateTime.parse(value).toLocalDate();
    SectionView section =
        sections.among(task.sheet().days().keySet()).stream()
            .findFirst()
            .orElseThrow(() -> Problem.refused("no-section-task"));
    LocalDate day =
        Standing.of(postings.ofTask(task.id()), clock.instant())
            .due(task, section)
            .map(due -> section.calendar().dateOf(due.at()))
            .orElseThrow(() -> Problem.refused("improve"));
    int days = 0;
    while (day.isBefore(last) && days <= 60) {
      day = section.calendar().schoolDayAfter(day);
      days++;
    }
    if (!day.equals(last) || days == 0) {
      throw Problem.refused("improve-day"); // Not a school day, or before it is due.
    }
    return days;
  }

  /** What is right is so for all: no section keeps another. */
  private static TaskSheet withoutDifference(TaskSheet sheet, String field) {
    Map<UUID, TaskSheet.Difference> differs = new HashMap<>();
    sheet
        .differs()
        .forEach(
            (section, d) ->
                differs.put(
                    section,
                    new TaskSheet.Difference(
                        d.detail(),
                        field.equals("minutes") ? null : d.minutes(),
                        field.equals("points") ? null : d.points(),
                        field.equals("due") ? Optional.empty() : d.due(),
                        d.place(),
                        d.handouts())));
    return sheet.on(sheet.days(), differs);
  }

  private DueRule fixed(TaskSheet sheet, String value) {
    LocalDateTime at = LocalDateTime.parse(value);
    SectionView section =
        sections.among(sheet.days().keySet()).stream()
            .findFirst()
            .orElseThrow(() -> Problem.refused("no-section-task"));
    return new DueRule.Fixed(section.calendar().at(at.toLocalDate(), at.toLocalTime()));
  }
}
