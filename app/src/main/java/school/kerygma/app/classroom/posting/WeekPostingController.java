package school.kerygma.app.classroom.posting;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.HasMail;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.time.Moments;
import school.kerygma.core.time.SchoolCalendar;

/** Puts up the tasks of a week that no walkthrough has put up. */
@Controller
class WeekPostingController {

  private final Postings postings;
  private final Sections sections;
  private final Tasks tasks;
  private final PostingLook look;
  private final Announcer telling;
  private final ChangesSinceTold toldTasks;
  private final ReadyTalks ready;
  private final HasMail mail;
  private final Gate gate;
  private final Clock clock;

  WeekPostingController(
      Postings postings,
      Sections sections,
      Tasks tasks,
      PostingLook look,
      Announcer telling,
      ChangesSinceTold toldTasks,
      ReadyTalks ready,
      HasMail mail,
      Gate gate,
      Clock clock) {
    this.look = look;
    this.telling = telling;
    this.toldTasks = toldTasks;
    this.ready = ready;
    this.mail = mail;
    this.postings = postings;
    this.sections = sections;
    this.tasks = tasks;
    this.gate = gate;
    this.clock = clock;
  }

  @GetMapping("/plan/post")
  String screen(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam(required = false) @Nullable LocalDate week,
      @RequestParam(required = false) @Nullable UUID posting,
      Model model) {
    List<SectionView> all = sections.ofTeacher(me.id());
    if (all.isEmpty()) {
      throw Problem.notFound();
    }
    Instant now = clock.instant();
    LocalDate shown =
        Optional.ofNullable(week)
            .or(() -> Optional.ofNullable(posting).flatMap(this::weekOf))
            .orElseGet(() -> all.getFirst().calendar().dateOf(now));
    LocalDate monday = SchoolCalendar.mondayOf(shown);
    List<SectionView> own = SectionView.during(monday, all);
    List<TaskView> planned = planned(own, monday);
    List<DeliveryView> deliveries = deliveries(own);
    Standing standing = Standing.of(deliveries, now);
    Map<UUID, List<ChangesSinceTold.Changed>> changed = toldTasks.open(deliveries);
    List<PostingRow> rows = new ArrayList<>();
    for (SectionView section : own) {
      Set<UUID> inWeek =
          inWeek(planned, section, monday).stream().map(TaskView::id).collect(Collectors.toSet());
      deliveries.stream()
          .filter(d -> d.section().equals(section.id()) && d.walkthrough().isEmpty())
          .filter(d -> d.tasks().stream().anyMatch(inWeek::contains))
          .forEach(d -> rows.add(PostingRow.posted(section, d, telling.of(d), changed, now)));
      List<TaskView> left = left(planned, section, monday, standing);
      if (!left.isEmpty()) {
        rows.add(PostingRow.fresh(section, left, now));
      }
    }
    model.addAttribute("monday", monday);
    model.addAttribute("rows", rows);
    model.addAttribute("fresh", rows.stream().anyMatch(r -> r.delivery().isEmpty()));
    model.addAttribute(
        "titles", planned.stream().collect(Collectors.toMap(TaskView::id, TaskView::title)));
    Set<TaskView> waiting = new LinkedHashSet<>();
    rows.forEach(r -> waiting.addAll(r.tasks()));
    model.addAttribute("talks", ready.explaining(me.id(), waiting));
    model.addAttribute("postingId", UUID.randomUUID());
    model.addAttribute("mail", mail.hasMail());
    model.addAttribute(
        "changes",
        PostedWords.of(rows.stream().flatMap(r -> r.delivery().stream()).toList(), tasks));
    return "posting/week";
  }

  private Optional<LocalDate> weekOf(UUID posting) {
    return postings.ofPosting(posting).stream()
        .flatMap(d -> tasks.among(d.tasks()).stream())
        .flatMap(t -> t.sheet().days().values().stream())
        .min(LocalDate::compareTo);
  }

  private List<TaskView> planned(List<SectionView> own, LocalDate monday) {
    return tasks.between(own.stream().map(SectionView::id).toList(), monday, monday.plusDays(6));
  }

  private List<DeliveryView> deliveries(List<SectionView> own) {
    return postings.ofSections(own.stream().map(SectionView::id).toList());
  }

  private static List<TaskView> inWeek(
      List<TaskView> planned, SectionView section, LocalDate monday) {
    return planned.stream()
        .filter(
            t ->
                Optional.ofNullable(t.sheet().days().get(section.id()))
                    .filter(d -> SchoolCalendar.mondayOf(d).equals(monday))
                    .isPresent())
        .sorted(
            Comparator.comparing((TaskView t) -> t.sheet().days().get(section.id()))
                .thenComparing(TaskView::position))
        .toList();
  }

  /** A section's tasks of the week that nothing has put up. */
  private static List<TaskView> left(
      List<TaskView> planned, SectionView section, LocalDate monday, Standing standing) {
    return inWeek(planned, section, monday).stream()
        .filter(t -> standing.delivery(t.id(), section.id()).isEmpty())
        .toList();
  }

  /** Sections that do the same tasks get one posting together. */
  @PostMapping("/plan/post")
  String post(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam LocalDate week,
      @RequestParam UUID posting,
      @RequestParam(name = "section", required = false) @Nullable Set<UUID> chosen,
      @RequestParam(name = "task", required = false) @Nullable Set<String> put,
      @RequestParam(name = "talk", required = false) @Nullable Set<UUID> talks,
      @RequestParam(defaultValue = "") String toStudents,
      @RequestParam(defaultValue = "") String toFamilies,
      @RequestParam MultiValueMap<String, String> form) {
    if (chosen == null) {
      throw Problem.refused("no-section");
    }
    LocalDate monday = SchoolCalendar.mondayOf(week);
    Set<UUID> told = new TreeSet<>();
    Optional.ofNullable(talks).stream()
        .flatMap(Set::stream)
        .filter(Objects::nonNull) // An empty field is no walkthrough.
        .forEach(told::add);
    for (UUID talk : told) {
      gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, talk);
      ready.check(talk);
    }
    Map<Group, Map<UUID, Moments>> groups = new LinkedHashMap<>();
    PostingForm read = new PostingForm(form, clock.instant());
    for (UUID id : chosen) {
      gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, id);
      SectionView section = sections.get(id);
      List<TaskView> own = going(section, monday, put);
      if (own.isEmpty()) {
        throw Problem.refused("no-task", section.name());
      }
      for (Group group : groups(own, told, others(id, told, posting, own))) {
        List<TaskView> of = own.stream().filter(t -> group.tasks().contains(t.id())).toList();
        groups.computeIfAbsent(group, k -> new HashMap<>()).put(id, read.of(section, of));
      }
    }
    groups.forEach(
        (group, moments) ->
            postings.post(
                named(posting, group),
                me.id(),
                new PostingSheet(
                    group.talk(),
                    group.tasks(),
                    group.lines() ? toStudents : "",
                    group.lines() ? toFamilies : "",
                    moments)));
    return "redirect:/plan/post?posted&week=" + monday;
  }

  /**
   * What is put up together: a walkthrough with what it explains, or what none explains.
   *
   * @param lines whether what is written to them goes with it: with one of a section, not with all
   */
  private record Group(@Nullable UUID talk, Set<UUID> tasks, boolean lines) {}

  /** Walkthroughs that a section has already, by another posting than what this form makes. */
  private Set<UUID> others(UUID section, Set<UUID> talks, UUID form, List<TaskView> own) {
    Set<UUID> made =
        groups(own, talks, Set.of()).stream().map(g -> named(form, g)).collect(Collectors.toSet());
    return postings.ofSections(Set.of(section)).stream()
        .filter(d -> d.state() != Moments.State.WITHDRAWN && !made.contains(d.posting()))
        .flatMap(d -> d.walkthrough().stream())
        .collect(Collectors.toSet());
  }

  private List<Group> groups(List<TaskView> own, Set<UUID> talks, Set<UUID> already) {
    Set<UUID> left = own.stream().map(TaskView::id).collect(Collectors.toSet());
    List<Group> groups = new ArrayList<>();
    for (UUID talk : talks) {
      Set<UUID> explained = already.contains(talk) ? Set.of() : ready.explained(talk, left);
      if (!explained.isEmpty()) {
        groups.add(new Group(talk, Set.copyOf(explained), groups.isEmpty()));
        left.removeAll(explained);
      }
    }
    if (!left.isEmpty()) {
      groups.add(new Group(null, Set.copyOf(left), groups.isEmpty()));
    }
    return groups;
  }

  /** A section's tasks of the week that are chosen on the form. */
  private List<TaskView> going(SectionView section, LocalDate monday, @Nullable Set<String> put) {
    return inWeek(planned(List.of(section), monday), section, monday).stream()
        .filter(t -> put != null && put.contains(t.id() + "@" + section.id()))
        .toList();
  }

  /** What the form would do, while it is being filled in. */
  @PostMapping("/plan/post/look")
  @ResponseBody
  PostingLook.Look look(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam LocalDate week,
      @RequestParam(name = "section", required = false) @Nullable Set<UUID> chosen,
      @RequestParam(name = "task", required = false) @Nullable Set<String> put,
      @RequestParam MultiValueMap<String, String> form) {
    LocalDate monday = SchoolCalendar.mondayOf(week);
    return look.of(
        form,
        null,
        me.id(),
        SectionView.during(monday, sections.ofTeacher(me.id())),
        chosen == null ? Set.of() : chosen,
        section -> going(section, monday, put));
  }

  /** The same for the same form, so that a second press posts nothing a second time. */
  private static UUID named(UUID form, Group group) {
    String name =
        form
            + group.tasks().stream().sorted().map(UUID::toString).collect(Collectors.joining())
            + (group.talk() == null ? "" : group.talk())
            + (group.lines() ? "" : "without lines");
    return UUID.nameUUIDFromBytes(name.getBytes(StandardCharsets.UTF_8));
  }
}
