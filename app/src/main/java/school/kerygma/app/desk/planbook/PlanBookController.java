package school.kerygma.app.desk.planbook;

import java.time.Clock;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.context.MessageSource;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.paper.papers.SetPapers;
import school.kerygma.app.plan.planning.PlanChanges;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.frame.Ribbon;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.app.school.joining.Joinings;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;

/** The plan book: one week of all sections, moving in it, and finding in it. */
@Controller
class PlanBookController {

  /** A task that was found, where it stands. */
  record Found(TaskView task, SectionView section, LocalDate day) {}

  /** Farther weeks are empty. */
  private static final int FARTHEST_DAYS = 400;

  private final Weeks weeks;
  private final Tasks tasks;
  private final PlanChanges changes;
  private final Sections sections;
  private final FirstSteps steps;
  private final SetPapers papers;
  private final Joinings joinings;
  private final MessageSource words;
  private final Gate gate;
  private final Clock clock;

  PlanBookController(
      Weeks weeks,
      Tasks tasks,
      PlanChanges changes,
      Sections sections,
      FirstSteps steps,
      SetPapers papers,
      Joinings joinings,
      MessageSource words,
      Gate gate,
      Clock clock) {
    this.weeks = weeks;
    this.tasks = tasks;
    this.changes = changes;
    this.sections = sections;
    this.steps = steps;
    this.papers = papers;
    this.joinings = joinings;
    this.words = words;
    this.gate = gate;
    this.clock = clock;
  }

  @GetMapping("/plan")
  String week(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam(required = false) @Nullable LocalDate week,
      Model model) {
    List<SectionView> all = sections.ofTeacher(me.id());
    model.addAttribute("steps", steps.of(me.id()));
    if (all.isEmpty()) {
      return "planbook/empty";
    }
    LocalDate today = all.getFirst().calendar().dateOf(clock.instant());
    LocalDate shown = Optional.ofNullable(week).orElse(today);
    List<SectionView> own = SectionView.during(shown, all);
    WeekView view = weeks.of(me.id(), own, shown, today);
    model.addAttribute("ribbon", Ribbon.of(own.getFirst().calendar(), shown, today));
    model.addAttribute("week", view);
    model.addAttribute("toLookAt", view.lookAt().count());
    boolean over = all.stream().allMatch(s -> s.isOver(clock.instant()));
    if (over) {
      List<SectionView> last =
          SectionView.during(today, all).stream()
              .filter(s -> gate.may(me, Deed.CHANGE, Gate.Kind.ROSTER, s.id()))
              .toList();
      model.addAttribute("last", last);
      if (!last.isEmpty()) {
        model.addAttribute("firstDay", NextTerm.after(last.getFirst().calendar(), today));
      }
    }
    List<SectionView> rosters =
        own.stream().filter(s -> gate.may(me, Deed.CHANGE, Gate.Kind.ROSTER, s.id())).toList();
    model.addAttribute("joining", joinings.waiting(rosters));
    model.addAttribute("canUndo", changes.canUndo(me.id()));
    return "planbook/week";
  }

  /** Makes a paper of a section's week as it is planned, to be shown in a walkthrough. */
  @PostMapping("/plan/paper")
  String asPaper(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam LocalDate week,
      @RequestParam UUID section,
      Locale locale) {
    gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, section);
    SectionView view = sections.get(section);
    LocalDate today = view.calendar().dateOf(clock.instant());
    if (Math.abs(ChronoUnit.DAYS.between(today, week)) > FARTHEST_DAYS) {
      throw Problem.refused("class-paper-day").at("week");
    }
    WeekView shown = weeks.of(me.id(), List.of(view), week, today);
    String name =
        words.getMessage(
            "class-paper.week",
            new Object[] {view.name(), new Wording().date(shown.monday())},
            locale);
    return "redirect:/handouts?made="
        + papers
            .set(me.id(), name, "planbook/week-paper", Map.of("week", shown, "section", view))
            .handout();
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
    PlanChanges.Undone undone =
        changes
            .undo(me.id(), section -> gate.may(me, Deed.CHANGE, Gate.Kind.SECTION, section))
            .orElse(new PlanChanges.Undone(week, false));
    return "redirect:/plan?undone=" + undone.putAway() + "&week=" + undone.day();
  }

  /** Tasks by their words, the latest day first. */
  @GetMapping("/plan/find")
  String find(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam(defaultValue = "") String words,
      Model model) {
    List<SectionView> own = sections.ofTeacher(me.id());
    List<Found> found = new ArrayList<>();
    for (TaskView task : tasks.withWords(own.stream().map(SectionView::id).toList(), words)) {
      for (SectionView section : own) {
        LocalDate day = task.sheet().days().get(section.id());
        if (day != null) {
          found.add(new Found(task.in(section.id()), section, day));
        }
      }
    }
    found.sort(Comparator.comparing(Found::day).reversed().thenComparing(f -> f.section().name()));
    model.addAttribute("words", words);
    model.addAttribute("found", found);
    return "planbook/find";
  }
}
