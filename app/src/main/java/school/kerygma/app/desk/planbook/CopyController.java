package school.kerygma.app.desk.planbook;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
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
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.PlanChanges;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.plan.planning.WeekCopy;
import school.kerygma.app.school.frame.Ribbon;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.time.SchoolCalendar;

/** Planning a week once more: last week, any week, the same week of last year. */
@Controller
class CopyController {

  /**
   * A week that can be copied.
   *
   * @param number in its term
   * @param tasks how many stand in it
   * @param lastYear whether it is the same week of a term a year ago
   */
  record Week(LocalDate monday, int number, int tasks, boolean lastYear) {}

  private final PlanChanges changes;
  private final Units units;
  private final Tasks tasks;
  private final Sections sections;
  private final Gate gate;
  private final Clock clock;

  CopyController(
      PlanChanges changes, Units units, Tasks tasks, Sections sections, Gate gate, Clock clock) {
    this.changes = changes;
    this.units = units;
    this.tasks = tasks;
    this.sections = sections;
    this.gate = gate;
    this.clock = clock;
  }

  /** Choosing a week, and seeing what it would become. */
  @GetMapping("/plan/copy")
  String choose(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam LocalDate to,
      @RequestParam(required = false) @Nullable LocalDate from,
      @RequestParam(defaultValue = "1") int weeks,
      @RequestParam MultiValueMap<String, String> form,
      Model model) {
    List<SectionView> all = sections.ofTeacher(me.id());
    if (all.isEmpty()) {
      throw Problem.notFound();
    }
    LocalDate target = SchoolCalendar.mondayOf(to);
    List<SectionView> targets = SectionView.during(target, all);
    SchoolCalendar calendar = targets.getFirst().calendar();
    model.addAttribute("target", target);
    model.addAttribute("ribbon", Ribbon.of(calendar, target, calendar.dateOf(clock.instant())));
    model.addAttribute("weeks", weeks(all, target, calendar));
    if (from != null) {
      LocalDate source = SchoolCalendar.mondayOf(from);
      List<SectionView> sources = SectionView.during(source, all);
      Map<LocalDate, LocalDate> goes = Units.weeks(source, weeks, target, sources, targets);
      List<WeekCopy.Pair> pairs = pairs(me, sources, targets, form);
      model.addAttribute("source", source);
      model.addAttribute("sources", sources);
      model.addAttribute("targets", targets);
      model.addAttribute(
          "names", targets.stream().collect(Collectors.toMap(SectionView::id, SectionView::name)));
      model.addAttribute(
          "chosen", pairs.stream().collect(Collectors.toMap(p -> p.to().id(), p -> p.from().id())));
      WeekCopy copy = changes.look(pairs, goes);
      model.addAttribute("copy", copy);
      model.addAttribute("count", weeks);
      model.addAttribute("most", Units.MOST_WEEKS);
      model.addAttribute("goes", goes);
      model.addAttribute("talks", units.talks(me.id(), copy));
      model.addAttribute(
          "elsewhere", pairs.stream().anyMatch(p -> !p.from().id().equals(p.to().id())));
    }
    return "planbook/copy";
  }

  private List<Week> weeks(List<SectionView> all, LocalDate target, SchoolCalendar calendar) {
    Map<LocalDate, Integer> planned = tasks.perWeek(all.stream().map(SectionView::id).toList());
    int number = calendar.weekOf(target).orElse(0);
    List<Week> weeks = new ArrayList<>();
    planned.forEach(
        (monday, count) -> {
          SchoolCalendar of = SectionView.during(monday, all).getFirst().calendar();
          int own = of.weekOf(monday).orElse(0);
          boolean before = of.firstMonday().isBefore(calendar.firstMonday().minusMonths(9));
          if (!monday.equals(target)) {
            weeks.add(new Week(monday, own, count, before && own > 0 && own == number));
          }
        });
    return weeks.reversed();
  }

  /**
   * Which section's week goes to which: what the form says; until it says anything, the section
   * itself or the one of the same name.
   */
  private List<WeekCopy.Pair> pairs(
      SignedIn me,
      List<SectionView> sources,
      List<SectionView> targets,
      MultiValueMap<String, String> form) {
    List<WeekCopy.Pair> pairs = new ArrayList<>();
    boolean said = form.keySet().stream().anyMatch(k -> k.startsWith("of-"));
    for (SectionView target : targets) {
      String chosen = form.getFirst("of-" + target.id());
      Optional<SectionView> source =
          said
              ? sources.stream().filter(s -> s.id().toString().equals(chosen)).findFirst()
              : sources.stream()
                  .filter(s -> s.id().equals(target.id()))
                  .findFirst()
                  .or(
                      () ->
                          sources.stream()
                              .filter(s -> s.name().equalsIgnoreCase(target.name()))
                              .findFirst());
      source.ifPresent(s -> pairs.add(new WeekCopy.Pair(s, target)));
    }
    for (WeekCopy.Pair pair : pairs) {
      gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, pair.to().id());
    }
    return pairs;
  }

  /** Plans the tasks of another week once more in this one. */
  @PostMapping("/plan/copy")
  String copy(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam LocalDate from,
      @RequestParam LocalDate to,
      @RequestParam(defaultValue = "1") int weeks,
      @RequestParam(name = "talk", required = false) @Nullable Set<UUID> talks,
      @RequestParam MultiValueMap<String, String> form,
      RedirectAttributes flash) {
    List<SectionView> all = sections.ofTeacher(me.id());
    LocalDate source = SchoolCalendar.mondayOf(from);
    LocalDate target = SchoolCalendar.mondayOf(to);
    List<SectionView> sources = SectionView.during(source, all);
    List<SectionView> targets = SectionView.during(target, all);
    List<WeekCopy.Pair> pairs = pairs(me, sources, targets, form);
    Set<UUID> along =
        Optional.ofNullable(talks).stream()
            .flatMap(Set::stream)
            .filter(Objects::nonNull) // An empty field is no walkthrough.
            .collect(Collectors.toSet());
    along.forEach(t -> gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, t));
    Units.Done done =
        units.bring(me.id(), pairs, Units.weeks(source, weeks, target, sources, targets), along);
    WeekCopy copy = done.copy();
    flash.addFlashAttribute(
        "brought",
        new ArrayList<>(
            done.talks().stream()
                .map(b -> List.of(b.walkthrough().toString(), b.title()))
                .toList()));
    Wording show = new Wording();
    flash.addFlashAttribute("copied", copy.tasks().size());
    flash.addFlashAttribute("held", copy.sessions().size());
    flash.addFlashAttribute("left", new ArrayList<>(copy.left()));
    flash.addFlashAttribute("undated", new ArrayList<>(copy.undated()));
    flash.addFlashAttribute(
        "squeezed",
        new ArrayList<>(
            copy.squeezed().stream()
                .map(s -> List.of(s.task(), s.section(), show.weekday(s.day())))
                .toList()));
    return "redirect:/plan?week=" + target;
  }
}
