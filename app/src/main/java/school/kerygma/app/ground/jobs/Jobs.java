package school.kerygma.app.ground.jobs;

import java.time.Clock;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.Keeps;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.access.Access.Circle;

/** Starts long work, tells how far it is, and cancels it. */
@Service
@Transactional
public class Jobs implements Gate.CircleSource, Keeps {

  /**
   * How far a piece of work is.
   *
   * @param percent 0 to 100
   * @param problem key of the words that say what went wrong, or empty
   * @param detail what those words name, or empty
   */
  public record View(
      UUID id, UUID subject, Job.State state, int percent, String problem, String detail) {}

  private final JobItem.Repository items;
  private final ObjectProvider<JobRunner> runner;
  private final Clock clock;

  Jobs(JobItem.Repository items, ObjectProvider<JobRunner> runner, Clock clock) {
    this.items = items;
    this.runner = runner;
    this.clock = clock;
  }

  /**
   * Work that failed.
   *
   * @param label what it was about
   * @param problem key of the words that say what went wrong
   * @param detail what those words name, or empty
   */
  public record Failed(UUID id, String label, String problem, String detail) {}

  /** Starts work once the transaction around this call is committed. */
  public UUID start(String kind, UUID subject, UUID owner) {
    return start(kind, subject, owner, "");
  }

  /**
   * Starts work once the transaction around this call is committed.
   *
   * @param label what it is about, to name it if it fails; up to 255 characters
   */
  public UUID start(String kind, UUID subject, UUID owner, String label) {
    JobItem item = items.save(new JobItem(kind, subject, owner, label, clock.instant()));
    runner.getObject().schedule(item);
    return item.id();
  }

  @Transactional(readOnly = true)
  public Optional<View> find(UUID id) {
    return items.findById(id).map(Jobs::view);
  }

  /** Work, or what came of it on the same subject: takes are done, and a score is made of them. */
  @Transactional(readOnly = true)
  public Optional<View> orWhatFollows(UUID id) {
    return find(id)
        .flatMap(w -> w.state() == Job.State.DONE ? latest(w.subject()) : Optional.of(w));
  }

  /** Whether any work, of anybody, waits or runs. */
  @Transactional(readOnly = true)
  public boolean isAnyLeft() {
    return items.existsByStateIn(List.of(Job.State.WAITING, Job.State.RUNNING));
  }

  /** The newest work on a subject. */
  @Transactional(readOnly = true)
  public Optional<View> latest(UUID subject) {
    return items.latest(subject).map(Jobs::view);
  }

  /** The newest work of a kind on a subject. */
  @Transactional(readOnly = true)
  public Optional<View> latest(UUID subject, String kind) {
    return items.latest(subject, kind).map(Jobs::view);
  }

  @Transactional(readOnly = true)
  public Map<UUID, View> latestOf(Collection<UUID> subjects) {
    return subjects.isEmpty()
        ? Map.of()
        : items.latestOf(List.copyOf(subjects)).stream()
            .map(Jobs::view)
            .collect(Collectors.toMap(View::subject, v -> v, (a, b) -> a));
  }

  /** What failed of a person's work and was not put away, the newest first. */
  @Transactional(readOnly = true)
  public List<Failed> failed(UUID owner, String kind) {
    return items.failed(owner, kind).stream()
        .map(w -> new Failed(w.id(), w.label(), view(w).problem(), view(w).detail()))
        .toList();
  }

  /** Says no more that something failed. */
  public void putAway(UUID id) {
    items.findById(id).orElseThrow(Problem::notFound).putAway();
  }

  /** Cancels work: what waits is cleared at once, what runs stops at its next step. */
  @Transactional(propagation = Propagation.NOT_SUPPORTED)
  public void cancel(UUID id) {
    if (items.cancelWaiting(id) == 1) {
      items.findById(id).ifPresent(runner.getObject()::clear);
    } else {
      items.cancelRunning(id);
    }
  }

  private static View view(JobItem w) {
    int percent = w.total() == 0 ? 0 : Math.min(100, 100 * w.done() / w.total());
    String problem = w.problem() == null ? "" : w.problem();
    return new View(
        w.id(),
        w.subjectId(),
        w.state(),
        w.state() == Job.State.DONE ? 100 : percent,
        problem,
        w.problemDetail() == null ? "" : w.problemDetail());
  }

  @Override
  public List<Gate.Kind> kinds() {
    return List.of(Gate.Kind.JOB);
  }

  @Override
  @Transactional(readOnly = true)
  public Circle circle(Gate.Kind kind, UUID id) {
    return items
        .findById(id)
        .map(w -> Circle.ofTeachers(java.util.Set.of(w.ownerId())))
        .orElse(Circle.NOBODY);
  }

  @Override
  public List<Kept> kept() {
    return List.of(Kept.theirs("work", "owner_id"));
  }
}
