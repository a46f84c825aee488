package school.kerygma.app.classroom.posting;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
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
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.HasMail;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.paper.marking.RosterNames;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.OutdatedStops;
import school.kerygma.app.talk.scripts.PartView;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.time.Moments;

/** Posting a walkthrough to sections, and how it will look. */
@Controller
class PostingController {

  private final Postings postings;
  private final Onlookers onlookers;
  private final Sections sections;
  private final Scripts scripts;
  private final Scores scores;
  private final Tasks tasks;
  private final Handouts handouts;
  private final OutdatedStops outdated;
  private final RosterNames names;
  private final PostingLook look;
  private final Announcer telling;
  private final ReadyTalks ready;
  private final ChangesSinceTold toldTasks;
  private final HasMail mail;
  private final Jobs jobs;
  private final Gate gate;
  private final Clock clock;

  PostingController(
      Postings postings,
      Onlookers onlookers,
      Sections sections,
      Scripts scripts,
      Scores scores,
      Tasks tasks,
      Handouts handouts,
      OutdatedStops outdated,
      RosterNames names,
      PostingLook look,
      Announcer telling,
      ReadyTalks ready,
      ChangesSinceTold toldTasks,
      HasMail mail,
      Jobs jobs,
      Gate gate,
      Clock clock) {
    this.postings = postings;
    this.onlookers = onlookers;
    this.sections = sections;
    this.scripts = scripts;
    this.scores = scores;
    this.tasks = tasks;
    this.handouts = handouts;
    this.outdated = outdated;
    this.names = names;
    this.look = look;
    this.telling = telling;
    this.ready = ready;
    this.toldTasks = toldTasks;
    this.mail = mail;
    this.jobs = jobs;
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
    Map<UUID, List<ChangesSinceTold.Changed>> changed = toldTasks.open(posted.values());
    Instant now = clock.instant();
    List<PostingRow> rows = new ArrayList<>();
    for (SectionView section : offered(me, posted.keySet())) {
      rows.add(
          Optional.ofNullable(posted.get(section.id()))
              .map(d -> PostingRow.posted(section, d, telling.of(d), changed, now))
              .orElseGet(() -> PostingRow.fresh(section, tied, now)));
    }
    model.addAttribute("walkthrough", scripts.head(id));
    model.addAttribute("names", names.on(me.id(), shown(me.id(), id, tied)));
    model.addAttribute("rows", rows);
    model.addAttribute("fresh", rows.stream().anyMatch(r -> r.delivery().isEmpty()));
    model.addAttribute("tasks", tied);
    model.addAttribute("stops", stops);
    model.addAttribute("older", outdated.numbers(stops));
    model.addAttribute("parts", PartView.of(stops));
    model.addAttribute("work", jobs.latest(id).filter(w -> !w.state().isOver()).orElse(null));
    model.addAttribute("postingId", UUID.randomUUID());
    model.addAttribute("mail", mail.hasMail());
    model.addAttribute(
        "persons", onlookers.of(me, rows.stream().map(PostingRow::section).toList()));
    model.addAttribute(
        "ahead", rows.isEmpty() ? "" : onlookers.moments(rows.getFirst().section().zone()));
    model.addAttribute("changes", PostedWords.of(posted.values(), tasks));
    return "posting/post";
  }

  /** The pages that students will see: those of the talk, and those of papers to read. */
  private Set<UUID> shown(UUID teacher, UUID walkthrough, List<TaskView> tied) {
    Set<UUID> pages = new HashSet<>();
    scores.current(walkthrough).ifPresent(score -> pages.addAll(scores.pages(score.id())));
    Set<UUID> papers =
        tied.stream().flatMap(t -> t.sheet().allHandouts().stream()).collect(Collectors.toSet());
    handouts.ofTeacher(teacher).stream()
        .filter(h -> papers.contains(h.id()))
        .forEach(h -> h.shown().forEach(p -> pages.add(p.id())));
    return pages;
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
    ready.check(id);
    Set<UUID> put = chosenTasks == null ? Set.of() : chosenTasks;
    put.forEach(task -> gate.check(me, Deed.CHANGE, Gate.Kind.TASK, task));
    List<TaskView> going = tasks.among(put);
    PostingForm read = new PostingForm(form, clock.instant());
    Map<UUID, Moments> moments = new HashMap<>();
    for (UUID section : chosen == null ? Set.<UUID>of() : chosen) {
      gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, section);
      moments.put(section, read.of(sections.get(section), going));
    }
    postings.post(posting, me.id(), new PostingSheet(id, put, toStudents, toFamilies, moments));
    return "redirect:/walkthroughs/" + id + "/post?posted";
  }

  /** What the form would do, while it is being filled in. */
  @PostMapping("/walkthroughs/{id}/post/look")
  @ResponseBody
  PostingLook.Look look(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(name = "section", required = false) @Nullable Set<UUID> chosen,
      @RequestParam(name = "task", required = false) @Nullable Set<UUID> chosenTasks,
      @RequestParam MultiValueMap<String, String> form) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    Set<UUID> put = chosenTasks == null ? Set.of() : chosenTasks;
    put.forEach(task -> gate.check(me, Deed.CHANGE, Gate.Kind.TASK, task));
    List<TaskView> going = tasks.among(put);
    return look.of(
        form, id, me.id(), offered(me, Set.of()), chosen == null ? Set.of() : chosen, any -> going);
  }

  private static String back(DeliveryView delivery) {
    return delivery
        .walkthrough()
        .map(w -> "redirect:/walkthroughs/" + w + "/post?changed")
        .orElse("redirect:/plan/post?changed&posting=" + delivery.posting());
  }
}
