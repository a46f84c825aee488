package school.kerygma.app.classroom.questions;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.access.Access.Role;

/**
 * Questions about a task are asked at it; one's own, and what was answered, are read in one place.
 */
@Controller
class QuestionController {

  private final Questions questions;
  private final Askers askers;
  private final AboutNames names;
  private final Scripts scripts;
  private final Postings postings;
  private final Tasks tasks;
  private final People people;
  private final Gate gate;

  QuestionController(
      Questions questions,
      Askers askers,
      AboutNames names,
      Scripts scripts,
      Postings postings,
      Tasks tasks,
      People people,
      Gate gate) {
    this.questions = questions;
    this.askers = askers;
    this.names = names;
    this.scripts = scripts;
    this.postings = postings;
    this.tasks = tasks;
    this.people = people;
    this.gate = gate;
  }

  @GetMapping({"/class/tasks/{task}/questions", "/family/tasks/{task}/questions"})
  String ofTask(@AuthenticationPrincipal SignedIn me, @PathVariable UUID task, Model model) {
    gate.check(me, Deed.SEE, Gate.Kind.TASK, task);
    List<UUID> here = askers.up(askers.students(me), postings.ofTask(task));
    List<UUID> children =
        askers.students(me).stream()
            .filter(s -> !askers.up(List.of(s), postings.ofTask(task)).isEmpty())
            .toList();
    model.addAttribute("task", tasks.get(task));
    model.addAttribute("home", me.role() == Role.GUARDIAN ? "/family" : "/class");
    model.addAttribute(
        "children",
        me.role() == Role.GUARDIAN ? List.copyOf(people.contacts(children).values()) : List.of());
    List<Questions.Own> own =
        questions.of(me.id()).stream()
            .filter(q -> q.about().task().equals(Optional.of(task)))
            .toList();
    Set<UUID> told =
        own.stream()
            .flatMap(q -> q.answer().stream())
            .map(Questions.Answered::id)
            .collect(Collectors.toSet());
    model.addAttribute("own", own);
    model.addAttribute(
        "told",
        questions.forAllOfTask(task, here).stream().filter(a -> !told.contains(a.id())).toList());
    return "questions/of-task";
  }

  @PostMapping({"/class/tasks/{task}/questions", "/family/tasks/{task}/questions"})
  String askOfTask(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID task,
      @RequestParam(defaultValue = "") String words,
      @RequestParam(required = false) @Nullable UUID student) {
    gate.check(me, Deed.SEE, Gate.Kind.TASK, task);
    UUID who = askers.student(me, student, s -> askers.up(List.of(s), postings.ofTask(task)));
    questions.ask(
        askers.up(List.of(who), postings.ofTask(task)).getFirst(),
        who,
        me.id(),
        Questions.About.task(task),
        words);
    return "redirect:"
        + (me.role() == Role.GUARDIAN ? "/family" : "/class")
        + "/tasks/"
        + task
        + "/questions";
  }

  /**
   * A question as its asker reads it.
   *
   * @param answeredIn a new stop that says the answer
   * @param inTalk a walkthrough of its own that says it, once it is recorded
   */
  record Mine(
      String about, Questions.Own question, Optional<String> answeredIn, Optional<String> inTalk) {}

  @GetMapping({"/class/questions", "/family/questions"})
  String own(@AuthenticationPrincipal SignedIn me, Model model) {
    List<Questions.Own> own = questions.of(me.id());
    questions.looked(me.id());
    AboutNames.Named named = names.of(own.stream().map(Questions.Own::about).toList());
    Map<UUID, StopView> stops = new HashMap<>();
    scripts
        .among(
            own.stream()
                .flatMap(q -> q.answer().stream())
                .flatMap(a -> a.stop().stream())
                .collect(Collectors.toSet()))
        .forEach(s -> stops.put(s.id(), s));
    model.addAttribute(
        "own",
        own.stream()
            .map(
                q -> {
                  Optional<StopView> said =
                      q.answer().flatMap(Questions.Answered::stop).map(stops::get);
                  boolean here = said.map(StopView::walkthrough).equals(q.about().walkthrough());
                  return new Mine(
                      named.of(q.about()),
                      q,
                      said.filter(s -> here).map(s -> s.number() + " " + s.title()),
                      said.filter(s -> !here && s.recorded()).map(StopView::title));
                })
            .toList());
    model.addAttribute("home", me.role() == Role.GUARDIAN ? "/family" : "/class");
    return "questions/own";
  }
}
