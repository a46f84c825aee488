package school.kerygma.app.posting;

import java.time.Instant;
import java.time.LocalDate;
import java.util.Optional;
import school.kerygma.app.planning.TaskView;
import school.kerygma.app.sections.SectionView;
import school.kerygma.core.time.DueRule;
import school.kerygma.core.time.Moments;

/** When a posted task is due: the one answer for the class page, the family and the calendars. */
public final class DueDates {

  private DueDates() {}

  /** The day on which the section does the task. */
  public static LocalDate dayOf(SectionView section, TaskView task, DeliveryView delivery) {
    return Optional.ofNullable(task.sheet().days().get(section.id()))
        .orElse(section.calendar().dateOf(delivery.moments().dueAt()));
  }

  /**
   * A task is due by its own rule; without one with its delivery, unless the section does it on a
   * later day.
   */
  public static Instant of(SectionView section, TaskView task, DeliveryView delivery) {
    Moments moments = delivery.moments();
    LocalDate day = dayOf(section, task, delivery);
    Instant onItsDay = section.calendar().dueOn(day);
    return task.sheet()
        .in(section.id())
        .due()
        .map(
            rule ->
                rule.resolve(
                        new DueRule.Setting(
                            day,
                            moments.goesUpAt(),
                            moments.goesUpAt(),
                            section.meets(),
                            section.calendar()))
                    .at())
        .orElse(onItsDay.isAfter(moments.dueAt()) ? onItsDay : moments.dueAt());
  }
}
