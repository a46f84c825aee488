package school.kerygma.app.planbook;

import java.time.Clock;
import java.time.LocalDate;
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
import school.kerygma.app.frame.Ribbon;
import school.kerygma.app.planning.TaskSheet;
import school.kerygma.app.planning.Tasks;
import school.kerygma.app.sections.SectionView;
import school.kerygma.app.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.time.SchoolCalendar;

/** The plan book: one week of all sections, and planning a task into it. */
@Controller
class PlanBookController {

  private final WeekView.Maker weeks;
  private final Tasks tasks;
  private final Sections sections;
  private final Gate gate;
  private final Clock clock;

  PlanBookController(WeekView.Maker weeks, Tasks tasks, Sections sections, Gate gate, Clock clock) {
    this.weeks = weeks;
    this.tasks = tasks;
    this.sections = sections;
    this.gate = gate;
    this.clock = clock;
  }

  @GetMapping("/plan")
  String week(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam(required = false) @Nullable LocalDate week,
      Model model) {
    List<SectionView> own = sections.ofTeacher(me.id());
    if (own.isEmpty()) {
      return "planbook/empty";
    }
    SchoolCalendar calendar = own.getFirst().calendar();
    LocalDate today = calendar.dateOf(clock.instant());
    LocalDate shown = Optional.ofNullable(week).orElse(today);
    model.addAttribute("ribbon", Ribbon.of(calendar, shown, today));
    model.addAttribute("week", weeks.of(me.id(), own, shown, today));
    return "planbook/week";
  }

  @GetMapping({"/plan/tasks/new", "/plan/tasks/{id}"})
  String task(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable(required = false) @Nullable UUID id,
      @RequestParam(required = false) @Nullable LocalDate week,
      Model model) {
    List<SectionView> own = sections.ofTeacher(me.id());
    SchoolCalendar calendar = own.getFirst().calendar();
    LocalDate today = calendar.dateOf(clock.instant());
    if (id != null) {
      gate.check(me, Deed.CHANGE, Gate.Kind.TASK, id);
      model.addAttribute("task", tasks.get(id));
    }
    LocalDate from = Optional.ofNullable(week).filter(w -> !w.isBefore(today)).orElse(today);
    Map<UUID, LocalDate> proposed = new HashMap<>();
    own.forEach(s -> proposed.put(s.id(), s.meets().onOrAfter(from, s.calendar())));
    model.addAttribute("sections", own);
    model.addAttribute("proposed", proposed);
    model.addAttribute("ribbon", Ribbon.of(calendar, from, today));
    return "planbook/task";
  }

  @PostMapping({"/plan/tasks", "/plan/tasks/{id}"})
  String save(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable(required = false) @Nullable UUID id,
      @RequestParam String title,
      @RequestParam(defaultValue = "") String detail,
      @RequestParam int minutes,
      @RequestParam(required = false) @Nullable Integer points,
      @RequestParam(defaultValue = "false") boolean required,
      @RequestParam(defaultValue = "false") boolean inOrder,
      @RequestParam(name = "section", required = false) @Nullable Set<UUID> chosen,
      @RequestParam MultiValueMap<String, String> form) {
    Map<UUID, LocalDate> days = new HashMap<>();
    for (UUID section : chosen == null ? new HashSet<UUID>() : chosen) {
      gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, section);
      days.put(section, LocalDate.parse(String.valueOf(form.getFirst("day-" + section))));
    }
    TaskSheet sheet = new TaskSheet(title, detail, minutes, points, required, inOrder, days);
    if (id == null) {
      tasks.plan(me.id(), sheet);
    } else {
      gate.check(me, Deed.CHANGE, Gate.Kind.TASK, id);
      tasks.change(id, sheet);
    }
    Optional<LocalDate> first = days.values().stream().min(LocalDate::compareTo);
    return "redirect:/plan" + first.map(d -> "?week=" + d).orElse("");
  }

  /** Class pages, as a list of the sections. */
  @GetMapping("/sections")
  String sections(@AuthenticationPrincipal SignedIn me, Model model) {
    model.addAttribute("sections", new ArrayList<>(sections.ofTeacher(me.id())));
    return "planbook/sections";
  }
}
