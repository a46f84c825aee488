package school.kerygma.app.classroom.classpage;

import java.time.LocalDate;
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
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.classroom.messages.MailWishes;
import school.kerygma.app.classroom.questions.Questions;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.paper.margin.GlossaryWords;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.school.rollcall.RollCalls;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;
import school.kerygma.core.roll.Hears;
import school.kerygma.core.roll.RollCall;

/** The page of a student, of a family, and of either as its teacher may see it. */
@Controller
class ClassPageController {

  private final ClassPages pages;
  private final PagePapers papers;
  private final Sections sections;
  private final GlossaryWords glossary;
  private final People people;
  private final SeenAs seenAs;
  private final Questions questions;
  private final MailWishes mailWishes;
  private final RollCalls rolls;

  ClassPageController(
      ClassPages pages,
      PagePapers papers,
      Sections sections,
      GlossaryWords glossary,
      People people,
      SeenAs seenAs,
      Questions questions,
      MailWishes mailWishes,
      RollCalls rolls) {
    this.pages = pages;
    this.papers = papers;
    this.sections = sections;
    this.glossary = glossary;
    this.people = people;
    this.seenAs = seenAs;
    this.questions = questions;
    this.mailWishes = mailWishes;
    this.rolls = rolls;
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
              There.in(
                      rolls.between(
                          section, List.of(child.id()), page.today().minusDays(6), page.today()),
                      child.id())
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
}
