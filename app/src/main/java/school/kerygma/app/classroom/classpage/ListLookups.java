package school.kerygma.app.classroom.classpage;

import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.classroom.posting.ChangesSinceTold;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.results.ComeBack;
import school.kerygma.app.classroom.results.Promises;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.plan.planning.Worths;
import school.kerygma.app.plan.rounds.Rounds;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.plan.Opens;
import school.kerygma.core.round.RoundRule;

/** What is looked up once for all of a student's sections. */
@Component
class ListLookups {

  /** What is known of a student and of what is up for them. */
  record Known(
      Map<UUID, TaskView> tasks,
      Map<UUID, Instant> ticks,
      Set<UUID> opened,
      Map<UUID, HandInVersion> handed,
      Set<UUID> answeredWork,
      Map<Promises.Key, LocalDate> promised,
      Set<UUID> ways,
      Set<UUID> chosen,
      Map<UUID, List<TaskView>> term,
      Map<UUID, RoundRule> rounds,
      Set<UUID> answered,
      Map<UUID, ListedTask.Explained> explained,
      Map<UUID, ListedTask.Explained> explainedWays,
      Map<UUID, String> papers,
      Worths worths,
      ChangesSinceTold.Changes told) {}

  private final Tasks tasks;
  private final Handouts handouts;
  private final WhereExplained where;
  private final Audience audience;
  private final ChangesSinceTold told;
  private final HandIns handIns;
  private final ComeBack comeBack;
  private final Rounds rounds;

  ListLookups(
      Tasks tasks,
      Handouts handouts,
      WhereExplained where,
      Audience audience,
      ChangesSinceTold told,
      HandIns handIns,
      ComeBack comeBack,
      Rounds rounds) {
    this.tasks = tasks;
    this.handouts = handouts;
    this.where = where;
    this.audience = audience;
    this.told = told;
    this.handIns = handIns;
    this.comeBack = comeBack;
    this.rounds = rounds;
  }

  /**
   * Looks up what is known of what is up.
   *
   * @param whole whether all that is read beside a task is looked up too
   */
  Known of(UUID student, List<SectionView> own, List<DeliveryView> up, boolean whole) {
    Set<UUID> ids = new HashSet<>();
    up.forEach(d -> ids.addAll(d.tasks()));
    Map<UUID, TaskView> posted =
        tasks.among(ids).stream().collect(Collectors.toMap(TaskView::id, t -> t));
    Set<UUID> papers = new HashSet<>();
    Set<UUID> talks = whole ? walkthroughs(up) : Set.of();
    for (TaskView task : whole ? posted.values() : List.<TaskView>of()) {
      papers.addAll(task.sheet().allHandouts());
      papers.addAll(task.sheet().keys());
    }
    Map<UUID, RoundRule> shared =
        rounds.of(ids).stream().collect(Collectors.toMap(Rounds.Round::task, Rounds.Round::rule));
    Map<UUID, HandInVersion> handed = handIns.latest(asking(posted.values()), student);
    Map<UUID, List<TaskView>> term = term(own, posted.values());
    Map<UUID, TaskView> all = new HashMap<>(posted);
    term.values().forEach(of -> of.forEach(t -> all.putIfAbsent(t.id(), t)));
    return new Known(
        all,
        audience.ticks(Set.of(student), all.keySet()).getOrDefault(student, Map.of()),
        audience.opened(
            student,
            posted.values().stream()
                .filter(t -> t.sheet().opens() == Opens.WHEN_THE_WORD_IS_GIVEN)
                .map(TaskView::id)
                .toList()),
        handed,
        comeBack.among(handed.values().stream().map(HandInVersion::id).toList()),
        handed.isEmpty() ? Map.of() : comeBack.promised(own),
        audience.ways(student, ids),
        audience.chosen(student, ids),
        term,
        shared,
        rounds.answered(student, shared.keySet()),
        where.tasks(ids, talks),
        where.ways(posted.values(), talks),
        handouts.titles(papers),
        worths(whole ? own : List.of()),
        told.of(whole ? up.stream().map(DeliveryView::id).toList() : List.of()));
  }

  /** Tasks for which something is handed in. */
  private static Set<UUID> asking(Collection<TaskView> all) {
    return all.stream()
        .filter(t -> t.sheet().handIn().isPresent())
        .map(TaskView::id)
        .collect(Collectors.toSet());
  }

  /** The tasks of a section's term, where one that is up waits for all of them. */
  private Map<UUID, List<TaskView>> term(List<SectionView> own, Collection<TaskView> posted) {
    Map<UUID, List<TaskView>> term = new HashMap<>();
    for (SectionView section : own) {
      boolean waits =
          posted.stream()
              .anyMatch(
                  t ->
                      t.sheet().days().containsKey(section.id())
                          && t.sheet().opens().waitsForAll());
      if (waits) {
        term.put(
            section.id(),
            tasks.between(
                Set.of(section.id()),
                section.calendar().firstMonday(),
                section.calendar().end().minusDays(1)));
      }
    }
    return term;
  }

  /** Points are weighed against all of the term, and that is looked up only where they are. */
  private Worths worths(List<SectionView> own) {
    List<SectionView> weighing = own.stream().filter(s -> !s.grading().kinds().isEmpty()).toList();
    List<TaskView> term = new ArrayList<>();
    if (!weighing.isEmpty()) {
      LocalDate first =
          weighing.stream()
              .map(s -> s.calendar().firstMonday())
              .min(LocalDate::compareTo)
              .orElseThrow();
      LocalDate last =
          weighing.stream().map(s -> s.calendar().end()).max(LocalDate::compareTo).orElseThrow();
      term.addAll(tasks.between(weighing.stream().map(SectionView::id).toList(), first, last));
    }
    return Worths.of(weighing, term);
  }

  private static Set<UUID> walkthroughs(List<DeliveryView> up) {
    return up.stream().flatMap(d -> d.walkthrough().stream()).collect(Collectors.toSet());
  }
}
