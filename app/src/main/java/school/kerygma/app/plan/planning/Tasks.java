package school.kerygma.app.plan.planning;

import java.time.Clock;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Keeps;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.jobs.Nightly;
import school.kerygma.app.ground.jobs.OnShelf;
import school.kerygma.app.ground.jobs.Shelf;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.SectionTouched;

/** Plans tasks. */
@Service
@Transactional
public class Tasks implements Keeps, OnShelf {

  private final Task.Repository tasks;
  private final TaskReads reads;
  private final ApplicationEventPublisher events;
  private final Clock clock;
  private final Shelf shelf;

  Tasks(
      ApplicationEventPublisher events,
      Task.Repository tasks,
      TaskReads reads,
      Clock clock,
      Shelf shelf) {
    this.reads = reads;
    this.events = events;
    this.shelf = shelf;
    this.tasks = tasks;
    this.clock = clock;
  }

  public UUID plan(UUID owner, TaskSheet sheet) {
    events.publishEvent(new SectionTouched(sheet.days().keySet()));
    return tasks.save(new Task(owner, sheet, tasks.lastPosition(owner) + 1, clock.instant())).id();
  }

  /**
   * Changes a task.
   *
   * @param version of the task that was looked at
   * @throws OptimisticLockingFailureException if somebody has changed it since
   */
  public void change(UUID task, int version, TaskSheet sheet) {
    Task changed = tasks.findById(task).orElseThrow(Problem::notFound);
    if (changed.version() != version) {
      throw new OptimisticLockingFailureException("Changed since version " + version);
    }
    Set<UUID> sections = new HashSet<>(changed.sections());
    changed.change(sheet);
    sections.addAll(sheet.days().keySet());
    events.publishEvent(new SectionTouched(sections));
  }

  /** A task that is put away or taken out is so for its sections. */
  @EventListener
  void on(Shelf.Moved moved) {
    if (moved.kind() == Shelf.Of.TASK) {
      events.publishEvent(new SectionTouched(tasks.sectionsOf(moved.id())));
    }
  }

  /** Tasks that were put away long ago are gone, with what was ticked. */
  @EventListener
  void on(Nightly night) {
    for (UUID id : shelf.before(Shelf.Of.TASK, night.emptied())) {
      events.publishEvent(new TaskGone(id));
      tasks.deleteWhole(id);
    }
  }

  @Transactional(readOnly = true)
  public TaskView get(UUID task) {
    return find(task).orElseThrow(Problem::notFound);
  }

  @Transactional(readOnly = true)
  public Optional<TaskView> find(UUID task) {
    return reads.among(List.of(task)).stream().findFirst();
  }

  /** A teacher's tasks that stand between two days, and some others. */
  @Transactional(readOnly = true)
  public List<TaskView> toExplain(
      UUID teacher, LocalDate first, LocalDate last, Collection<UUID> others) {
    Set<UUID> ids = new HashSet<>(others);
    ids.addAll(tasks.idsOfOwner(teacher, first, last));
    return among(ids);
  }

  /** In the order of doing. */
  @Transactional(readOnly = true)
  public List<TaskView> among(Collection<UUID> ids) {
    return reads.among(ids);
  }

  /** Tasks whose title or line beneath holds some words, in any capitals; the newest 50. */
  @Transactional(readOnly = true)
  public List<TaskView> withWords(Collection<UUID> sections, String words) {
    if (sections.isEmpty() || words.isBlank()) {
      return List.of();
    }
    String like =
        "%" + words.strip().replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_") + "%";
    return among(tasks.idsWith(sections, like));
  }

  /** The sections that do the task which a teacher planned last; none if there is none. */
  @Transactional(readOnly = true)
  public Set<UUID> sectionsOfLast(UUID teacher) {
    return Set.copyOf(tasks.sectionsOfLast(teacher));
  }

  /** The tasks for which a handout is to be read. */
  @Transactional(readOnly = true)
  public List<UUID> reading(UUID handout) {
    return tasks.reading(handout);
  }

  /** The tasks of which a handout is the answer key. */
  @Transactional(readOnly = true)
  public List<UUID> keyed(UUID handout) {
    return tasks.keyed(handout);
  }

  /** How many tasks the sections have in each week, by its Monday. */
  @Transactional(readOnly = true)
  public Map<LocalDate, Integer> perWeek(Collection<UUID> sections) {
    Map<LocalDate, Integer> weeks = new TreeMap<>();
    if (!sections.isEmpty()) {
      tasks
          .daysOf(sections)
          .forEach(row -> weeks.merge(LocalDate.parse(row[1].toString()), 1, Integer::sum));
    }
    return weeks;
  }

  /** Tasks that one of the sections does on one of the days, both included. */
  @Transactional(readOnly = true)
  public List<TaskView> between(Collection<UUID> sections, LocalDate first, LocalDate last) {
    return reads.between(sections, first, last);
  }

  @Override
  public List<Kept> kept() {
    return List.of(Kept.teachers("task", "owner_id"));
  }

  @Override
  public Shelf.Of kind() {
    return Shelf.Of.TASK;
  }
}
