package school.kerygma.app.planning;

import java.time.Clock;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.problems.Problem;

/** Plans tasks. */
@Service
@Transactional
public class Tasks {

  private final Task.Repository tasks;
  private final Clock clock;

  Tasks(Task.Repository tasks, Clock clock) {
    this.tasks = tasks;
    this.clock = clock;
  }

  public UUID plan(UUID owner, TaskSheet sheet) {
    return tasks.save(new Task(owner, sheet, tasks.lastPosition(owner) + 1, clock.instant())).id();
  }

  public void change(UUID task, TaskSheet sheet) {
    tasks.findById(task).orElseThrow(Problem::notFound).change(sheet);
  }

  @Transactional(readOnly = true)
  public TaskView get(UUID task) {
    return tasks.findById(task).map(Task::view).orElseThrow(Problem::notFound);
  }

  @Transactional(readOnly = true)
  public Optional<TaskView> find(UUID task) {
    return tasks.findById(task).map(Task::view);
  }

  @Transactional(readOnly = true)
  public List<TaskView> ofTeacher(UUID teacher) {
    return tasks.ofOwner(teacher).stream().map(Task::view).toList();
  }

  /** In the order of doing. */
  @Transactional(readOnly = true)
  public List<TaskView> among(Collection<UUID> ids) {
    return ids.isEmpty() ? List.of() : tasks.among(ids).stream().map(Task::view).toList();
  }

  /** Tasks that one of the sections does on one of the days, both included. */
  @Transactional(readOnly = true)
  public List<TaskView> between(Collection<UUID> sections, LocalDate first, LocalDate last) {
    return sections.isEmpty() ? List.of() : among(tasks.idsIn(sections, first, last));
  }
}
