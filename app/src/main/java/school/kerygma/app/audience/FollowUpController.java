package school.kerygma.app.audience;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.accounts.People;
import school.kerygma.app.accounts.SignedIn;
import school.kerygma.app.planning.TaskView;
import school.kerygma.app.planning.Tasks;
import school.kerygma.app.posting.DeliveryView;
import school.kerygma.app.posting.PostedTitles;
import school.kerygma.app.posting.Postings;
import school.kerygma.app.scores.Scores;
import school.kerygma.app.scripts.Scripts;
import school.kerygma.app.scripts.StopView;
import school.kerygma.app.sections.SectionView;
import school.kerygma.app.sections.Sections;
import school.kerygma.core.audience.Progress;
import school.kerygma.core.audience.Watched;

/** Who has followed: students as rows, stops and tasks as columns. */
@Controller
class FollowUpController {

  /** One posting of one section, to choose from. */
  record Choice(UUID delivery, String section, String title, boolean chosen) {}

  /** One stop's cell. */
  record Cell(int number, int percent, int again, long seconds, long ofSeconds) {}

  /** One student's row. */
  record Row(
      String name,
      boolean begun,
      boolean followed,
      List<Cell> cells,
      List<Optional<Instant>> ticks) {}

  /** What follows from it. */
  record Summary(
      List<String> notStarted, long followed, Optional<StopView> again, double againShare) {}

  private final Audience audience;
  private final Postings postings;
  private final Sections sections;
  private final Scripts scripts;
  private final Scores scores;
  private final Tasks tasks;
  private final PostedTitles titles;
  private final People people;
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
      Clock clock) {
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
      Model model) {
    List<SectionView> own = sections.ofTeacher(me.id());
    List<DeliveryView> all =
        postings.ofSections(own.stream().map(SectionView::id).toList()).stream()
            .filter(DeliveryView::hasAnything)
            .filter(d -> !d.moments().goesUpAt().isAfter(clock.instant()))
            .sorted(Comparator.comparing((DeliveryView d) -> d.moments().goesUpAt()).reversed())
            .toList();
    Optional<DeliveryView> shown =
        all.stream()
            .filter(d -> d.id().equals(delivery))
            .findFirst()
            .or(() -> all.stream().findFirst());
    Map<UUID, String> called = titles.of(all);
    List<Choice> choices = new ArrayList<>();
    for (DeliveryView d : all) {
      String section =
          own.stream()
              .filter(s -> s.id().equals(d.section()))
              .map(SectionView::name)
              .findFirst()
              .orElse("");
      choices.add(
          new Choice(
              d.id(),
              section,
              called.getOrDefault(d.id(), ""),
              shown.filter(d::equals).isPresent()));
    }
    model.addAttribute("choices", choices);
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
    List<Row> rows = new ArrayList<>();
    for (UUID student : section.students()) {
      Map<UUID, Watched> seen = watched.getOrDefault(student, Map.of());
      Map<UUID, Instant> ticked = ticks.getOrDefault(student, Map.of());
      rows.add(
          new Row(
              contacts.get(student).name(),
              progress.get(student).begun(),
              progress.get(student).followed(),
              stops.stream().map(s -> cell(s, seen.get(s.id()))).toList(),
              put.stream().map(t -> Optional.ofNullable(ticked.get(t.id()))).toList()));
    }
    rows.sort(
        Comparator.comparing(Row::begun).thenComparing(Row::followed).thenComparing(Row::name));
    model.addAttribute("delivery", delivery);
    model.addAttribute("section", section);
    model.addAttribute("walkthrough", delivery.walkthrough().map(scripts::head).orElse(null));
    model.addAttribute("stops", stops);
    model.addAttribute("tasks", put);
    model.addAttribute("rows", rows);
    model.addAttribute("summary", summary(rows, stops, watched));
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
        rows.stream().filter(r -> !r.begun()).map(Row::name).sorted().toList(),
        rows.stream().filter(Row::followed).count(),
        most,
        share);
  }
}
