package school.kerygma.app.classroom.classpage;

import java.time.Clock;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.rounds.RoundTalk;
import school.kerygma.app.plan.rounds.RoundVoices;
import school.kerygma.app.plan.rounds.Rounds;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.round.RoundRule;

/** A round as a student takes part in it. */
@Controller
class OwnRoundController {

  private final ShownRounds shown;
  private final AskedRound asked;
  private final Rounds rounds;
  private final RoundTalk roundTalk;
  private final RoundVoices voices;
  private final Sections sections;
  private final Clock clock;
  private final boolean standIn;

  OwnRoundController(
      ShownRounds shown,
      AskedRound asked,
      Rounds rounds,
      RoundTalk roundTalk,
      RoundVoices voices,
      Sections sections,
      Clock clock,
      @Value("${kerygma.demo}") boolean standIn) {
    this.shown = shown;
    this.asked = asked;
    this.rounds = rounds;
    this.roundTalk = roundTalk;
    this.voices = voices;
    this.sections = sections;
    this.clock = clock;
    this.standIn = standIn;
  }

  @GetMapping("/class/tasks/{task}/round")
  String round(@AuthenticationPrincipal SignedIn me, @PathVariable UUID task, Model model) {
    ListedTask listed = asked.listed(me, task);
    Rounds.Round round = rounds.of(task).orElseThrow(Problem::notFound);
    SectionView section = sections.get(listed.section());
    List<Rounds.Answer> answers = roundTalk.answers(task, section.id());
    Optional<RoundRule.Answer> own = RoundTalk.own(me.id(), answers);
    List<ShownRounds.Shown> all = shown.shown(me.id(), round.rule(), answers);
    model.addAttribute("listed", listed);
    model.addAttribute("round", round);
    model.addAttribute("section", section);
    model.addAttribute("today", section.calendar().dateOf(clock.instant()));
    model.addAttribute(
        "answerDue", listed.round().map(ListedTask.Round::answerDue).orElse(listed.due()));
    model.addAttribute("taken", asked.taken(listed));
    model.addAttribute("progress", RoundTalk.progress(round.rule(), me.id(), answers));
    model.addAttribute("standIn", standIn);
    Map<String, RoundVoices.Recorded> waiting = new HashMap<>();
    voices
        .waiting(task, me.id())
        .forEach(v -> waiting.put(v.to().map(UUID::toString).orElse(""), v));
    model.addAttribute("recorded", waiting);
    model.addAttribute("own", all.stream().filter(ShownRounds.Shown::own).findFirst().orElse(null));
    model.addAttribute(
        "others",
        RoundRule.opensOthers(own) ? all.stream().filter(a -> !a.own()).toList() : List.of());
    model.addAttribute(
        "waiting", answers.stream().filter(a -> !a.student().equals(me.id())).count());
    return "classpage/round";
  }

  @PostMapping("/class/tasks/{task}/round")
  String answer(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID task,
      @RequestParam(defaultValue = "") String words) {
    ListedTask listed = asked.open(me, task);
    rounds.answer(rounds.of(task).orElseThrow(Problem::notFound), listed.section(), me.id(), words);
    return "redirect:/class/tasks/" + task + "/round";
  }

  @PostMapping("/class/tasks/{task}/round/{answer}")
  String reply(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID task,
      @PathVariable UUID answer,
      @RequestParam(defaultValue = "") String words) {
    ListedTask listed = asked.open(me, task);
    rounds.reply(
        rounds.of(task).orElseThrow(Problem::notFound), listed.section(), me.id(), answer, words);
    return "redirect:/class/tasks/" + task + "/round#answer-" + answer;
  }
}
