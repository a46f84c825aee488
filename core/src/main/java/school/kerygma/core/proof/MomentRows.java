package school.kerygma.core.proof;

import java.time.LocalDateTime;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import school.kerygma.core.proof.Proof.Reason;
import school.kerygma.core.proof.Proof.Row;
import school.kerygma.core.proof.Proof.Statement;
import school.kerygma.core.proof.Proof.Topic;
import school.kerygma.core.proof.Proof.Verdict;
import school.kerygma.core.time.DueRule;
import school.kerygma.core.time.SchoolCalendar;

/** Moments that cannot be meant: due before it goes up, after it closes, without school. */
final class MomentRows implements Proof.Rows {

  @Override
  public Stream<Row> of(Matter matter) {
    return matter.tasks().stream()
        .flatMap(
            task ->
                Stream.of(Reason.values()).flatMap(reason -> row(matter, task, reason).stream()));
  }

  private static Optional<Row> row(Matter matter, Matter.Task task, Reason reason) {
    List<Statement> all =
        Sides.postedBySection(
            matter,
            task,
            i ->
                DueRows.local(matter, task, i)
                    .filter(
                        at ->
                            reasons(matter.sections().get(i), Sides.doing(task, i))
                                .contains(reason))
                    .map(LocalDateTime::toString));
    return all.isEmpty()
        ? Optional.empty()
        : Optional.of(
            Sides.row(
                Topic.MOMENT,
                task.title(),
                Optional.of(task.id()),
                all.stream().map(s -> s.marked(true)).toList(),
                Verdict.DISAGREES,
                reason,
                nearest(matter, task, reason).map(LocalDateTime::toString).stream()
                    .toArray(String[]::new)));
  }

  /** What is nearest and right, if that is plain: the same time of the next school day. */
  private static Optional<LocalDateTime> nearest(Matter matter, Matter.Task task, Reason reason) {
    if (reason != Reason.WITHOUT_SCHOOL) {
      return Optional.empty();
    }
    return Sides.doing(matter, task).stream()
        .filter(
            i ->
                reasons(matter.sections().get(i), Sides.doing(task, i))
                    .contains(Reason.WITHOUT_SCHOOL))
        .flatMap(
            i ->
                DueRows.local(matter, task, i)
                    .map(
                        at ->
                            matter
                                .sections()
                                .get(i)
                                .calendar()
                                .schoolDayAfter(at.toLocalDate())
                                .atTime(at.toLocalTime()))
                    .stream())
        .findFirst();
  }

  private static Set<Reason> reasons(Matter.Section section, Matter.Doing doing) {
    Set<Reason> reasons = EnumSet.noneOf(Reason.class);
    doing
        .due()
        .ifPresent(
            due -> {
              SchoolCalendar calendar = section.calendar();
              if (doing.goesUp().filter(up -> !due.isAfter(up)).isPresent()
                  || doing.doubts().contains(DueRule.Doubt.BEFORE_IT_GOES_UP)) {
                reasons.add(Reason.BEFORE_IT_GOES_UP);
              }
              if (doing.closes().filter(due::isAfter).isPresent()) {
                reasons.add(Reason.AFTER_IT_CLOSES);
              }
              if (!calendar.dateOf(due).isBefore(calendar.end())) {
                reasons.add(Reason.AFTER_THE_TERM);
              } else if (!calendar.isSchoolDay(calendar.dateOf(due))) {
                reasons.add(Reason.WITHOUT_SCHOOL);
              }
              if (doing.doubts().contains(DueRule.Doubt.DROPPED_HOUR)) {
                reasons.add(Reason.DROPPED_HOUR);
              }
              if (doing.doubts().contains(DueRule.Doubt.DOUBLED_HOUR)) {
                reasons.add(Reason.DOUBLED_HOUR);
              }
            });
    return reasons;
  }
}
