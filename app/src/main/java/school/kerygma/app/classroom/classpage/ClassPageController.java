package school.kerygma.app.classroom.classpage;

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
import school.kerygma.app.classroom.questions.Questions;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.paper.margin.GlossaryWords;
import school.kerygma.app.plan.planning.TaskView;

/** The page of a student, of a family, and of either as its teacher may see it. */
@Controller
class ClassPageController {

  private final ClassPages pages;
  private final GlossaryWords glossary;
  private final People people;
  private final SeenAs seenAs;
  private final Questions questions;
  private final BesideTheList beside;

  ClassPageController(
      ClassPages pages,
      GlossaryWords glossary,
      People people,
      SeenAs seenAs,
      Questions questions,
      BesideTheList beside) {
    this.pages = pages;
    this.glossary = glossary;
    this.people = people;
    this.seenAs = seenAs;
    this.questions = questions;
    this.beside = beside;
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
          beside.ofStudent(me.id(), p.section(), model);
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
    beside.ofFamily(page, me.id(), model);
    model.addAttribute("seen", SeenAs.Seen.own("/family"));
    model.addAttribute("news", questions.news(me.id()));
    return "classpage/family";
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
