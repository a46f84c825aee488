package school.kerygma.app.classroom.audience;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.plan.rounds.Rounds;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.There;
import school.kerygma.core.audience.Progress;
import school.kerygma.core.audience.Reminder;
import school.kerygma.core.audience.Watched;
import school.kerygma.core.roster.PersonNames;
import school.kerygma.core.time.Edge;

/** Who of a section watched which stop and ticked which task, and what follows from it. */
@Component
class FollowUpMatrix {

  /** One stop's cell. */
  record Cell(int number, int percent, int again, long seconds, long ofSeconds) {}

  /**
   * One task's cell.
   *
   * @param due when it was due, if it is late
   */
  record Ticked(Optional<Instant> at, Optional<Instant> due) {}

  /** One student's row. */
  record Row(
      UUID student,
      String name,
      boolean begun,
      boolean followed,
      Optional<Reminder> reminder,
      List<Cell> cells,
      List<Ticked> ticks) {

    public @Nullable Reminder remind() {
      return reminder.orElse(null);
    }
  }

  /** Students who want the same reminding. */
  record Remind(Reminder why, List<Row> students) {}

  /** What follows from it. */
  record Summary(
      List<Remind> remind,
      long notBegun,
      long followed,
      Optional<StopView> again,
      double againShare) {}

  private final Scores scores;
  private final Audience audience;
  private final Postings postings;
  private final Scripts scripts;
  private final Tasks tasks;
  private final People people;
  private final Rounds rounds;
  private final Clock clock;

  FollowUpMatrix(
      Scores scores,
      Audience audience,
      Postings postings,
      Scripts scripts,
      Tasks tasks,
      People people,
      Rounds rounds,
      Clock clock) {
    this.scores = scores;
    this.audience = audience;
    this.postings = postings;
    this.scripts = scripts;
    this.tasks = tasks;
    this.people = people;
    this.rounds = rounds;
    this.clock = clock;
  }

  void show(DeliveryView delivery, List<SectionView> own, Model model) {
    SectionView section =
        delivery.among(
            own.stream().filter(s -> s.id().equals(delivery.section())).findFirst().orElseThrow());
    List<TaskView> put = tasks.among(delivery.tasks());
    List<StopView> stops =
        delivery.walkthrough().stream()
            .flatMap(w -> scripts.stopsOf(w).stream())
            .filter(StopView::recorded)
            .toList();
    Map<UUID, People.Contact> contacts = people.contacts(section.students());
    Map<UUID, Map<UUID, Watched>> watched =
        delivery
            .walkthrough()
            .flatMap(scores::current)
            .map(s -> audience.watched(s, section.students()))
            .orElse(Map.of());
    Map<UUID, Map<UUID, Instant>> ticks = audience.ticks(section.students(), delivery.tasks());
    Map<UUID, Progress> progress =
        audience
            .progress(List.of(delivery), List.of(section))
            .getOrDefault(delivery.id(), Map.of());
    Map<UUID, Instant> over = over(delivery, section, put);
    List<Row> rows = new ArrayList<>();
    for (UUID student : section.students()) {
      Map<UUID, Watched> seen = watched.getOrDefault(student, Map.of());
      Map<UUID, Instant> ticked = ticks.getOrDefault(student, Map.of());
      List<Ticked> done =
          put.stream()
              .map(
                  t -> {
                    Optional<Instant> at = Optional.ofNullable(ticked.get(t.id()));
                    Optional<Instant> due = Optional.ofNullable(over.get(t.id()));
                    return new Ticked(at, at.isPresent() ? Optional.empty() : due);
                  })
              .toList();
      List<String> late =
          put.stream()
              .filter(t -> over.containsKey(t.id()) && !ticked.containsKey(t.id()))
              .map(TaskView::title)
              .toList();
      rows.add(
          new Row(
              student,
              There.in(contacts, student).name(),
              There.in(progress, student).begun(),
              There.in(progress, student).followed(),
              Reminder.of(
                  There.in(progress, student),
                  late,
                  delivery.moments().goesUpAt(),
                  delivery.moments().dueAt(),
                  clock.instant()),
              stops.stream().map(s -> cell(s, seen.get(s.id()))).toList(),
              done));
    }
    rows.sort(
        Comparator.comparing(
                (Row r) -> r.reminder().orElse(null), Comparator.nullsLast(Reminder.PRESSING))
            .thenComparing(Row::followed)
            .thenComparing(Row::name, PersonNames.BY_FAMILY_NAME));
    model.addAttribute("delivery", delivery);
    model.addAttribute("due", lastDue(delivery, section, put));
    model.addAttribute("section", section);
    model.addAttribute("walkthrough", delivery.walkthrough().map(scripts::head).orElse(null));
    model.addAttribute("stops", stops);
    model.addAttribute("tasks", put);
    model.addAttribute("rounds", rounds.among(put.stream().map(TaskView::id).toList()));
    model.addAttribute("rows", rows);
    model.addAttribute("summary", summary(rows, stops, watched));
  }

  /** When the last of it is due, as its tasks say it; without any, as it was posted. */
  private Instant lastDue(DeliveryView delivery, SectionView section, List<TaskView> put) {
    Standing standing = Standing.of(postings.ofSections(List.of(section.id())), clock.instant());
    return put.stream()
        .flatMap(t -> standing.due(t, section, Optional.of(delivery)).stream())
        .map(Standing.Due::at)
        .max(Instant::compareTo)
        .orElse(delivery.moments().dueAt());
  }

  /** The required tasks whose time is over, and when it was. */
  private Map<UUID, Instant> over(DeliveryView delivery, SectionView section, List<TaskView> put) {
    Standing standing = Standing.of(postings.ofSections(List.of(section.id())), clock.instant());
    Map<UUID, Instant> over = new HashMap<>();
    for (TaskView task : put) {
      Instant due =
          standing.due(task, section).map(Standing.Due::at).orElse(delivery.moments().dueAt());
      if (task.sheet().in(section.id()).required() && Edge.isOver(due, clock.instant())) {
        over.put(task.id(), due);
      }
    }
    return over;
  }

  private static Cell cell(StopView stop, @Nullable Watched w) {
    if (w == null) {
      return new Cell(stop.number(), 0, 0, 0, stop.recordedMs() / 1000);
    }
    return new Cell(
        stop.number(),
        (int) Math.round(100 * w.share()),
        (int) Math.round(100 * Math.min(1, w.shareAgain())),
        Math.round(w.seen().lengthMs() / 1000.0),
        Math.round(w.ofMs() / 1000.0));
  }

  private static Summary summary(
      List<Row> rows, List<StopView> stops, Map<UUID, Map<UUID, Watched>> watched) {
    Optional<StopView> most = Optional.empty();
    double share = 0;
    for (StopView stop : stops) {
      List<Watched> own =
          watched.values().stream()
              .map(m -> m.get(stop.id()))
              .filter(java.util.Objects::nonNull)
              .toList();
      double again = Watched.meanAgain(own);
      if (again > share) {
        share = again;
        most = Optional.of(stop);
      }
    }
    return new Summary(
        remind(rows),
        rows.stream().filter(r -> !r.begun()).count(),
        rows.stream().filter(Row::followed).count(),
        most,
        share);
  }

  /** The most pressing first. */
  private static List<Remind> remind(List<Row> rows) {
    Map<Reminder, List<Row>> alike = new TreeMap<>(Reminder.PRESSING);
    rows.forEach(
        r -> r.reminder().ifPresent(w -> alike.computeIfAbsent(w, k -> new ArrayList<>()).add(r)));
    return alike.entrySet().stream().map(e -> new Remind(e.getKey(), e.getValue())).toList();
  }
}
