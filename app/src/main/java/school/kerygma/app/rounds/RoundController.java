package school.kerygma.app.rounds;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.accounts.Gate;
import school.kerygma.app.accounts.People;
import school.kerygma.app.accounts.SignedIn;
import school.kerygma.app.planning.TaskSheet;
import school.kerygma.app.planning.TaskView;
import school.kerygma.app.planning.Tasks;
import school.kerygma.app.problems.Problem;
import school.kerygma.app.sections.SectionView;
import school.kerygma.app.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.handin.Blank;
import school.kerygma.core.round.RoundRule;

/** A round as its teacher sets it, reads along, hides and holds up. */
@Controller
class RoundController {

  /** How far a student is. */
  record Row(String name, int words, RoundRule.Progress progress) {}

  private final Rounds rounds;
  private final Tasks tasks;
  private final Sections sections;
  private final People people;
  private final Gate gate;

  RoundController(Rounds rounds, Tasks tasks, Sections sections, People people, Gate gate) {
    this.rounds = rounds;
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
      @RequestParam(defaultValue = "0") int words,
      @RequestParam(defaultValue = "0") int replies,
      @RequestParam(defaultValue = "0") int replyWords,
      @RequestParam(defaultValue = "false") boolean names,
      @RequestParam(defaultValue = "0") int daysBefore,
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
    rounds.set(task, question, rule(words, replies, replyWords, names, daysBefore));
    return "redirect:/plan/tasks/" + task + "/round";
  }

  private static RoundRule rule(
      int words, int replies, int replyWords, boolean names, int daysBefore) {
    try {
      return new RoundRule(words, replies, replyWords, names, daysBefore);
    } catch (IllegalArgumentException e) {
      throw Problem.refused("round-numbers");
    }
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
    List<Rounds.Answer> answers = rounds.answers(task, section);
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
                        names.get(s),
                        Rounds.own(s, answers).map(RoundRule.Answer::words).orElse(0),
                        Rounds.progress(round.rule(), s, answers)))
            .sorted(Comparator.comparing(Row::name))
            .toList();
    model.addAttribute("section", of);
    model.addAttribute("task", tasks.get(task));
    model.addAttribute("round", round);
    model.addAttribute("answers", answers);
    model.addAttribute("names", names);
    model.addAttribute("rows", rows);
    model.addAttribute("done", rows.stream().filter(r -> r.progress().done()).count());
    model.addAttribute("counts", counts(answers));
    return "rounds/read";
  }

  /** How many words each answer and reply has. */
  private static Map<UUID, Integer> counts(List<Rounds.Answer> answers) {
    Map<UUID, Integer> counts = new HashMap<>();
    for (Rounds.Answer a : answers) {
      counts.put(a.id(), Blank.words(a.words()));
      a.replies().forEach(r -> counts.put(r.id(), Blank.words(r.words())));
    }
    return counts;
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
      @RequestParam Rounds.Deed deed) {
    rounds.treat(check(me, section, task), section, answer, deed);
    return back(section, task) + "#answer-" + answer;
  }

  @PostMapping("/sections/{section}/tasks/{task}/round/replies/{reply}")
  String hideReply(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @PathVariable UUID task,
      @PathVariable UUID reply,
      @RequestParam boolean hidden) {
    rounds.hideReply(check(me, section, task), section, reply, hidden);
    return back(section, task);
  }

  private static String back(UUID section, UUID task) {
    return "redirect:/sections/" + section + "/tasks/" + task + "/round";
  }
}
