package school.kerygma.app.desk.planbook;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.PlanChanges;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.plan.planning.WeekCopy;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.There;
import school.kerygma.core.plan.ChoiceBoard;
import school.kerygma.core.time.SchoolCalendar;

/**
 * Brings a unit to another time or to another section: its weeks, tasks, papers, keys and ways, and
 * the walkthroughs that explain them. Nothing of it is posted.
 */
@Service
@Transactional
class Units {

  /** The longest unit, in weeks. */
  static final int MOST_WEEKS = 12;

  /** How far ahead weeks with school are looked for. */
  private static final int FARTHEST_WEEKS = 60;

  /** A walkthrough that explains some of the work, and how many tasks. */
  record Talk(Scripts.Head head, int tasks) {}

  /** A walkthrough that was brought along. */
  record Brought(UUID walkthrough, String title) {}

  /** What has come of it. */
  record Done(WeekCopy copy, List<Brought> talks) {}

  private final PlanChanges changes;
  private final Tasks tasks;
  private final Scripts scripts;
  private final ApplicationEventPublisher events;

  Units(PlanChanges changes, Tasks tasks, Scripts scripts, ApplicationEventPublisher events) {
    this.changes = changes;
    this.tasks = tasks;
    this.scripts = scripts;
    this.events = events;
  }

  /**
   * Which week goes where: one after the other, over weeks in which none of the sections has
   * school.
   *
   * @param source the first Monday
   * @param count how many weeks, 1 to {@link #MOST_WEEKS}
   * @param target the first Monday to which they go
   */
  static Map<LocalDate, LocalDate> weeks(
      LocalDate source,
      int count,
      LocalDate target,
      Collection<SectionView> from,
      Collection<SectionView> to) {
    if (count < 1 || count > MOST_WEEKS) {
      throw Problem.refused("unit-weeks").at("weeks");
    }
    Map<LocalDate, LocalDate> weeks = new LinkedHashMap<>();
    LocalDate at = target;
    for (int i = 0; i < count; i++) {
      LocalDate week = source.plusWeeks(i);
      if (i == 0 || hasSchool(week, from)) {
        LocalDate next = at;
        for (int n = 0; weeks.size() > 0 && n < FARTHEST_WEEKS && !hasSchool(next, to); n++) {
          next = next.plusWeeks(1);
        }
        weeks.put(week, next);
        at = next.plusWeeks(1);
      }
    }
    return weeks;
  }

  private static boolean hasSchool(LocalDate monday, Collection<SectionView> of) {
    return SchoolCalendar.schoolWeek(monday).stream()
        .anyMatch(d -> of.stream().anyMatch(s -> s.calendar().isSchoolDay(d)));
  }

  /** A teacher's walkthroughs that explain what would be copied. */
  @Transactional(readOnly = true)
  public List<Talk> talks(UUID teacher, WeekCopy copy) {
    Map<UUID, Set<UUID>> explained = new LinkedHashMap<>();
    Set<UUID> copied = copy.tasks().stream().map(WeekCopy.Again::was).collect(Collectors.toSet());
    for (StopView stop : explaining(copy)) {
      Set<UUID> of = explained.computeIfAbsent(stop.walkthrough(), w -> new HashSet<>());
      stop.tasks().stream().filter(copied::contains).forEach(of::add);
    }
    Map<UUID, Scripts.Head> heads = scripts.heads(explained.keySet());
    List<Talk> talks = new ArrayList<>();
    explained.forEach(
        (walkthrough, of) -> {
          if (There.in(heads, walkthrough).owner().equals(teacher)) {
            talks.add(new Talk(There.in(heads, walkthrough), of.size()));
          }
        });
    return talks;
  }

  /** The stops that explain what is copied, or one of its ways. */
  private List<StopView> explaining(WeekCopy copy) {
    Set<UUID> ways = new HashSet<>();
    copy.tasks().stream()
        .flatMap(t -> t.sheet().board().stream())
        .flatMap(b -> b.ways().stream())
        .forEach(w -> w.stop().ifPresent(ways::add));
    List<StopView> stops =
        new ArrayList<>(
            scripts.explaining(copy.tasks().stream().map(WeekCopy.Again::was).toList()));
    stops.addAll(scripts.among(ways));
    return stops;
  }

  /**
   * Brings it.
   *
   * @param talks the walkthroughs that come along, each as a copy
   */
  public Done bring(
      UUID owner, List<WeekCopy.Pair> pairs, Map<LocalDate, LocalDate> weeks, Set<UUID> talks) {
    PlanChanges.Copied copied = changes.copy(owner, pairs, weeks);
    Set<UUID> own = new HashSet<>();
    talks(owner, copied.copy()).forEach(t -> own.add(t.head().id()));
    List<Brought> brought = new ArrayList<>();
    Map<UUID, UUID> stops = new HashMap<>();
    Map<UUID, LocalDate> first = firstWeeks(copied, weeks);
    for (UUID talk : talks) {
      if (!own.contains(talk)) {
        throw Problem.notFound();
      }
      var copy = scripts.copy(talk, owner, copied.now());
      stops.putAll(copy.stops());
      brought.add(new Brought(copy.to(), scripts.head(copy.to()).title()));
      LocalDate explained =
          scripts.stopsOf(talk).stream()
              .flatMap(s -> s.tasks().stream())
              .map(first::get)
              .filter(d -> d != null)
              .min(LocalDate::compareTo)
              .orElse(weeks.keySet().iterator().next());
      events.publishEvent(new UnitBrought(copy.to(), pairs, weeks, explained));
    }
    tieWays(copied.now().values(), stops);
    return new Done(copied.copy(), brought);
  }

  private Map<UUID, LocalDate> firstWeeks(
      PlanChanges.Copied copied, Map<LocalDate, LocalDate> weeks) {
    Map<UUID, LocalDate> first = new HashMap<>();
    for (TaskView task : tasks.among(copied.now().keySet())) {
      task.sheet().days().values().stream()
          .map(SchoolCalendar::mondayOf)
          .filter(weeks::containsKey)
          .min(LocalDate::compareTo)
          .ifPresent(monday -> first.put(task.id(), monday));
    }
    return first;
  }

  /** Ways are explained by the copies of the stops that explained them. */
  private void tieWays(Collection<UUID> made, Map<UUID, UUID> stops) {
    for (TaskView task : tasks.among(made)) {
      ChoiceBoard board = task.sheet().board().orElse(null);
      if (board != null) {
        Map<UUID, UUID> ties = new HashMap<>();
        board
            .ways()
            .forEach(w -> w.stop().ifPresent(s -> ties.put(w.id(), stops.getOrDefault(s, s))));
        tasks.change(task.id(), task.version(), task.sheet().choosing(board.explained(ties)));
      }
    }
  }
}
