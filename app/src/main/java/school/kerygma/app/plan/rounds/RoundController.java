package school.kerygma.app.plan.rounds;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.roster.PersonNames;
import school.kerygma.core.round.RoundRule;

/** A round as its teacher sets it, reads along, hides and holds up. */
@Controller
class RoundController {

  /** How far a student is. */
  record Row(String name, Optional<RoundRule.Length> length, RoundRule.Progress progress) {}

  private final Rounds rounds;
  private final RoundDeeds roundDeeds;
  private final RoundTalk roundTalk;
  private final Tasks tasks;
  private final Sections sections;
  private final People people;
  private final Gate gate;

  RoundController(
      Rounds rounds,
      RoundDeeds roundDeeds,
      RoundTalk roundTalk,
      Tasks tasks,
      Sections sections,
      People people,
      Gate gate) {
    this.rounds = rounds;
    this.roundDeeds = roundDeeds;
    this.roundTalk = roundTalk;
    this.tasks = tasks;
    this.sections = sections;
    this.people = people;
    this.gate = gate;
  }

  /** What the round of a task asks, and its sections. */
  @GetMapping("/plan/tasks/{task}/round")
  String setting(@AuthenticationPrincipal SignedIn me, @PathVariable UUID task, Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WHOLE_TASK, task);
    TaskView of = tasks.get(task);
    model.addAttribute("task", of);
    model.addAttribute("round", rounds.of(task).orElse(null));
    model.addAttribute(
        "sections",
        sections.among(of.sheet().days().keySet()).stream()
            .filter(s -> gate.may(me, Deed.CHANGE, Gate.Kind.ROSTER, s.id()))
            .sorted(Comparator.comparing(SectionView::name))
            .toList());
    return "rounds/setting";
  }

  @PostMapping("/plan/tasks/{task}/round")
  String set(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID task,
      @RequestParam(defaultValue = "") String question,
      @RequestParam MultiValueMap<String, String> form,
      @RequestParam(defaultValue = "false") boolean end) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WHOLE_TASK, task);
    if (end) {
      rounds.end(task);
      return "redirect:/plan/tasks/" + task;
    }
    TaskSheet sheet = tasks.get(task).sheet();
    if (sheet.handIn().isPresent() || sheet.board().isPresent()) {
      throw Problem.conflict("round-hand-in");
    }
    rounds.set(task, question, rule(form));
    return "redirect:/plan/tasks/" + task + "/round";
  }

  private static RoundRule rule(MultiValueMap<String, String> form) {
    try {
      String manner = form.getFirst("manner");
      return new RoundRule(
          manner == null ? RoundRule.Manner.WRITTEN : RoundRule.Manner.valueOf(manner),
          new RoundRule.Least(number(form, "words"), number(form, "seconds")),
          number(form, "replies"),
          new RoundRule.Least(number(form, "replyWords"), number(form, "replySeconds")),
          form.containsKey("names"),
          number(form, "daysBefore"));
    } catch (IllegalArgumentException e) {
      throw Problem.refused("round-numbers");
    }
  }

  /** What is left empty is not asked. */
  private static int number(MultiValueMap<String, String> form, String field) {
    String typed = form.getFirst(field);
    return typed == null || typed.isBlank() ? 0 : Integer.parseInt(typed.strip());
  }

  /** All that was said in a section. */
  @GetMapping("/sections/{section}/tasks/{task}/round")
  String read(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @PathVariable UUID task,
      Model model) {
    Rounds.Round round = check(me, section, task);
    SectionView of = sections.get(section);
    List<Rounds.Answer> answers = roundTalk.answers(task, section);
    Map<UUID, String> names = new HashMap<>();
    List<UUID> all = new ArrayList<>(of.students());
    answers.forEach(
        a -> {
          all.add(a.student());
          a.replies().forEach(r -> all.add(r.student()));
        });
    people.contacts(all).forEach((id, contact) -> names.put(id, contact.name()));
    List<Row> rows =
        of.students().stream()
            .map(
                s ->
                    new Row(
                        There.in(names, s),
                        RoundTalk.own(s, answers).map(RoundRule.Answer::length),
                        RoundTalk.progress(round.rule(), s, answers)))
            .sorted(Comparator.comparing(Row::name, PersonNames.BY_FAMILY_NAME))
            .toList();
    model.addAttribute("section", of);
    model.addAttribute("task", tasks.get(task));
    model.addAttribute("round", round);
    model.addAttribute("answers", answers);
    model.addAttribute("names", names);
    model.addAttribute("rows", rows);
    model.addAttribute("done", rows.stream().filter(r -> r.progress().done()).count());
    return "rounds/read";
  }

  private Rounds.Round check(SignedIn me, UUID section, UUID task) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, section);
    gate.check(me, Deed.CHANGE, Gate.Kind.TASK, task);
    return rounds.of(task).orElseThrow(Problem::notFound);
  }

  @PostMapping("/sections/{section}/tasks/{task}/round/answers/{answer}")
  String treat(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @PathVariable UUID task,
      @PathVariable UUID answer,
      @RequestParam RoundDeeds.Deed deed) {
    roundDeeds.treat(check(me, section, task), section, answer, deed);
    return back(section, task) + "#answer-" + answer;
  }

  @PostMapping("/sections/{section}/tasks/{task}/round/replies/{reply}")
  String hideReply(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @PathVariable UUID task,
      @PathVariable UUID reply,
      @RequestParam boolean hidden) {
    roundDeeds.hideReply(check(me, section, task), section, reply, hidden);
    return back(section, task);
  }

  private static String back(UUID section, UUID task) {
    return "redirect:/sections/" + section + "/tasks/" + task + "/round";
  }
}
