package school.kerygma.app.planbook;

import java.time.Clock;
import java.time.DayOfWeek;
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
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import school.kerygma.app.accounts.Gate;
import school.kerygma.app.accounts.SignedIn;
import school.kerygma.app.frame.Ribbon;
import school.kerygma.app.frame.Wording;
import school.kerygma.app.planning.PlanChanges;
import school.kerygma.app.planning.TaskSheet;
import school.kerygma.app.planning.Tasks;
import school.kerygma.app.problems.Problem;
import school.kerygma.app.sections.SectionView;
import school.kerygma.app.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.time.DueRule;
import school.kerygma.core.time.SchoolCalendar;

/** The plan book: one week of all sections, and planning a task into it. */
@Controller
class PlanBookController {

  private final WeekView.Maker weeks;
  private final Tasks tasks;
  private final PlanChanges changes;
  private final Sections sections;
  private final Gate gate;
  private final Clock clock;

  PlanBookController(
      WeekView.Maker weeks,
      Tasks tasks,
      PlanChanges changes,
      Sections sections,
      Gate gate,
      Clock clock) {
    this.weeks = weeks;
    this.tasks = tasks;
    this.changes = changes;
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
    model.addAttribute("canUndo", changes.canUndo(me.id()));
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
    model.addAttribute("weekdays", List.of(DayOfWeek.values()));
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
      @RequestParam(defaultValue = "") String due,
      @RequestParam(name = "section", required = false) @Nullable Set<UUID> chosen,
      @RequestParam MultiValueMap<String, String> form) {
    Map<UUID, LocalDate> days = new HashMap<>();
    for (UUID section : chosen == null ? new HashSet<UUID>() : chosen) {
      gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, section);
      days.put(section, LocalDate.parse(String.valueOf(form.getFirst("day-" + section))));
    }
    if (id != null) {
      keepOthers(me, id, days);
    }
    TaskSheet sheet =
        new TaskSheet(title, detail, minutes, points, required, inOrder, rule(due, form), days);
    if (id == null) {
      tasks.plan(me.id(), sheet);
    } else {
      gate.check(me, Deed.CHANGE, Gate.Kind.TASK, id);
      tasks.change(id, sheet);
    }
    Optional<LocalDate> first = days.values().stream().min(LocalDate::compareTo);
    return "redirect:/plan" + first.map(d -> "?week=" + d).orElse("");
  }

  /** Sections that somebody else teaches keep their day: they are not on this form. */
  private void keepOthers(SignedIn me, UUID task, Map<UUID, LocalDate> days) {
    Set<UUID> own = new HashSet<>();
    sections.ofTeacher(me.id()).forEach(s -> own.add(s.id()));
    gate.check(me, Deed.CHANGE, Gate.Kind.TASK, task);
    tasks
        .get(task)
        .sheet()
        .days()
        .forEach(
            (section, day) -> {
              if (!own.contains(section)) {
                days.put(section, day);
              }
            });
  }

  /** The rule that is chosen, with the time, weekday or count beside it. */
  private static Optional<DueRule> rule(String chosen, MultiValueMap<String, String> form) {
    String time = String.valueOf(form.getFirst("dueTime"));
    String written =
        switch (chosen) {
          case "day" -> "day " + time;
          case "week" -> "week " + form.getFirst("dueWeekday") + " " + time;
          case "meeting" -> "meeting " + form.getFirst("dueMeeting");
          default -> chosen;
        };
    try {
      return written.isEmpty() ? Optional.empty() : Optional.of(DueRule.parse(written));
    } catch (IllegalArgumentException e) {
      throw Problem.refused("due-rule");
    }
  }

  /** Puts a task of one section on another day. */
  @PostMapping("/plan/tasks/{id}/move")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void move(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam UUID section,
      @RequestParam LocalDate day) {
    gate.check(me, Deed.CHANGE, Gate.Kind.TASK, id);
    gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, section);
    changes.move(me.id(), id, section, day);
  }

  @PostMapping("/plan/undo")
  String undo(@AuthenticationPrincipal SignedIn me, @RequestParam LocalDate week) {
    LocalDate shown = changes.undo(me.id()).orElse(week);
    return "redirect:/plan?undone&week=" + shown;
  }

  /** Plans the tasks of another week once more in this one. */
  @PostMapping("/plan/copy")
  String copy(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam LocalDate from,
      @RequestParam LocalDate to,
      RedirectAttributes flash) {
    PlanChanges.Copied copied =
        changes.copyWeek(
            me.id(),
            sections.ofTeacher(me.id()),
            SchoolCalendar.mondayOf(from),
            SchoolCalendar.mondayOf(to));
    Wording show = new Wording();
    flash.addFlashAttribute("copied", copied.copied());
    flash.addFlashAttribute("left", new ArrayList<>(copied.left()));
    flash.addFlashAttribute(
        "squeezed",
        new ArrayList<>(
            copied.squeezed().stream()
                .map(s -> List.of(s.task(), s.section(), show.weekday(s.day())))
                .toList()));
    return "redirect:/plan?week=" + to;
  }

  /** Class pages, as a list of the sections. */
  @GetMapping("/sections")
  String sections(@AuthenticationPrincipal SignedIn me, Model model) {
    model.addAttribute("sections", new ArrayList<>(sections.ofTeacher(me.id())));
    return "planbook/sections";
  }
}
