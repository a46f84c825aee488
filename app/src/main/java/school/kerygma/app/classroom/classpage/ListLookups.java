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
   * Looks up what is known of what is up, for all of some students together.
   *
   * @param own the sections of each student
   * @param up what is listed for each
   * @param whole whether all that is read beside a task is looked up too
   */
  Map<UUID, Known> of(
      Map<UUID, List<SectionView>> own, Map<UUID, List<DeliveryView>> up, boolean whole) {
    Set<UUID> students = own.keySet();
    List<SectionView> sections = own.values().stream().flatMap(List::stream).distinct().toList();
    List<DeliveryView> listed = up.values().stream().flatMap(List::stream).distinct().toList();
    Set<UUID> ids = new HashSet<>();
    listed.forEach(d -> ids.addAll(d.tasks()));
    Map<UUID, TaskView> posted =
        tasks.among(ids).stream().collect(Collectors.toMap(TaskView::id, t -> t));
    Set<UUID> papers = new HashSet<>();
    Set<UUID> talks = whole ? walkthroughs(listed) : Set.of();
    for (TaskView task : whole ? posted.values() : List.<TaskView>of()) {
      papers.addAll(task.sheet().allHandouts());
      papers.addAll(task.sheet().keys());
    }
    Map<UUID, RoundRule> shared =
        rounds.of(ids).stream().collect(Collectors.toMap(Rounds.Round::task, Rounds.Round::rule));
    Map<UUID, Map<UUID, HandInVersion>> handed = handIns.latest(asking(posted.values()), students);
    Map<UUID, List<TaskView>> term = term(sections, posted.values());
    Map<UUID, TaskView> all = new HashMap<>(posted);
    term.values().forEach(of -> of.forEach(t -> all.putIfAbsent(t.id(), t)));
    Map<UUID, Map<UUID, Instant>> ticks = audience.ticks(students, all.keySet());
    Map<UUID, Set<UUID>> opened = audience.opened(students, byWord(posted.values()));
    Set<UUID> answeredWork =
        comeBack.among(
            handed.values().stream()
                .flatMap(of -> of.values().stream())
                .map(HandInVersion::id)
                .collect(Collectors.toSet()));
    Map<Promises.Key, LocalDate> promised =
        handed.isEmpty() ? Map.of() : comeBack.promised(sections);
    Map<UUID, Set<UUID>> ways = audience.ways(students, offering(posted.values()));
    Map<UUID, Set<UUID>> chosen = audience.chosen(students, offering(posted.values()));
    Map<UUID, Set<UUID>> answered = rounds.answered(students, shared.keySet());
    Map<UUID, ListedTask.Explained> explained = where.tasks(ids, talks);
    Map<UUID, ListedTask.Explained> explainedWays = where.ways(posted.values(), talks);
    Map<UUID, String> titles = handouts.titles(papers);
    Worths worths = worths(whole ? sections : List.of());
    ChangesSinceTold.Changes told =
        this.told.of(whole ? listed.stream().map(DeliveryView::id).toList() : List.of());
    Map<UUID, Known> known = new HashMap<>();
    for (UUID student : students) {
      known.put(
          student,
          new Known(
              all,
              ticks.getOrDefault(student, Map.of()),
              opened.getOrDefault(student, Set.of()),
              handed.getOrDefault(student, Map.of()),
              answeredWork,
              promised,
              ways.getOrDefault(student, Set.of()),
              chosen.getOrDefault(student, Set.of()),
              term,
              shared,
              answered.getOrDefault(student, Set.of()),
              explained,
              explainedWays,
              titles,
              worths,
              told));
    }
    return known;
  }

  /** Tasks that open when their word is given. */
  private static List<UUID> byWord(Collection<TaskView> all) {
    return all.stream()
        .filter(t -> t.sheet().opens() == Opens.WHEN_THE_WORD_IS_GIVEN)
        .map(TaskView::id)
        .toList();
  }

  /** Tasks of which there are several ways, or parts. */
  private static List<UUID> offering(Collection<TaskView> all) {
    return all.stream().filter(t -> t.sheet().board().isPresent()).map(TaskView::id).toList();
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
