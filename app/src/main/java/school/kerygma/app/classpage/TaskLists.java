package school.kerygma.app.classpage;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.audience.Audience;
import school.kerygma.app.planning.TaskView;
import school.kerygma.app.planning.Tasks;
import school.kerygma.app.posting.DeliveryView;
import school.kerygma.app.posting.DueDates;
import school.kerygma.app.posting.Postings;
import school.kerygma.app.sections.SectionView;
import school.kerygma.app.sections.Sections;
import school.kerygma.app.walkthroughs.Scores;
import school.kerygma.app.walkthroughs.Scripts;
import school.kerygma.app.walkthroughs.StopView;
import school.kerygma.core.time.SchoolCalendar;
import school.kerygma.core.time.Span;

/** Makes the lists of what students have to do: the same for the class page and the family page. */
@Service
@Transactional(readOnly = true)
class TaskLists {

  private final Sections sections;
  private final Postings postings;
  private final Tasks tasks;
  private final Scripts scripts;
  private final Scores scores;
  private final Audience audience;
  private final Clock clock;

  TaskLists(
      Sections sections,
      Postings postings,
      Tasks tasks,
      Scripts scripts,
      Scores scores,
      Audience audience,
      Clock clock) {
    this.sections = sections;
    this.postings = postings;
    this.tasks = tasks;
    this.scripts = scripts;
    this.scores = scores;
    this.audience = audience;
    this.clock = clock;
  }

  /** One section's part of a student's list. */
  record SectionList(SectionView section, List<DeliveryView> up, List<ListedTask> tasks) {}

  private record Placed(TaskView task, DeliveryView delivery, LocalDate day) {}

  /**
   * What a student has to do in the week that holds {@code shown}, and what is late from before,
   * section by section, in the order of doing.
   */
  List<SectionList> of(UUID student, LocalDate shown) {
    List<SectionView> own = sections.ofStudent(student);
    Map<UUID, List<DeliveryView>> up =
        postings.ofSections(own.stream().map(SectionView::id).toList()).stream()
            .filter(DeliveryView::up)
            .collect(Collectors.groupingBy(DeliveryView::section));
    Set<UUID> ids = new HashSet<>();
    up.values().forEach(all -> all.forEach(d -> ids.addAll(d.tasks())));
    Map<UUID, TaskView> known =
        tasks.among(ids).stream().collect(Collectors.toMap(TaskView::id, t -> t));
    Map<UUID, Instant> ticks = audience.ticks(Set.of(student), ids).getOrDefault(student, Map.of());
    Map<UUID, ListedTask.Explained> explained = explained(ids, walkthroughs(up.values()));
    List<SectionList> lists = new ArrayList<>();
    for (SectionView section : own) {
      List<DeliveryView> deliveries = up.getOrDefault(section.id(), List.of());
      List<Placed> placed = placed(section, deliveries, known, shown, ticks);
      lists.add(new SectionList(section, deliveries, listed(section, placed, ticks, explained)));
    }
    return lists;
  }

  private static Set<UUID> walkthroughs(Collection<List<DeliveryView>> up) {
    return up.stream()
        .flatMap(List::stream)
        .flatMap(d -> d.walkthrough().stream())
        .collect(Collectors.toSet());
  }

  private List<Placed> placed(
      SectionView section,
      List<DeliveryView> deliveries,
      Map<UUID, TaskView> known,
      LocalDate shown,
      Map<UUID, Instant> ticks) {
    LocalDate monday = SchoolCalendar.mondayOf(shown);
    Map<UUID, Placed> placed = new HashMap<>();
    for (DeliveryView delivery : deliveries) {
      for (UUID id : delivery.tasks()) {
        TaskView task = known.get(id);
        LocalDate day = DueDates.dayOf(section, task, delivery);
        boolean thisWeek = SchoolCalendar.mondayOf(day).equals(monday);
        boolean lateFromBefore =
            day.isBefore(monday)
                && !ticks.containsKey(id)
                && delivery.moments().dueAt().isBefore(clock.instant());
        if (thisWeek || lateFromBefore) {
          placed.put(id, new Placed(task, delivery, day));
        }
      }
    }
    return placed.values().stream()
        .sorted(Comparator.comparing(Placed::day).thenComparing(p -> p.task().position()))
        .toList();
  }

  private List<ListedTask> listed(
      SectionView section,
      List<Placed> placed,
      Map<UUID, Instant> ticks,
      Map<UUID, ListedTask.Explained> explained) {
    List<ListedTask> listed = new ArrayList<>();
    boolean beforeDone = true;
    for (Placed p : placed) {
      Optional<Instant> ticked = Optional.ofNullable(ticks.get(p.task().id()));
      Instant due = DueDates.of(section, p.task(), p.delivery());
      listed.add(
          new ListedTask(
              listed.size() + 1,
              p.task(),
              section.id(),
              p.day(),
              due,
              ticked,
              state(p, ticked, due, beforeDone),
              Optional.ofNullable(explained.get(p.task().id()))));
      beforeDone = ticked.isPresent();
    }
    return listed;
  }

  private ListedTask.State state(
      Placed p, Optional<Instant> ticked, Instant due, boolean beforeDone) {
    if (ticked.isPresent()) {
      return ListedTask.State.DONE;
    }
    if (p.task().sheet().inOrder() && !beforeDone) {
      return ListedTask.State.WAITS;
    }
    return due.isBefore(clock.instant()) ? ListedTask.State.LATE : ListedTask.State.OPEN;
  }

  /** Where the posted walkthroughs explain the tasks; the first stop counts. */
  private Map<UUID, ListedTask.Explained> explained(Set<UUID> taskIds, Set<UUID> walkthroughs) {
    Map<UUID, Scores.Info> current = scores.currentOf(walkthroughs);
    Map<UUID, ListedTask.Explained> explained = new HashMap<>();
    for (StopView stop : scripts.explaining(taskIds)) {
      Scores.Info score = current.get(stop.walkthrough());
      Optional<Span> span = score == null ? Optional.empty() : score.order().programOf(stop.id());
      span.ifPresent(
          s ->
              stop.tasks()
                  .forEach(
                      task ->
                          explained.putIfAbsent(
                              task,
                              new ListedTask.Explained(
                                  stop.walkthrough(),
                                  stop.id(),
                                  stop.number(),
                                  s.startMs(),
                                  s.endMs()))));
    }
    return explained;
  }
}
