package school.kerygma.app.desk.planbook;

import java.time.Clock;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.frame.Ribbon;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scripts.ScriptSearch;
import school.kerygma.core.There;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.handin.HandInRule;
import school.kerygma.core.plan.Grading;
import school.kerygma.core.plan.Opens;
import school.kerygma.core.plan.PointsFor;
import school.kerygma.core.proof.Fact;
import school.kerygma.core.proof.FactReader;
import school.kerygma.core.time.SchoolCalendar;

/** What stands on the form of a task. */
@Component
class TaskPage {

  /** Stands where a new task has no name yet; students never see it. */
  static final String UNNAMED = "\u2026";

  private static final UUID UNKEPT = new UUID(0, 0);
  private static final int USUAL_MINUTES = 30;

  private final Tasks tasks;
  private final TaskFaces faces;
  private final Sections sections;
  private final ScriptSearch scriptSearch;
  private final Gate gate;
  private final Clock clock;

  TaskPage(
      Tasks tasks,
      TaskFaces faces,
      Sections sections,
      ScriptSearch scriptSearch,
      Gate gate,
      Clock clock) {
    this.tasks = tasks;
    this.faces = faces;
    this.sections = sections;
    this.scriptSearch = scriptSearch;
    this.gate = gate;
    this.clock = clock;
  }

  /**
   * Fills the form of a task, or of a new one.
   *
   * @throws Problem if the teacher has no section, or not this task
   */
  void show(SignedIn me, @Nullable UUID id, @Nullable LocalDate week, Model model) {
    if (id == null) {
      fill(me, null, null, week, model);
      return;
    }
    gate.check(me, Deed.CHANGE, Gate.Kind.TASK, id);
    TaskView task = tasks.get(id);
    model.addAttribute("task", task);
    model.addAttribute("mayRound", gate.may(me, Deed.CHANGE, Gate.Kind.WHOLE_TASK, id));
    fill(me, task, task.sheet(), week, model);
  }

  /** Fills the form of a new task with what was said of it so far. */
  void look(SignedIn me, TaskSheet said, Model model) {
    fill(me, null, said, null, model);
  }

  private void fill(
      SignedIn me,
      @Nullable TaskView task,
      @Nullable TaskSheet said,
      @Nullable LocalDate week,
      Model model) {
    List<SectionView> all = sections.ofTeacher(me.id());
    if (all.isEmpty()) {
      throw Problem.notFound();
    }
    SchoolCalendar first = all.getLast().calendar();
    LocalDate today = first.dateOf(clock.instant());
    LocalDate from = Optional.ofNullable(week).filter(w -> !w.isBefore(today)).orElse(today);
    List<SectionView> own = offered(all, task, from);
    Map<UUID, LocalDate> proposed = new HashMap<>();
    own.forEach(s -> proposed.put(s.id(), s.meets().onOrAfter(from, s.calendar())));
    TaskSheet sheet = said == null ? begun(me, own, proposed) : said;
    TaskView shown = task == null ? new TaskView(UNKEPT, me.id(), 0, 0, sheet) : task;
    TaskFace face = faces.of(me.id(), own, shown, proposed);
    model.addAttribute("sheet", sheet);
    model.addAttribute("face", face);
    model.addAttribute("doubtful", doubtful(sheet, own.getFirst(), today));
    model.addAttribute("sections", own);
    model.addAttribute(
        "names", own.stream().collect(Collectors.toMap(SectionView::id, SectionView::name)));
    model.addAttribute("kinds", kinds(own));
    model.addAttribute("opens", Opens.values());
    model.addAttribute("pointsFor", PointsFor.values());
    model.addAttribute("unitWeeks", unitWeeks(task, own, from));
    model.addAttribute("handInKinds", HandInRule.Kind.values());
    List<TaskView> before = before(task, own, from);
    LocalDate near = SchoolCalendar.mondayOf(day(task, from)).minusWeeks(2);
    model.addAttribute("before", before.stream().filter(t -> !firstDay(t).isBefore(near)).toList());
    model.addAttribute("earlier", before.stream().filter(t -> firstDay(t).isBefore(near)).toList());
    model.addAttribute("ownWeek", SchoolCalendar.mondayOf(day(task, from)));
    model.addAttribute("zone", own.getFirst().zone());
    model.addAttribute("weekdays", List.of(DayOfWeek.values()));
    model.addAttribute("papers", face.papers());
    model.addAttribute("stops", scriptSearch.stopsOfTeacher(me.id()));
    model.addAttribute("explaining", face.explaining().orElse(null));
    model.addAttribute("ribbon", Ribbon.of(own.getFirst().calendar(), from, today));
  }

  /** A new task is likely done by those who do the one that was planned last. */
  private TaskSheet begun(SignedIn me, List<SectionView> own, Map<UUID, LocalDate> proposed) {
    Set<UUID> last = tasks.sectionsOfLast(me.id());
    Map<UUID, LocalDate> days = new HashMap<>();
    for (SectionView section : own) {
      if (own.size() == 1 || last.contains(section.id())) {
        days.put(section.id(), There.in(proposed, section.id()));
      }
    }
    return TaskSheet.of(UNNAMED, USUAL_MINUTES, days);
  }

  /** The sections of the term, and those that do the task already. */
  private static List<SectionView> offered(
      List<SectionView> all, @Nullable TaskView task, LocalDate from) {
    List<SectionView> during = SectionView.during(from, all);
    return all.stream()
        .filter(s -> during.contains(s) || task != null && task.sheet().days().containsKey(s.id()))
        .toList();
  }

  /** The weeks of the sections' terms, of which a task's unit may be made. */
  private static List<LocalDate> unitWeeks(
      @Nullable TaskView task, List<SectionView> own, LocalDate from) {
    Set<LocalDate> weeks = new TreeSet<>();
    for (SectionView section : own) {
      SchoolCalendar term = section.calendar();
      for (int week = 1; week <= term.weeks(); week++) {
        weeks.add(term.mondayOfWeek(week));
      }
    }
    weeks.add(SchoolCalendar.mondayOf(day(task, from)));
    Optional.ofNullable(task)
        .flatMap(t -> t.sheet().unit())
        .ifPresent(u -> weeks.addAll(List.of(u.first(), u.last())));
    return List.copyOf(weeks);
  }

  private static LocalDate day(@Nullable TaskView task, LocalDate from) {
    return task == null
        ? from
        : task.sheet().days().values().stream().min(LocalDate::compareTo).orElse(from);
  }

  /**
   * Tasks that may be chosen to come before: those of its sections' term, up to its week. A task
   * that only other sections do would hold it up for good.
   */
  private List<TaskView> before(@Nullable TaskView task, List<SectionView> own, LocalDate from) {
    Set<UUID> ids =
        own.stream()
            .map(SectionView::id)
            .filter(s -> task == null || task.sheet().days().containsKey(s))
            .collect(Collectors.toSet());
    LocalDate monday = SchoolCalendar.mondayOf(day(task, from));
    LocalDate first =
        own.stream()
            .filter(s -> ids.contains(s.id()))
            .map(s -> s.calendar().mondayOfWeek(1))
            .min(LocalDate::compareTo)
            .orElse(monday);
    List<TaskView> all = new ArrayList<>(tasks.between(ids, first, monday.plusDays(6)));
    if (task != null) {
      Set<UUID> listed = all.stream().map(TaskView::id).collect(Collectors.toSet());
      all.removeIf(t -> t.id().equals(task.id()));
      tasks.among(task.sheet().after()).stream()
          .filter(t -> !listed.contains(t.id()))
          .forEach(all::add);
    }
    all.sort(Comparator.comparing(TaskPage::firstDay).thenComparing(TaskView::position));
    return all;
  }

  /** Dates in a task's own words that cannot be right, in words. */
  private static List<Fact> doubtful(TaskSheet sheet, SectionView section, LocalDate today) {
    return FactReader.read(
            sheet.title() + ". " + sheet.detail(),
            new DatePhrases.Reference(today, section.calendar(), section.meets()),
            List.of())
        .stream()
        .filter(f -> f.doubts().contains(DatePhrases.Doubt.WRONG_WEEKDAY))
        .toList();
  }

  private static LocalDate firstDay(TaskView task) {
    return task.sheet().days().values().stream().min(LocalDate::compareTo).orElse(LocalDate.MAX);
  }

  private static List<String> kinds(List<SectionView> own) {
    return own.stream()
        .flatMap(s -> s.grading().kinds().stream())
        .map(Grading.Kind::name)
        .distinct()
        .toList();
  }
}
