package school.kerygma.app.classroom.posting;

import java.time.Clock;
import java.time.Duration;
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
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.jobs.Nightly;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;

/**
 * What students and families were told of tasks that are up, and what has changed since. Whatever
 * changes it (the task, its day, the posting, the school's time), what they were told stays until
 * they are told anew.
 */
@Service
@Transactional
public class ChangesSinceTold {

  /** How long a page says that something has changed, after it was told. */
  private static final Duration SHOWN = Duration.ofDays(7);

  /** What of a task can be another. */
  public enum What {
    TITLE,
    DUE,
    MINUTES,
    POINTS,
    PLACE,
    DETAIL
  }

  /**
   * One thing that has changed.
   *
   * @param was as it was told: words, a number or an instant; empty if there was none
   * @param is as it is now, the same way
   */
  public record Change(What what, String was, String is) {

    static Optional<Change> of(What what, String was, String is) {
      return was.equals(is) ? Optional.empty() : Optional.of(new Change(what, was, is));
    }

    /** The moment it was due. */
    public Instant wasAt() {
      return Instant.parse(was);
    }

    /** The moment it is due. */
    public Instant isAt() {
      return Instant.parse(is);
    }
  }

  /** A task of a delivery with all that has changed. */
  public record Changed(TaskView task, List<Change> changes) {}

  /** All that was told of some deliveries. */
  public static final class Changes {

    private final Map<UUID, Map<UUID, List<TaskAsTold>>> rounds = new HashMap<>();

    private Changes(List<TaskAsTold> all) {
      for (TaskAsTold one : all) {
        rounds
            .computeIfAbsent(one.key().deliveryId(), d -> new HashMap<>())
            .computeIfAbsent(one.key().taskId(), t -> new ArrayList<>())
            .add(one);
      }
    }

    private List<TaskAsTold> of(UUID delivery, UUID task) {
      return rounds.getOrDefault(delivery, Map.of()).getOrDefault(task, List.of());
    }

    /** What has changed since it was told the last time. */
    public List<Change> open(UUID delivery, TaskView task, Instant due) {
      List<TaskAsTold> told = of(delivery, task.id());
      return told.isEmpty() ? List.of() : told.getLast().since(task.sheet(), due);
    }

    /** What a page says to be another: what was not told yet, and what was told lately. */
    public List<Change> lately(UUID delivery, TaskView task, Instant due, Instant now) {
      List<TaskAsTold> told = of(delivery, task.id());
      if (told.isEmpty()) {
        return List.of();
      }
      boolean lately = told.size() > 1 && told.getLast().toldAt().plus(SHOWN).isAfter(now);
      return told.get(told.size() - (lately ? 2 : 1)).since(task.sheet(), due);
    }
  }

  private final TaskAsTold.Repository told;
  private final Postings postings;
  private final Tasks tasks;
  private final Sections sections;
  private final ApplicationEventPublisher events;
  private final Clock clock;

  ChangesSinceTold(
      TaskAsTold.Repository told,
      Postings postings,
      Tasks tasks,
      Sections sections,
      ApplicationEventPublisher events,
      Clock clock) {
    this.told = told;
    this.postings = postings;
    this.tasks = tasks;
    this.sections = sections;
    this.events = events;
    this.clock = clock;
  }

  /** What was told of some deliveries. */
  @Transactional(readOnly = true)
  public Changes of(Collection<UUID> deliveries) {
    return new Changes(deliveries.isEmpty() ? List.of() : told.of(deliveries));
  }

  /** What has changed in deliveries that are up, and nobody has been told. */
  @Transactional(readOnly = true)
  public Map<UUID, List<Changed>> open(Collection<DeliveryView> deliveries) {
    List<DeliveryView> up = deliveries.stream().filter(DeliveryView::up).toList();
    Changes all = of(up.stream().map(DeliveryView::id).toList());
    Map<UUID, List<Changed>> changed = new HashMap<>();
    if (all.rounds.isEmpty()) {
      return changed;
    }
    for (Now now : now(up)) {
      List<Change> changes = all.open(now.delivery().id(), now.task(), now.due());
      if (!changes.isEmpty()) {
        changed
            .computeIfAbsent(now.delivery().id(), d -> new ArrayList<>())
            .add(new Changed(now.task(), changes));
      }
    }
    return changed;
  }

  /** What was told lately of one delivery, or is not told yet, for who is told of it now. */
  @Transactional(readOnly = true)
  public List<Changed> lately(DeliveryView delivery) {
    Changes all = of(List.of(delivery.id()));
    return now(List.of(delivery)).stream()
        .map(
            n ->
                new Changed(
                    n.task(), all.lately(delivery.id(), n.task(), n.due(), clock.instant())))
        .filter(c -> !c.changes().isEmpty())
        .toList();
  }

  private record Now(DeliveryView delivery, TaskView task, Instant due) {}

  private List<Now> now(List<DeliveryView> of) {
    Set<UUID> ids = new HashSet<>();
    of.forEach(d -> ids.addAll(d.tasks()));
    Map<UUID, TaskView> known = new HashMap<>();
    tasks.among(ids).forEach(t -> known.put(t.id(), t));
    Map<UUID, SectionView> classes = new HashMap<>();
    sections
        .among(of.stream().map(DeliveryView::section).distinct().toList())
        .forEach(s -> classes.put(s.id(), s));
    List<Now> all = new ArrayList<>();
    for (DeliveryView delivery : of) {
      SectionView section = There.in(classes, delivery.section());
      Standing standing = Standing.of(List.of(delivery), clock.instant());
      delivery.tasks().stream()
          .filter(known::containsKey)
          .map(t -> There.in(known, t).in(delivery.section()))
          .forEach(
              t ->
                  standing
                      .due(t, section, Optional.of(delivery))
                      .ifPresent(d -> all.add(new Now(delivery, t, d.at()))));
    }
    return all;
  }

  /** What goes up is told as it is then. */
  @EventListener
  void on(DeliveryWentUp event) {
    note(event.delivery());
  }

  /** What went up before this was noted is taken to have been told as it is. */
  @EventListener
  void on(Nightly night) {
    begin(postings.neverTold());
  }

  /** What is put up later is told as it is then. */
  @EventListener
  void on(WordsChanged event) {
    if (event.delivery().up()) {
      begin(List.of(event.delivery()));
    }
  }

  private void begin(List<DeliveryView> up) {
    Changes all = of(up.stream().map(DeliveryView::id).toList());
    for (Now now : now(up)) {
      if (all.of(now.delivery().id(), now.task().id()).isEmpty()) {
        keep(now, 0);
      }
    }
  }

  /**
   * What has changed is told now, once: a second press finds nothing new.
   *
   * @param write whether a letter goes to those whom it concerns; the pages say it either way
   */
  public void tell(UUID delivery, boolean write) {
    DeliveryView of = postings.held(delivery);
    List<Changed> open = open(List.of(of)).getOrDefault(delivery, List.of());
    if (open.isEmpty()) {
      return;
    }
    note(of);
    if (write) {
      Set<UUID> changed = new HashSet<>();
      open.forEach(c -> changed.add(c.task().id()));
      events.publishEvent(new DeliveryChanged(of, changed));
    }
  }

  /** All that has changed since it was told is told as it is now. */
  void note(DeliveryView delivery) {
    Changes before = of(List.of(delivery.id()));
    for (Now now : now(List.of(delivery))) {
      List<TaskAsTold> rounds = before.of(delivery.id(), now.task().id());
      if (rounds.isEmpty() || !rounds.getLast().since(now.task().sheet(), now.due()).isEmpty()) {
        keep(now, rounds.size());
      }
    }
  }

  private void keep(Now now, int round) {
    TaskSheet sheet = now.task().sheet();
    told.save(
        new TaskAsTold(
            new TaskAsTold.Key(now.delivery().id(), now.task().id(), round),
            sheet,
            now.due(),
            clock.instant()));
  }
}
