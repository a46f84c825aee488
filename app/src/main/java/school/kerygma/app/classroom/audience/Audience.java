package school.kerygma.app.classroom.audience;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SequencedMap;
import java.util.Set;
import java.util.UUID;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.accounts.Remembers;
import school.kerygma.app.ground.accounts.Sight;
import school.kerygma.app.ground.jobs.Nightly;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskGone;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.TaskUse;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.plan.rounds.RoundStands;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.core.There;
import school.kerygma.core.audience.Progress;
import school.kerygma.core.audience.Watched;
import school.kerygma.core.plan.ChoiceBoard;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;
import school.kerygma.core.walkthrough.RunningOrder;

/** Notes what students watch and tick, and sums it up. */
@Service
@Transactional
public class Audience implements Remembers, TaskUse {

  private static final int MAX_SPANS = 100;

  private final Tick.Repository notes;
  private final WayTick.Repository ways;
  private final Tasks tasks;
  private final Scores scores;
  private final Clock clock;

  Audience(
      Tick.Repository notes, WayTick.Repository ways, Tasks tasks, Scores scores, Clock clock) {
    this.notes = notes;
    this.ways = ways;
    this.tasks = tasks;
    this.scores = scores;
    this.clock = clock;
  }

  /** Ticks a task off; doing it twice keeps the first time. */
  public void tick(UUID student, UUID task, boolean done) {
    if (done) {
      notes.tick(task, student, clock.instant());
    } else {
      notes.untick(task, student);
    }
  }

  /** Who has done all that a round asks has done its task. */
  @EventListener
  void on(RoundStands round) {
    tick(round.student(), round.task(), round.done());
  }

  /**
   * Ticks one way of a task off. The task itself is ticked as long as enough ways are; two ways
   * ticked at once are counted one after the other.
   *
   * @throws Problem if the task has no such way
   */
  public void tickWay(UUID student, UUID task, UUID way, boolean done) {
    ways.holdFor(student);
    TaskSheet sheet = tasks.get(task).sheet();
    ChoiceBoard board = sheet.board().orElseThrow(Problem::notFound);
    if (board.ways().stream().noneMatch(w -> w.id().equals(way))) {
      throw Problem.notFound();
    }
    if (done) {
      ways.tick(way, student, task, clock.instant());
    } else {
      ways.untick(way, student);
    }
    if (sheet.handIn().isEmpty()) { // Else it is done when it is handed in.
      tick(student, task, board.isDone(own(ways(Set.of(student), Set.of(task)), student)));
    }
  }

  /**
   * A student chooses one of several ways. Of a task of which one is done another takes its place,
   * until work on it has begun; of one of which several are done they are chosen one by one.
   *
   * @throws Problem if there is no such way, or one was begun and the choice is full
   */
  public void choose(UUID student, UUID task, UUID way) {
    ways.holdFor(student);
    ChoiceBoard board = tasks.get(task).sheet().board().orElseThrow(Problem::notFound);
    if (board.isParts() || board.ways().stream().noneMatch(w -> w.id().equals(way))) {
      throw Problem.notFound();
    }
    Set<UUID> offered = board.ways().stream().map(ChoiceBoard.Way::id).collect(Collectors.toSet());
    Set<UUID> chosen = new HashSet<>(own(chosen(Set.of(student), Set.of(task)), student));
    chosen.retainAll(offered);
    if (chosen.size() >= board.pick() && !chosen.contains(way)) {
      if (!own(ways(Set.of(student), Set.of(task)), student).isEmpty()) {
        throw Problem.conflict("way-begun");
      }
      ways.chooseNone(student, task);
    }
    ways.choose(way, student, task, clock.instant());
  }

  /** The ways that each student has chosen, or ticked off. */
  @Transactional(readOnly = true)
  public Map<UUID, Set<UUID>> chosen(Collection<UUID> students, Collection<UUID> of) {
    return byStudent(students, of, () -> ways.chosen(students, of));
  }

  /** Pairs of a student and something. */
  private static Map<UUID, Set<UUID>> byStudent(
      Collection<UUID> students, Collection<UUID> of, Supplier<List<Object[]>> pairs) {
    Map<UUID, Set<UUID>> all = new HashMap<>();
    if (!students.isEmpty() && !of.isEmpty()) {
      for (Object[] pair : pairs.get()) {
        all.computeIfAbsent((UUID) pair[0], first -> new HashSet<>()).add((UUID) pair[1]);
      }
    }
    return all;
  }

  /** Opens a task for a student who has written its word. */
  public void open(UUID student, UUID task) {
    notes.open(task, student, clock.instant());
  }

  /** Which of some tasks a word has opened for each student. */
  @Transactional(readOnly = true)
  public Map<UUID, Set<UUID>> opened(Collection<UUID> students, Collection<UUID> of) {
    return byStudent(students, of, () -> notes.opened(students, of));
  }

  /** The ways that each student ticked off. */
  @Transactional(readOnly = true)
  public Map<UUID, Set<UUID>> ways(Collection<UUID> students, Collection<UUID> of) {
    return byStudent(students, of, () -> ways.among(students, of));
  }

  private static Set<UUID> own(Map<UUID, Set<UUID>> all, UUID student) {
    return all.getOrDefault(student, Set.of());
  }

  /**
   * Notes what was played since the last beacon. A beacon that arrives twice counts once.
   *
   * @param viewing one opening of the player
   * @param number of the beacon in that viewing
   * @param played stretches of the score's program
   */
  public void watched(UUID student, UUID score, UUID viewing, int number, List<Span> played) {
    if (played.size() > MAX_SPANS || number < 0) {
      throw Problem.refused("unreadable");
    }
    if (notes.beacon(viewing, number, student, clock.instant()) == 0) {
      return;
    }
    RunningOrder order = scores.get(score).order();
    for (Span span : played) {
      for (RunningOrder.TakeSpan take : order.takesIn(span)) {
        notes.played(
            student, take.takeId(), take.span().startMs(), take.span().endMs(), clock.instant());
      }
    }
  }

  /** When each of the students ticked each of the tasks. */
  @Transactional(readOnly = true)
  public Map<UUID, Map<UUID, Instant>> ticks(Collection<UUID> students, Collection<UUID> tasks) {
    Map<UUID, Map<UUID, Instant>> ticks = new HashMap<>();
    if (!students.isEmpty() && !tasks.isEmpty()) {
      for (Tick t : notes.among(students, tasks)) {
        ticks
            .computeIfAbsent(t.studentId(), added -> new HashMap<>())
            .put(t.taskId(), t.tickedAt());
      }
    }
    return ticks;
  }

  /**
   * How much of each stop each student has watched, of what the walkthrough plays now.
   *
   * @return by student, then by stop in running order; a student who watched nothing is there too
   */
  @Transactional(readOnly = true)
  public Map<UUID, Map<UUID, Watched>> watched(Scores.Info score, Collection<UUID> students) {
    return watched(score, students, played(takes(score), students));
  }

  private static Map<UUID, Map<UUID, Watched>> watched(
      Scores.Info score, Collection<UUID> students, Map<UUID, Map<UUID, List<Span>>> playedBy) {
    Map<UUID, SequencedMap<UUID, Spans>> stops = new LinkedHashMap<>();
    for (RunningOrder.Segment s : score.order().segments()) {
      stops
          .computeIfAbsent(s.part().stopId(), added -> new LinkedHashMap<>())
          .merge(s.part().takeId(), Spans.of(s.part().span()), Spans::union);
    }
    Map<UUID, Map<UUID, Watched>> all = new HashMap<>();
    for (UUID student : students) {
      Map<UUID, List<Span>> own = playedBy.getOrDefault(student, Map.of());
      Map<UUID, Watched> watched = new LinkedHashMap<>();
      stops.forEach((stop, takes) -> watched.put(stop, Watched.ofTakes(takes, own)));
      all.put(student, watched);
    }
    return all;
  }

  private static Set<UUID> takes(Scores.Info score) {
    return score.order().segments().stream()
        .map(s -> s.part().takeId())
        .collect(Collectors.toSet());
  }

  /**
   * Where the students of sections stand with what was posted to them.
   *
   * @return by delivery, then by student
   */
  @Transactional(readOnly = true)
  public Map<UUID, Map<UUID, Progress>> progress(
      Collection<DeliveryView> deliveries, Collection<SectionView> sections) {
    Set<UUID> put = new HashSet<>();
    deliveries.forEach(d -> put.addAll(d.tasks()));
    Set<UUID> students = new HashSet<>();
    sections.forEach(s -> students.addAll(s.students()));
    return progress(deliveries, sections, ticks(students, put));
  }

  /**
   * The same for who knows already what was ticked.
   *
   * @param ticked by student and task
   */
  @Transactional(readOnly = true)
  public Map<UUID, Map<UUID, Progress>> progress(
      Collection<DeliveryView> deliveries,
      Collection<SectionView> sections,
      Map<UUID, Map<UUID, Instant>> ticked) {
    Map<UUID, SectionView> byId =
        sections.stream().collect(Collectors.toMap(SectionView::id, s -> s));
    Set<UUID> students = new HashSet<>();
    Set<UUID> walkthroughs = new HashSet<>();
    for (DeliveryView d : deliveries) {
      students.addAll(d.among(There.in(byId, d.section())).students());
      d.walkthrough().ifPresent(walkthroughs::add);
    }
    Map<UUID, Scores.Info> current = scores.currentOf(walkthroughs);
    Set<UUID> takes = new HashSet<>();
    current.values().forEach(s -> takes.addAll(takes(s)));
    Map<UUID, Map<UUID, List<Span>>> played = played(takes, students);
    Map<UUID, Map<UUID, Progress>> all = new HashMap<>();
    for (DeliveryView d : deliveries) {
      Set<UUID> own = d.among(There.in(byId, d.section())).students();
      Map<UUID, Map<UUID, Watched>> watched =
          d.walkthrough()
              .map(current::get)
              .map(score -> watched(score, own, played))
              .orElse(Map.of());
      Map<UUID, Progress> progress = new HashMap<>();
      for (UUID student : own) {
        Set<UUID> done = new HashSet<>(ticked.getOrDefault(student, Map.of()).keySet());
        done.retainAll(d.tasks());
        progress.put(
            student,
            Progress.of(
                d.walkthrough().map(w -> watched.getOrDefault(student, Map.of()).values()),
                done.size(),
                d.tasks().size()));
      }
      all.put(d.id(), progress);
    }
    return all;
  }

  /**
   * How many students have begun and followed what was posted to them.
   *
   * @param of how many there are
   */
  public record Share(int begun, int followed, int of) {

    static Share of(Collection<Progress> all) {
      return new Share(
          (int) all.stream().filter(Progress::begun).count(),
          (int) all.stream().filter(Progress::followed).count(),
          all.size());
    }

    /** For a measure: percent of the students, 0 if there are none. */
    public int percent(int some) {
      return of == 0 ? 0 : Math.round(100f * some / of);
    }
  }

  /** The shares of deliveries. */
  @Transactional(readOnly = true)
  public Map<UUID, Share> shares(
      Collection<DeliveryView> deliveries, Collection<SectionView> sections) {
    Map<UUID, Share> shares = new HashMap<>();
    progress(deliveries, sections).forEach((d, all) -> shares.put(d, Share.of(all.values())));
    return shares;
  }

  @EventListener
  void on(TaskGone gone) {
    notes.forgetTicksAt(gone.task());
    notes.forgetWaysAt(gone.task());
  }

  @EventListener
  void on(Nightly night) {
    notes.forgetBeaconsBefore(night.yesterday());
    notes.joinPlayed(night.yesterday());
    notes.forgetOldPlayed(night.now());
    notes.forgetOldTicks(night.now());
    notes.forgetOldWays(night.now());
  }

  @Override
  public List<Kept> kept() {
    return List.of(
        Kept.oneEach("opened", "student_id", "task_id"),
        Kept.oneEach("tick", "student_id", "task_id"),
        Kept.oneEach("way_tick", "student_id", "way_id"),
        Kept.oneEach("way_choice", "student_id", "way_id"),
        Kept.theirs("played", "student_id"),
        Kept.theirs("beacon", "student_id"));
  }

  @Override
  public String heading() {
    return "done";
  }

  @Override
  @Transactional(readOnly = true)
  public List<?> about(UUID person, Sight sight) {
    return Stream.concat(
            notes.ticksAbout(person).stream()
                .filter(r -> sight.sees(Gate.Kind.TASK, (UUID) r[2]))
                .map(r -> Map.of("ticked", r[0], "at", String.valueOf(r[1]))),
            notes.playedAbout(person).stream()
                .filter(r -> sight.sees(Gate.Kind.WALKTHROUGH, (UUID) r[4]))
                .map(
                    r ->
                        Map.of(
                            "played",
                            r[0],
                            "stop",
                            r[1],
                            "ms",
                            r[2],
                            "last",
                            String.valueOf(r[3]))))
        .toList();
  }

  private Map<UUID, Map<UUID, List<Span>>> played(Set<UUID> takes, Collection<UUID> students) {
    Map<UUID, Map<UUID, List<Span>>> played = new HashMap<>();
    if (!takes.isEmpty() && !students.isEmpty()) {
      for (Object[] row : notes.playedOf(takes, students)) {
        played
            .computeIfAbsent((UUID) row[0], added -> new HashMap<>())
            .computeIfAbsent((UUID) row[1], added -> new ArrayList<>())
            .add(Span.of(((Number) row[2]).longValue(), ((Number) row[3]).longValue()));
      }
    }
    return played;
  }

  @Override
  @Transactional(readOnly = true)
  public boolean uses(UUID task) {
    return notes.isTicked(task);
  }
}
