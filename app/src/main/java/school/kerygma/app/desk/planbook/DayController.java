package school.kerygma.app.desk.planbook;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Fields;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.plan.planning.DayNotes;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.frame.Ribbon;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.time.Meeting;
import school.kerygma.core.time.SchoolCalendar;

/** One day for the wall of the room, with its starter lines, and for who stands in. */
@Controller
class DayController {

  /** A section's day. */
  record SectionDay(
      SectionView section,
      WeekView.Cell cell,
      Optional<Meeting.Hours> hours,
      List<WeekView.Planned> ofWeek) {

    /** What the day has, as students find it: what comes first today stands first. */
    public List<WeekView.Planned> tasks() {
      Map<UUID, WeekView.Planned> ordered = new LinkedHashMap<>();
      cell.note().first().stream()
          .flatMap(id -> ofWeek.stream().filter(p -> p.task().id().equals(id)))
          .forEach(p -> ordered.put(p.task().id(), p));
      cell.tasks().forEach(p -> ordered.putIfAbsent(p.task().id(), p));
      return List.copyOf(ordered.values());
    }

    /** What opens by a word that is given in class: who stands in must know it. */
    public List<TaskView> opened() {
      return tasks().stream()
          .map(WeekView.Planned::task)
          .filter(t -> !t.sheet().word().isEmpty())
          .toList();
    }

    /** What comes first on the day, by its titles. */
    public List<String> first() {
      return cell.note().first().stream()
          .flatMap(id -> ofWeek.stream().filter(p -> p.task().id().equals(id)))
          .map(p -> p.task().title())
          .toList();
    }
  }

  private final Weeks weeks;
  private final DayNotes notes;
  private final Tasks tasks;
  private final Sections sections;
  private final Handouts handouts;
  private final Gate gate;
  private final Clock clock;

  DayController(
      Weeks weeks,
      DayNotes notes,
      Tasks tasks,
      Sections sections,
      Handouts handouts,
      Gate gate,
      Clock clock) {
    this.tasks = tasks;
    this.handouts = handouts;
    this.weeks = weeks;
    this.notes = notes;
    this.sections = sections;
    this.gate = gate;
    this.clock = clock;
  }

  @GetMapping("/plan/day")
  String day(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam(required = false) @Nullable LocalDate day,
      Model model) {
    List<SectionView> all = sections.ofTeacher(me.id());
    if (all.isEmpty()) {
      throw Problem.notFound();
    }
    LocalDate today = all.getFirst().calendar().dateOf(clock.instant());
    LocalDate asked = Optional.ofNullable(day).orElse(today);
    // A plan book has no weekends; the Monday after is what a wall needs then.
    LocalDate shown =
        asked.getDayOfWeek().getValue() > 5 ? SchoolCalendar.mondayOf(asked).plusWeeks(1) : asked;
    List<SectionView> own = SectionView.during(shown, all);
    List<SectionDay> days = new ArrayList<>();
    for (WeekView.Row row : weeks.of(me.id(), own, shown, today).rows()) {
      row.cells().stream()
          .filter(c -> c.date().equals(shown))
          .forEach(
              c ->
                  days.add(
                      new SectionDay(
                          row.section(),
                          c,
                          row.section()
                              .meets()
                              .on(shown, row.section().calendar())
                              .flatMap(Meeting::hours),
                          row.cells().stream().flatMap(w -> w.tasks().stream()).toList())));
    }
    model.addAttribute("day", shown);
    model.addAttribute("days", days);
    model.addAttribute("papers", papers(days));
    model.addAttribute("ribbon", Ribbon.of(own.getFirst().calendar(), shown, today));
    return "planbook/day";
  }

  /** The papers that are to be read on the day, by their ids. */
  private Map<UUID, String> papers(List<SectionDay> days) {
    Set<UUID> ids =
        days.stream()
            .flatMap(d -> d.tasks().stream())
            .flatMap(t -> t.task().sheet().handouts().stream())
            .collect(Collectors.toSet());
    return handouts.titles(ids);
  }

  /** The tasks that are chosen to come first, in their order, each once. */
  private List<TaskView> first(@Nullable List<String> sent) {
    List<UUID> ids = new ArrayList<>();
    for (String one : sent == null ? List.<String>of() : sent) {
      if (one != null && !one.isEmpty() && !ids.contains(Fields.id(one))) {
        ids.add(Fields.id(one));
      }
    }
    return tasks.among(ids).stream()
        .sorted(Comparator.comparing(t -> ids.indexOf(t.id())))
        .toList();
  }

  @PostMapping("/plan/day")
  String write(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam LocalDate day,
      @RequestParam(name = "section", required = false) @Nullable Set<UUID> chosen,
      @RequestParam(defaultValue = "") String seen,
      @RequestParam String starter,
      @RequestParam String forSubstitute,
      @RequestParam(required = false) @Nullable List<String> first) {
    if (chosen == null) {
      throw Problem.refused("no-section-day");
    }
    chosen.forEach(s -> gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, s));
    List<TaskView> put = first(first);
    for (UUID section : chosen) {
      List<UUID> own =
          put.stream()
              .filter(t -> t.sheet().days().containsKey(section))
              .map(TaskView::id)
              .toList();
      notes.write(new DayNotes.Note(section, day, starter, forSubstitute, own), seen);
    }
    return "redirect:/plan/day?day=" + day;
  }
}
