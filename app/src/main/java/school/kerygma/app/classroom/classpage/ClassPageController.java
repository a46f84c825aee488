package school.kerygma.app.classroom.classpage;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.format.annotation.DateTimeFormat;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.classroom.messages.MailWishes;
import school.kerygma.app.classroom.questions.Questions;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.paper.margin.GlossaryWords;
import school.kerygma.app.paper.marking.Drawing;
import school.kerygma.app.paper.marking.Marks;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.school.frame.PageJson;
import school.kerygma.app.school.rollcall.RollCalls;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.roll.Hears;
import school.kerygma.core.roll.RollCall;

/**
 * The page of a student and the page of a family; and the same pages as a teacher sees them, in the
 * teacher's own session, where nothing is ticked and nothing is counted.
 */
@Controller
class ClassPageController {

  /** A page of another school year would show nothing. */
  private static final int FARTHEST_DAYS = 200;

  private final ClassPages pages;
  private final PagePapers papers;
  private final Clock clock;
  private final Sections sections;
  private final Handouts handouts;
  private final Marks marks;
  private final GlossaryWords glossary;
  private final PageJson json;
  private final Scripts scripts;
  private final Scores scores;
  private final People people;
  private final Gate gate;
  private final SeenAs seenAs;
  private final Questions questions;
  private final MailWishes mailWishes;
  private final RollCalls rolls;

  ClassPageController(
      ClassPages pages,
      PagePapers papers,
      Clock clock,
      Sections sections,
      Handouts handouts,
      Marks marks,
      GlossaryWords glossary,
      PageJson json,
      Scripts scripts,
      Scores scores,
      People people,
      Gate gate,
      SeenAs seenAs,
      Questions questions,
      MailWishes mailWishes,
      RollCalls rolls) {
    this.rolls = rolls;
    this.seenAs = seenAs;
    this.questions = questions;
    this.mailWishes = mailWishes;
    this.pages = pages;
    this.papers = papers;
    this.clock = clock;
    this.sections = sections;
    this.handouts = handouts;
    this.marks = marks;
    this.glossary = glossary;
    this.json = json;
    this.scripts = scripts;
    this.scores = scores;
    this.people = people;
    this.gate = gate;
  }

  @GetMapping("/class")
  String ofStudent(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam(required = false) @Nullable UUID section,
      @RequestParam(required = false) @Nullable UUID talk,
      Model model) {
    Optional<StudentPage> page = pages.ofStudent(me.id(), section, talk, any -> true);
    page.ifPresent(
        p -> {
          model.addAttribute("page", p);
          model.addAttribute("meanings", meanings(p));
          model.addAttribute("roll", rolls.today(p.section(), me.id()).orElse(null));
        });
    model.addAttribute("seen", SeenAs.Seen.own("/class"));
    model.addAttribute("news", questions.news(me.id()));
    return page.isPresent() ? "classpage/student" : "classpage/none";
  }

  /** Words of the papers on the list that stand in the words of a task itself. */
  private Map<UUID, List<GlossaryWords.Explained>> meanings(StudentPage page) {
    Map<UUID, String> texts = new HashMap<>();
    Set<UUID> papers = new HashSet<>();
    for (ListedTask listed : page.list().tasks()) {
      TaskView task = listed.task();
      texts.put(task.id(), task.title() + ". " + task.sheet().detail());
      listed.papers().forEach(p -> papers.add(p.id()));
    }
    return glossary.in(texts, papers);
  }

  @GetMapping("/family")
  String ofFamily(@AuthenticationPrincipal SignedIn me, Model model) {
    FamilyPage page = pages.ofFamily(people.studentsOf(me.id()), any -> true);
    model.addAttribute("page", page);
    model.addAttribute("missed", missed(page));
    model.addAttribute("seen", SeenAs.Seen.own("/family"));
    model.addAttribute("news", questions.news(me.id()));
    model.addAttribute("mailWish", mailWishes.of(me.id()));
    return "classpage/family";
  }

  /**
   * Days of the last week on which a child was absent, by child and section, where they are told.
   */
  private Map<String, List<LocalDate>> missed(FamilyPage page) {
    Map<String, List<LocalDate>> missed = new HashMap<>();
    for (FamilyPage.Child child : page.children()) {
      for (TaskLists.SectionList list : child.sections()) {
        SectionView section = list.section();
        if (rolls.of(section.id()).isPresent() && sections.hears(section.id()) != Hears.NOTHING) {
          missed.put(
              child.id() + " " + section.id(),
              rolls
                  .between(section, List.of(child.id()), page.today().minusDays(6), page.today())
                  .get(child.id())
                  .stream()
                  .filter(c -> c.presence() == RollCall.Presence.ABSENT)
                  .map(RollCalls.Cell::day)
                  .toList());
        }
      }
    }
    return missed;
  }

  /** The page of a student or guardian of a section, as its teacher may see it. */
  @GetMapping("/sections/{id}/as/{person}")
  String as(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @PathVariable UUID person,
      @RequestParam(required = false) @Nullable UUID talk,
      Model model) {
    return seenAs.show(pages, seenAs.of(me, id, person), person, talk, model);
  }

  /** Makes a paper of that page as it is on a day, to be shown in a walkthrough. */
  @PostMapping("/sections/{id}/as/{person}/paper")
  String asPaper(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @PathVariable UUID person,
      @RequestParam @DateTimeFormat(iso = DateTimeFormat.ISO.DATE) LocalDate day) {
    SectionView section = seenAs.of(me, id, person).section().orElseThrow();
    if (Math.abs(
            ChronoUnit.DAYS.between(
                clock.instant().atZone(section.zone()), day.atStartOfDay(section.zone())))
        > FARTHEST_DAYS) {
      throw Problem.refused("class-paper-day").at("day");
    }
    return "redirect:/handouts?made=" + papers.make(me.id(), section, person, day).handout();
  }

  /** A paper that is to be read, as students and families see it. */
  @GetMapping({"/class/handouts/{id}", "/family/handouts/{id}"})
  String paper(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      HttpServletRequest request,
      Model model) {
    model.addAttribute(
        "seen",
        SeenAs.Seen.own(request.getRequestURI().startsWith("/class") ? "/class" : "/family"));
    return paper(me, id, model);
  }

  @GetMapping("/sections/{section}/as/{person}/handouts/{id}")
  String paperAs(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @PathVariable UUID person,
      @PathVariable UUID id,
      Model model) {
    model.addAttribute("seen", seenAs.of(me, section, person));
    return paper(me, id, model);
  }

  /** A paper of the plan, for who shares the section or stands in there. */
  @GetMapping("/sections/{section}/papers/{id}")
  String paperOfSection(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @PathVariable UUID id,
      Model model) {
    model.addAttribute("seen", ofSection(me, section));
    return paper(me, id, model);
  }

  /** A walkthrough of the plan, for who shares the section or stands in there. */
  @GetMapping("/sections/{section}/talks/{id}")
  String talkOfSection(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @PathVariable UUID id,
      Model model) {
    model.addAttribute("seen", ofSection(me, section));
    return watched(me, id, model);
  }

  private SeenAs.Seen ofSection(SignedIn me, UUID section) {
    gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, section);
    return SeenAs.Seen.own("/plan/day");
  }

  private String paper(SignedIn me, UUID id, Model model) {
    gate.check(me, Deed.SEE, Gate.Kind.HANDOUT, id);
    Handouts.View handout = handouts.get(id);
    List<UUID> leaves = handout.shown().stream().map(PageView::id).toList();
    List<Drawing> drawings = Drawing.of(handout.shown(), marks);
    model.addAttribute("handout", handout);
    model.addAttribute("explained", glossary.open(leaves));
    model.addAttribute("drawings", drawings);
    model.addAttribute("json", json.of(drawings));
    model.addAttribute("words", marks.openTexts(leaves));
    return "classpage/paper";
  }

  /** A walkthrough as a family may watch it; nothing is noted of that. */
  @GetMapping("/family/walkthroughs/{id}")
  String watchedAtHome(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    model.addAttribute("seen", SeenAs.Seen.own("/family"));
    return watched(me, id, model);
  }

  @GetMapping("/sections/{section}/as/{person}/walkthroughs/{id}")
  String watchedAs(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @PathVariable UUID person,
      @PathVariable UUID id,
      Model model) {
    model.addAttribute("seen", seenAs.of(me, section, person));
    return watched(me, id, model);
  }

  private String watched(SignedIn me, UUID id, Model model) {
    gate.check(me, Deed.SEE, Gate.Kind.WALKTHROUGH, id);
    model.addAttribute("walkthrough", scripts.head(id));
    model.addAttribute("score", scores.current(id).orElse(null));
    return "classpage/watch";
  }
}
