package school.kerygma.app.classroom.results;

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
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.There;
import school.kerygma.core.handin.Lateness;
import school.kerygma.core.roster.PersonNames;

/** What a section has handed in for a task and what it got, student by student. */
@Component
class WorkRows {

  /**
   * A student of the section.
   *
   * @param newest what counts of what was handed in
   * @param late how late it is
   * @param versions all that was handed in, the oldest first
   * @param result what the newest got, or work on paper; nothing if it was not looked at
   * @param results all that the versions got, the newest of each last
   */
  record Row(
      UUID student,
      String name,
      @Nullable HandInVersion newest,
      @Nullable Lateness late,
      List<HandInVersion> versions,
      @Nullable ResultView result,
      List<ResultView> results) {

    /** How often it was handed in. */
    public int times() {
      return versions.size();
    }

    /** All that one version got, the newest last. */
    List<ResultView> of(UUID version) {
      return results.stream().filter(r -> r.handIn().equals(Optional.of(version))).toList();
    }

    /** What is looked at first: what is nearly empty, then what came again, then the others. */
    int haste() {
      return newest == null || newest.finding().isEmpty() ? times() > 1 ? 1 : 2 : 0;
    }

    public boolean hasWork() {
      return newest != null;
    }

    public boolean lookedAt() {
      return result != null;
    }

    /** Whether it was looked at, and is not handed back, not even for later. */
    public boolean waits() {
      return result != null && result.back().isEmpty();
    }
  }

  private final HandIns handIns;
  private final Results results;
  private final Replies replies;
  private final Postings postings;
  private final People people;
  private final Clock clock;

  WorkRows(
      HandIns handIns,
      Results results,
      Replies replies,
      Postings postings,
      People people,
      Clock clock) {
    this.handIns = handIns;
    this.results = results;
    this.replies = replies;
    this.postings = postings;
    this.people = people;
    this.clock = clock;
  }

  /** All students of a section, what they have handed in and what it got, by name. */
  List<Row> rows(TaskView task, SectionView of, Optional<Instant> due) {
    Map<UUID, List<HandInVersion>> byStudent = new HashMap<>();
    for (HandInVersion version : handIns.ofSection(task.id(), of.id())) {
      version
          .students()
          .forEach(s -> byStudent.computeIfAbsent(s, first -> new ArrayList<>()).add(version));
    }
    Map<UUID, ResultView> byVersion = new HashMap<>();
    Map<UUID, ResultView> onPaper = new HashMap<>();
    List<ResultView> given = results.ofTask(task.id(), of.id());
    for (ResultView result : given) {
      result
          .handIn()
          .ifPresentOrElse(
              h -> byVersion.put(h, result), () -> onPaper.put(result.student(), result));
    }
    Set<UUID> all = new HashSet<>(of.students());
    all.addAll(byStudent.keySet());
    Map<UUID, People.Contact> names = people.contacts(all);
    return all.stream()
        .filter(names::containsKey)
        .map(
            s -> {
              List<HandInVersion> own = byStudent.getOrDefault(s, List.of());
              HandInVersion newest = own.isEmpty() ? null : own.getLast();
              return new Row(
                  s,
                  There.in(names, s).name(),
                  newest,
                  late(own, task, of, due).orElse(null),
                  own,
                  newest == null ? onPaper.get(s) : byVersion.get(newest.id()),
                  given.stream()
                      .filter(
                          r -> own.stream().anyMatch(v -> r.handIn().equals(Optional.of(v.id()))))
                      .toList());
            })
        .sorted(Comparator.comparing(Row::name, PersonNames.BY_FAMILY_NAME))
        .toList();
  }

  /** Whose answers to what came back nobody has read. */
  Set<UUID> unread(List<Row> all) {
    return replies
        .unread(all.stream().flatMap(r -> r.versions().stream()).map(HandInVersion::id).toList())
        .stream()
        .map(Replies.Reply::student)
        .collect(Collectors.toSet());
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
