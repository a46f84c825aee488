package school.kerygma.app.classroom.handin;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.There;
import school.kerygma.core.handin.Lateness;

/** What a section has handed in for a task, student by student. */
@Component
class HandInRows {

  /**
   * A student of the section.
   *
   * @param newest what counts of what was handed in
   * @param late how late it is
   * @param versions how often it was handed in
   */
  record Row(String name, @Nullable HandInVersion newest, @Nullable Lateness late, int versions) {}

  private final HandIns handIns;
  private final Postings postings;
  private final People people;
  private final Clock clock;

  HandInRows(HandIns handIns, Postings postings, People people, Clock clock) {
    this.handIns = handIns;
    this.postings = postings;
    this.people = people;
    this.clock = clock;
  }

  /** All students of a section, and what they have handed in, by name. */
  List<Row> rows(TaskView task, SectionView of, Optional<Instant> due) {
    Map<UUID, List<HandInVersion>> byStudent = new HashMap<>();
    for (HandInVersion version : handIns.ofSection(task.id(), of.id())) {
      version
          .students()
          .forEach(s -> byStudent.computeIfAbsent(s, first -> new ArrayList<>()).add(version));
    }
    Set<UUID> all = new HashSet<>(of.students());
    all.addAll(byStudent.keySet());
    Map<UUID, People.Contact> names = people.contacts(all);
    return all.stream()
        .filter(names::containsKey)
        .map(
            s -> {
              List<HandInVersion> own = byStudent.getOrDefault(s, List.of());
              return new Row(
                  There.in(names, s).name(),
                  own.isEmpty() ? null : own.getLast(),
                  late(own, task, of, due).orElse(null),
                  own.size());
            })
        .sorted(Comparator.comparing(Row::name))
        .toList();
  }

  Optional<Instant> due(TaskView task, SectionView section) {
    Instant now = clock.instant();
    return Standing.of(
            postings.ofSections(List.of(section.id())).stream().map(d -> d.at(now)).toList(), now)
        .due(task, section)
        .map(Standing.Due::at);
  }

  /**
   * How late work is: by the first version in which something was done. If the due moment was moved
   * since, the later of the two counts.
   */
  static Optional<Lateness> late(
      List<HandInVersion> own, TaskView task, SectionView section, Optional<Instant> due) {
    Optional<HandInVersion> counts =
        own.stream()
            .filter(v -> v.finding().isEmpty())
            .findFirst()
            .or(() -> own.stream().findFirst());
    return counts.flatMap(
        v -> {
          Instant then = v.due().orElseThrow();
          Instant by = due.filter(then::isBefore).orElse(then);
          return Lateness.of(
              by,
              v.begun().orElseThrow(),
              section.grading().late(task.sheet().kind()),
              section.calendar());
        });
  }
}
