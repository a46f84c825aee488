package school.kerygma.app.posting;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.accounts.Gate;
import school.kerygma.app.accounts.SignedIn;
import school.kerygma.app.planning.TaskView;
import school.kerygma.app.planning.Tasks;
import school.kerygma.app.problems.Problem;
import school.kerygma.app.sections.SectionView;
import school.kerygma.app.sections.Sections;
import school.kerygma.app.walkthroughs.Scripts;
import school.kerygma.app.walkthroughs.StopView;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.time.Moments;
import school.kerygma.core.time.SchoolCalendar;

/** The screen on which a walkthrough is posted, and later changed or withdrawn. */
@Controller
class PostingController {

  /** A section as a row of the screen, with proposed or present moments. */
  record Row(
      SectionView section,
      Moments moments,
      Optional<DeliveryView> delivery,
      List<Moments.Doubt> doubts) {

    /** The form that the row's fields belong to. */
    public String form() {
      return delivery.map(d -> "delivery-" + d.id()).orElse("posting");
    }
  }

  private final Postings postings;
  private final Sections sections;
  private final Scripts scripts;
  private final Tasks tasks;
  private final Gate gate;
  private final Clock clock;

  PostingController(
      Postings postings, Sections sections, Scripts scripts, Tasks tasks, Gate gate, Clock clock) {
    this.postings = postings;
    this.sections = sections;
    this.scripts = scripts;
    this.tasks = tasks;
    this.gate = gate;
    this.clock = clock;
  }

  @GetMapping("/walkthroughs/{id}/post")
  String screen(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    List<StopView> stops = scripts.stopsOf(id);
    Set<UUID> explained = new HashSet<>();
    stops.forEach(s -> explained.addAll(s.tasks()));
    List<TaskView> tied = tasks.among(explained);
    Map<UUID, DeliveryView> posted = new HashMap<>();
    postings.ofWalkthroughs(Set.of(id)).forEach(d -> posted.put(d.section(), d));
    List<Row> rows = new ArrayList<>();
    for (SectionView section : offered(me, posted.keySet())) {
      Optional<DeliveryView> delivery = Optional.ofNullable(posted.get(section.id()));
      Moments moments =
          delivery.map(DeliveryView::moments).orElseGet(() -> proposed(section, tied));
      rows.add(
          new Row(section, moments, delivery, moments.doubts(section.calendar(), clock.instant())));
    }
    model.addAttribute("walkthrough", scripts.head(id));
    model.addAttribute("rows", rows);
    model.addAttribute("fresh", rows.stream().anyMatch(r -> r.delivery().isEmpty()));
    model.addAttribute("tasks", tied);
    model.addAttribute("stops", stops);
    model.addAttribute("postingId", UUID.randomUUID());
    return "posting/post";
  }

  /** The sections of this term, and those to which it is posted already. */
  private List<SectionView> offered(SignedIn me, Set<UUID> posted) {
    List<SectionView> all = sections.ofTeacher(me.id());
    if (all.isEmpty()) {
      return all;
    }
    List<SectionView> now =
        SectionView.during(all.getFirst().calendar().dateOf(clock.instant()), all);
    return all.stream().filter(s -> now.contains(s) || posted.contains(s.id())).toList();
  }

  /** Goes up now; due at 11:59 p.m. of the last day on which the section does one of the tasks. */
  private Moments proposed(SectionView section, List<TaskView> tied) {
    SchoolCalendar calendar = section.calendar();
    Instant now = clock.instant();
    LocalDate today = calendar.dateOf(now);
    LocalDate day =
        tied.stream()
            .map(t -> t.sheet().days().get(section.id()))
            .filter(java.util.Objects::nonNull)
            .max(LocalDate::compareTo)
            .filter(d -> !d.isBefore(today))
            .orElseGet(() -> section.meets().onOrAfter(today.plusDays(1), calendar));
    Instant due = calendar.dueOn(day);
    Instant minute = now.atZone(calendar.zone()).withSecond(0).withNano(0).toInstant();
    return new Moments(
        minute, due.isAfter(now) ? due : calendar.dueOn(today.plusDays(1)), Optional.empty());
  }

  @PostMapping("/walkthroughs/{id}/post")
  String post(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam UUID posting,
      @RequestParam(name = "section", required = false) @Nullable Set<UUID> chosen,
      @RequestParam(name = "task", required = false) @Nullable Set<UUID> chosenTasks,
      @RequestParam(defaultValue = "") String toStudents,
      @RequestParam(defaultValue = "") String toFamilies,
      @RequestParam MultiValueMap<String, String> form) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    if (!scripts.head(id).complete()) {
      throw Problem.refused("not-recorded");
    }
    Map<UUID, Moments> moments = new HashMap<>();
    for (UUID section : chosen == null ? Set.<UUID>of() : chosen) {
      gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, section);
      moments.put(section, moments(form, section.toString(), sections.get(section).zone()));
    }
    Set<UUID> put = chosenTasks == null ? Set.of() : chosenTasks;
    put.forEach(task -> gate.check(me, Deed.CHANGE, Gate.Kind.TASK, task));
    postings.post(posting, me.id(), new PostingSheet(id, put, toStudents, toFamilies, moments));
    return "redirect:/walkthroughs/" + id + "/post?posted";
  }

  @PostMapping("/deliveries/{id}")
  String change(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "change") String deed,
      @RequestParam MultiValueMap<String, String> form) {
    DeliveryView delivery = postings.view(id);
    gate.check(me, Deed.CHANGE, Gate.Kind.POSTING, delivery.posting());
    switch (deed) {
      case "withdraw" -> postings.withdraw(id);
      case "again" -> postings.putUpAgain(id);
      default ->
          postings.change(
              id,
              moments(
                  form, delivery.section().toString(), sections.get(delivery.section()).zone()));
    }
    return "redirect:/walkthroughs/" + delivery.walkthrough().orElseThrow() + "/post?changed";
  }

  private static Moments moments(MultiValueMap<String, String> form, String section, ZoneId zone) {
    Instant goesUp =
        instant(form.getFirst("goesUp-" + section), zone)
            .orElseThrow(() -> Problem.refused("moment"));
    Instant due =
        instant(form.getFirst("due-" + section), zone).orElseThrow(() -> Problem.refused("moment"));
    return new Moments(goesUp, due, instant(form.getFirst("closes-" + section), zone));
  }

  /** A time of the section's school; a date alone means 11:59 p.m. */
  private static Optional<Instant> instant(@Nullable String text, ZoneId zone) {
    if (text == null || text.isBlank()) {
      return Optional.empty();
    }
    try {
      LocalDateTime local =
          text.length() <= 10
              ? LocalDate.parse(text).atTime(SchoolCalendar.DUE_TIME)
              : LocalDateTime.of(
                  LocalDate.parse(text.substring(0, 10)), LocalTime.parse(text.substring(11)));
      return Optional.of(local.atZone(zone).toInstant());
    } catch (DateTimeParseException e) {
      throw Problem.refused("moment");
    }
  }
}
