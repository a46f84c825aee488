package school.kerygma.app.classpage;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.accounts.Gate;
import school.kerygma.app.accounts.People;
import school.kerygma.app.accounts.SignedIn;
import school.kerygma.app.frame.PageJson;
import school.kerygma.app.margin.GlossaryWords;
import school.kerygma.app.marking.Drawing;
import school.kerygma.app.marking.Marks;
import school.kerygma.app.papers.Handouts;
import school.kerygma.app.papers.PageView;
import school.kerygma.app.posting.DeliveryView;
import school.kerygma.app.scores.Scores;
import school.kerygma.app.scripts.Scripts;
import school.kerygma.app.sections.SectionView;
import school.kerygma.app.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.access.Access.Role;
import school.kerygma.core.time.SchoolCalendar;

/** The page of a student and the page of a family. */
@Controller
class ClassPageController {

  /** A day of the week's strip. */
  record StripDay(
      LocalDate date, boolean today, boolean school, boolean meets, List<ListedTask> tasks) {}

  /** A child's row on the family page. */
  record Child(
      String name, List<TaskLists.SectionList> sections, long late, long open, long done) {}

  private final TaskLists lists;
  private final Sections sections;
  private final Handouts handouts;
  private final Marks marks;
  private final GlossaryWords glossary;
  private final PageJson json;
  private final Scripts scripts;
  private final Scores scores;
  private final People people;
  private final Gate gate;
  private final Clock clock;

  ClassPageController(
      TaskLists lists,
      Sections sections,
      Handouts handouts,
      Marks marks,
      GlossaryWords glossary,
      PageJson json,
      Scripts scripts,
      Scores scores,
      People people,
      Gate gate,
      Clock clock) {
    this.lists = lists;
    this.sections = sections;
    this.handouts = handouts;
    this.marks = marks;
    this.glossary = glossary;
    this.json = json;
    this.scripts = scripts;
    this.scores = scores;
    this.people = people;
    this.gate = gate;
    this.clock = clock;
  }

  @GetMapping("/class")
  String ofStudent(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam(required = false) @Nullable UUID section,
      Model model) {
    List<SectionView> all = sections.ofStudent(me.id());
    if (all.isEmpty()) {
      return "classpage/none";
    }
    LocalDate today = all.getFirst().calendar().dateOf(clock.instant());
    List<SectionView> own = SectionView.during(today, all);
    SectionView shown =
        own.stream().filter(s -> s.id().equals(section)).findFirst().orElse(own.getFirst());
    TaskLists.SectionList list =
        lists.of(me.id(), today).stream()
            .filter(l -> l.section().id().equals(shown.id()))
            .findFirst()
            .orElseThrow();
    model.addAttribute("sections", own);
    model.addAttribute("section", shown);
    model.addAttribute("today", today);
    model.addAttribute("tasks", list.tasks());
    model.addAttribute("starter", list.starter());
    model.addAttribute("teacher", teacher(shown, list));
    model.addAttribute(
        "next",
        list.tasks().stream().filter(t -> !t.done() && !t.waits()).findFirst().orElse(null));
    model.addAttribute(
        "minutes",
        list.tasks().stream()
            .filter(t -> !t.done() && !t.day().isAfter(today))
            .mapToInt(t -> t.task().sheet().minutes())
            .sum());
    model.addAttribute("strip", strip(list, today));
    addPlayer(list, model);
    return "classpage/student";
  }

  /** Who put up what is there; where nothing is, one of the section's teachers. */
  private String teacher(SectionView section, TaskLists.SectionList list) {
    Set<UUID> named =
        list.up().isEmpty() ? section.teachers() : Set.of(list.up().getLast().owner());
    return people.contacts(named).values().stream()
        .map(People.Contact::name)
        .sorted()
        .findFirst()
        .orElse("");
  }

  /** The player holds the walkthrough of the next task, or else the newest. */
  private void addPlayer(TaskLists.SectionList list, Model model) {
    Optional<UUID> next =
        list.tasks().stream()
            .filter(t -> !t.done())
            .flatMap(t -> t.explained().stream())
            .map(ListedTask.Explained::walkthrough)
            .findFirst();
    Optional<UUID> newest =
        list.up().stream()
            .max(Comparator.comparing(d -> d.moments().goesUpAt()))
            .flatMap(DeliveryView::walkthrough);
    next.or(() -> newest)
        .ifPresent(
            id -> {
              model.addAttribute("walkthrough", scripts.head(id));
              model.addAttribute("score", scores.current(id).orElse(null));
            });
    list.up().stream()
        .filter(d -> !d.toStudents().isBlank())
        .max(Comparator.comparing(d -> d.moments().goesUpAt()))
        .ifPresent(d -> model.addAttribute("note", d.toStudents()));
  }

  private static List<StripDay> strip(TaskLists.SectionList list, LocalDate today) {
    SectionView section = list.section();
    List<StripDay> days = new ArrayList<>();
    for (LocalDate date : SchoolCalendar.schoolWeek(today)) {
      days.add(
          new StripDay(
              date,
              date.equals(today),
              section.calendar().isSchoolDay(date),
              section.meets().meetsOn(date, section.calendar()),
              list.tasks().stream().filter(t -> t.day().equals(date)).toList()));
    }
    return days;
  }

  @GetMapping("/family")
  String ofFamily(@AuthenticationPrincipal SignedIn me, Model model) {
    List<UUID> students = people.studentsOf(me.id());
    var contacts = people.contacts(students);
    List<Child> children = new ArrayList<>();
    LocalDate today = LocalDate.ofInstant(clock.instant(), java.time.ZoneOffset.UTC);
    for (UUID student : students) {
      List<SectionView> own = sections.ofStudent(student);
      if (!own.isEmpty()) {
        today = own.getFirst().calendar().dateOf(clock.instant());
      }
      List<TaskLists.SectionList> lists = this.lists.of(student, today);
      List<ListedTask> all = lists.stream().flatMap(l -> l.tasks().stream()).toList();
      long late = all.stream().filter(ListedTask::late).count();
      long done = all.stream().filter(ListedTask::done).count();
      children.add(
          new Child(contacts.get(student).name(), lists, late, all.size() - done - late, done));
    }
    children.sort(Comparator.comparing((Child c) -> -c.late()).thenComparing(Child::name));
    model.addAttribute("children", children);
    model.addAttribute("today", today);
    return "classpage/family";
  }

  /** A paper that is to be read, as students and families see it. */
  @GetMapping({"/class/handouts/{id}", "/family/handouts/{id}"})
  String paper(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    gate.check(me, Deed.SEE, Gate.Kind.HANDOUT, id);
    Handouts.View handout = handouts.get(id);
    List<UUID> pages = handout.shown().stream().map(PageView::id).toList();
    List<Drawing> drawings = Drawing.of(handout.shown(), marks);
    model.addAttribute("handout", handout);
    model.addAttribute("explained", glossary.open(pages));
    model.addAttribute("drawings", drawings);
    model.addAttribute("json", json.of(drawings));
    model.addAttribute("words", marks.openTexts(pages));
    model.addAttribute("home", me.role() == Role.STUDENT ? "/class" : "/family");
    return "classpage/paper";
  }

  /** A walkthrough as a family may watch it; nothing is noted of that. */
  @GetMapping("/family/walkthroughs/{id}")
  String watchedAtHome(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    gate.check(me, Deed.SEE, Gate.Kind.WALKTHROUGH, id);
    model.addAttribute("walkthrough", scripts.head(id));
    model.addAttribute("score", scores.current(id).orElse(null));
    return "classpage/watch";
  }
}
