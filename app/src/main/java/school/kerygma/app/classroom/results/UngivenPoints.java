package school.kerygma.app.classroom.results;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.classroom.checks.Checks;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.school.sections.PastGradings;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.There;
import school.kerygma.core.handin.LateRule;
import school.kerygma.core.handin.Lateness;
import school.kerygma.core.plan.PointsFor;
import school.kerygma.core.result.Ungiven;
import school.kerygma.core.time.Edge;

/**
 * The points that tasks give by their own rule: for being done, or for the questions that were
 * answered right. Asked are those of the stops that explain the task; if none does, all of the
 * walkthrough that is posted with it.
 */
@Component
@Transactional(readOnly = true)
class UngivenPoints {

  private final Audience audience;
  private final Checks checks;
  private final Scripts scripts;
  private final Postings postings;
  private final PastGradings gradings;
  private final Clock clock;

  UngivenPoints(
      Audience audience,
      Checks checks,
      Scripts scripts,
      Postings postings,
      PastGradings gradings,
      Clock clock) {
    this.audience = audience;
    this.checks = checks;
    this.scripts = scripts;
    this.postings = postings;
    this.gradings = gradings;
    this.clock = clock;
  }

  /** How a section's tasks stand, as its deliveries have it now. */
  Standing standing(SectionView section) {
    Instant now = clock.instant();
    return Standing.of(
        postings.ofSections(List.of(section.id())).stream().map(d -> d.at(now)).toList(), now);
  }

  /** By task and student; who has nothing yet is not there. */
  Map<UUID, Map<UUID, Ungiven>> of(
      SectionView section, List<TaskView> all, Standing standing, Set<UUID> students) {
    Map<UUID, Map<UUID, Ungiven>> ungiven = new HashMap<>();
    List<TaskView> done = by(PointsFor.DONE, all, section);
    if (!done.isEmpty()) {
      Map<UUID, Map<UUID, Instant>> ticks =
          audience.ticks(students, done.stream().map(TaskView::id).toList());
      List<PastGradings.Until> past = gradings.of(section.id());
      for (TaskView task : done) {
        Optional<Instant> due = standing.due(task, section).map(Standing.Due::at);
        ticks.forEach(
            (student, when) -> {
              Instant at = when.get(task.id());
              if (at != null) {
                int late = due.flatMap(d -> lateness(d, at, task, section, past)).orElse(0);
                put(ungiven, task, student, Ungiven.done(points(task, section), late));
              }
            });
      }
    }
    List<TaskView> asking = by(PointsFor.CHECKS, all, section);
    if (!asking.isEmpty()) {
      Map<UUID, Set<UUID>> stops = stops(asking, section, standing);
      Set<UUID> each = new HashSet<>();
      stops.values().forEach(each::addAll);
      Map<UUID, Map<UUID, Ungiven.Answers>> answered = checks.answered(each, students);
      for (TaskView task : asking) {
        boolean over =
            standing
                .due(task, section)
                .filter(d -> Edge.isOver(d.at(), clock.instant()))
                .isPresent();
        for (UUID student : students) {
          Ungiven.answered(
                  points(task, section),
                  together(There.in(stops, task.id()), answered, student),
                  over)
              .ifPresent(u -> put(ungiven, task, student, u));
        }
      }
    }
    return ungiven;
  }

  /** What it cost by the rule that held when it was done. */
  private static Optional<Integer> lateness(
      Instant due,
      Instant done,
      TaskView task,
      SectionView section,
      List<PastGradings.Until> past) {
    LateRule rule = PastGradings.at(past, section.grading(), done).late(task.sheet().kind());
    return Lateness.of(due, done, rule, section.calendar()).map(Lateness::costs);
  }

  private static List<TaskView> by(PointsFor rule, List<TaskView> all, SectionView section) {
    return all.stream()
        .filter(t -> t.sheet().pointsFor() == rule)
        .filter(t -> t.sheet().in(section.id()).points() != null)
        .toList();
  }

  private static int points(TaskView task, SectionView section) {
    Integer points = task.sheet().in(section.id()).points();
    return points == null ? 0 : points;
  }

  private static void put(
      Map<UUID, Map<UUID, Ungiven>> all, TaskView task, UUID student, Ungiven ungiven) {
    all.computeIfAbsent(task.id(), first -> new HashMap<>()).put(student, ungiven);
  }

  private static Ungiven.Answers together(
      Collection<UUID> stops, Map<UUID, Map<UUID, Ungiven.Answers>> answered, UUID student) {
    Ungiven.Answers all = Ungiven.Answers.NONE;
    for (UUID stop : stops) {
      all =
          all.and(
              answered.getOrDefault(stop, Map.of()).getOrDefault(student, Ungiven.Answers.NONE));
    }
    return all;
  }

  /** The stops whose questions count for each task. */
  private Map<UUID, Set<UUID>> stops(
      List<TaskView> asking, SectionView section, Standing standing) {
    Map<UUID, UUID> talks = new HashMap<>();
    for (TaskView task : asking) {
      standing
          .seen(task.id(), section.id())
          .flatMap(DeliveryView::walkthrough)
          .ifPresent(talk -> talks.put(task.id(), talk));
    }
    List<StopView> explaining = scripts.explaining(talks.keySet());
    Map<UUID, List<StopView>> whole = new HashMap<>();
    Map<UUID, Set<UUID>> all = new HashMap<>();
    for (TaskView task : asking) {
      UUID talk = talks.get(task.id());
      List<UUID> own = new ArrayList<>();
      explaining.stream()
          .filter(s -> s.tasks().contains(task.id()) && s.walkthrough().equals(talk))
          .forEach(s -> own.add(s.id()));
      if (own.isEmpty() && talk != null) {
        whole.computeIfAbsent(talk, scripts::stopsOf).forEach(s -> own.add(s.id()));
      }
      all.put(task.id(), Set.copyOf(own));
    }
    return all;
  }
}
