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
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.PostedTitles;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.plan.rounds.Rounds;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.audience.Progress;
import school.kerygma.core.audience.Reminder;
import school.kerygma.core.audience.Watched;
import school.kerygma.core.time.Edge;

/** Who has followed: students as rows, stops and tasks as columns. */
@Controller
class FollowUpController {

  /** One posting, to choose from. */
  record Choice(UUID delivery, String title, Audience.Share share, boolean chosen) {}

  /** The postings of one section, the newest first. */
  record Choices(String section, List<Choice> postings) {}

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

  private final Audience audience;
  private final Postings postings;
  private final Sections sections;
  private final Scripts scripts;
  private final Scores scores;
  private final Tasks tasks;
  private final PostedTitles titles;
  private final People people;
  private final Rounds rounds;
  private final Clock clock;

  FollowUpController(
      Audience audience,
      Postings postings,
      Sections sections,
      Scripts scripts,
      Scores scores,
      Tasks tasks,
      PostedTitles titles,
      People people,
      Rounds rounds,
      Clock clock) {
    this.rounds = rounds;
    this.audience = audience;
    this.postings = postings;
    this.sections = sections;
    this.scripts = scripts;
    this.scores = scores;
    this.tasks = tasks;
    this.titles = titles;
    this.people = people;
    this.clock = clock;
  }

  @GetMapping("/follow-up")
  String followUp(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam(required = false) @Nullable UUID delivery,
      @RequestParam(required = false) @Nullable UUID student,
      @RequestParam(defaultValue = "false") boolean earlier,
      Model model) {
    List<SectionView> taught = sections.ofTeacher(me.id());
    // Of a term that is over nobody is followed any more, unless one asks for it.
    boolean hasOver = taught.stream().anyMatch(s -> s.isOver(clock.instant()));
    List<SectionView> own =
        taught.stream().filter(s -> earlier || !s.isOver(clock.instant())).toList();
    model.addAttribute("earlier", earlier);
    model.addAttribute("hasOver", hasOver);
    List<DeliveryView> up =
        postings.ofSections(own.stream().map(SectionView::id).toList()).stream()
            .filter(DeliveryView::hasAnything)
            .filter(d -> !d.moments().goesUpAt().isAfter(clock.instant()))
            .toList();
    Map<UUID, String> called = titles.of(up);
    List<DeliveryView> all =
        up.stream()
            .sorted(
                Comparator.comparing((DeliveryView d) -> d.moments().goesUpAt())
                    .reversed()
                    .thenComparing(d -> called.getOrDefault(d.id(), "")))
            .toList();
    Optional<DeliveryView> shown =
        all.stream()
            .filter(d -> d.id().equals(delivery))
            .findFirst()
            .or(() -> all.stream().findFirst());
    Map<UUID, Audience.Share> shares = audience.shares(all, own);
    List<Choices> choices = new ArrayList<>();
    for (SectionView section : own) {
      List<Choice> postings =
          all.stream()
              .filter(d -> d.section().equals(section.id()))
              .map(
                  d ->
                      new Choice(
                          d.id(),
                          called.getOrDefault(d.id(), ""),
                          shares.get(d.id()),
                          shown.filter(d::equals).isPresent()))
              .toList();
      if (!postings.isEmpty()) {
        choices.add(new Choices(section.name(), postings));
      }
    }
    model.addAttribute("choices", choices);
    model.addAttribute("opened", student);
    shown.ifPresent(
        d -> {
          model.addAttribute("called", called.getOrDefault(d.id(), ""));
          addMatrix(d, own, model);
        });
    return "audience/follow-up";
  }

  private void addMatrix(DeliveryView delivery, List<SectionView> own, Model model) {
    SectionView section =
        own.stream().filter(s -> s.id().equals(delivery.section())).findFirst().orElseThrow();
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
              contacts.get(student).name(),
              progress.get(student).begun(),
              progress.get(student).followed(),
              Reminder.of(
                  progress.get(student),
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
            .thenComparing(Row::name));
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
