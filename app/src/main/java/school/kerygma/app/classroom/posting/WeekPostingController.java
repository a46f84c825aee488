package school.kerygma.app.classroom.posting;

import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Fields;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.time.Moments;
import school.kerygma.core.time.SchoolCalendar;

/** A week is put up: its tasks, with the walkthroughs that explain them. */
@Controller
class WeekPostingController {

  private final WeekPostingPage page;
  private final PlannedWeek weeks;
  private final Postings postings;
  private final Sections sections;
  private final PostingLook look;
  private final ReadyTalks ready;
  private final Gate gate;
  private final Clock clock;

  WeekPostingController(
      WeekPostingPage page,
      PlannedWeek weeks,
      Postings postings,
      Sections sections,
      PostingLook look,
      ReadyTalks ready,
      Gate gate,
      Clock clock) {
    this.page = page;
    this.weeks = weeks;
    this.postings = postings;
    this.sections = sections;
    this.look = look;
    this.ready = ready;
    this.gate = gate;
    this.clock = clock;
  }

  @GetMapping("/plan/post")
  String screen(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam(required = false) @Nullable LocalDate week,
      @RequestParam(required = false) @Nullable UUID posting,
      Model model) {
    page.show(me.id(), week, posting, model);
    return "posting/week";
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
      @RequestParam MultiValueMap<String, String> form,
      RedirectAttributes then) {
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
    Map<PlannedWeek.Group, Map<UUID, Moments>> groups = new LinkedHashMap<>();
    PostingForm read = new PostingForm(new Fields(form), clock.instant());
    for (UUID id : chosen) {
      gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, id);
      SectionView section = sections.get(id);
      List<TaskView> own = weeks.going(section, monday, put);
      if (own.isEmpty()) {
        throw Problem.refused("no-task", section.name());
      }
      for (PlannedWeek.Group group :
          weeks.groups(own, told, weeks.others(id, told, posting, own))) {
        List<TaskView> of = own.stream().filter(t -> group.tasks().contains(t.id())).toList();
        groups.computeIfAbsent(group, k -> new HashMap<>()).put(id, read.of(section, of));
      }
    }
    groups.forEach(
        (group, moments) ->
            postings.post(
                PlannedWeek.named(posting, group),
                me.id(),
                new PostingSheet(
                    group.talk(),
                    group.tasks(),
                    group.lines() ? toStudents : "",
                    group.lines() ? toFamilies : "",
                    moments)));
    then.addFlashAttribute(
        "justPosted", groups.keySet().stream().map(g -> PlannedWeek.named(posting, g)).toList());
    return "redirect:/plan/post?posted&week=" + monday;
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
        section -> weeks.going(section, monday, put));
  }
}
