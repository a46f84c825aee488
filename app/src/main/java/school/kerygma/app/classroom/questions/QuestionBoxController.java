package school.kerygma.app.classroom.questions;

import java.util.LinkedHashSet;
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
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Fields;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.talk.scripts.AnswerTalk;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopOrder;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.app.talk.scripts.WordsAsSaid;
import school.kerygma.core.access.Access.Deed;

/** A teacher answers questions from the box, or puts them aside. */
@Controller
class QuestionBoxController {

  private final QuestionBox box;
  private final Questions questions;
  private final Scripts scripts;
  private final WordsAsSaid wordsAsSaid;
  private final StopOrder stopOrder;
  private final AnswerTalk answerTalk;
  private final Gate gate;

  QuestionBoxController(
      QuestionBox box,
      Questions questions,
      Scripts scripts,
      WordsAsSaid wordsAsSaid,
      StopOrder stopOrder,
      AnswerTalk answerTalk,
      Gate gate) {
    this.box = box;
    this.questions = questions;
    this.scripts = scripts;
    this.wordsAsSaid = wordsAsSaid;
    this.stopOrder = stopOrder;
    this.answerTalk = answerTalk;
    this.gate = gate;
  }

  @GetMapping("/questions")
  String box(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam(required = false) @Nullable String find,
      Model model) {
    QuestionBox.Box shown = box.of(me);
    model.addAttribute("find", find);
    model.addAttribute("past", box.past(me, find == null ? "" : find));
    model.addAttribute("open", shown.open());
    model.addAttribute("zone", shown.zone().orElse(null));
    return "questions/box";
  }

  /** Every one of them must be of a section whose students the teacher knows. */
  private List<Questions.Line> checked(SignedIn me, String ids) {
    Set<UUID> all = new LinkedHashSet<>();
    for (String id : ids.strip().split("\\s+")) {
      all.add(Fields.id(id));
    }
    List<Questions.Line> lines = questions.lines(all);
    if (lines.size() < all.size()) {
      throw Problem.notFound();
    }
    lines.forEach(l -> gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, l.section()));
    return lines;
  }

  /**
   * Answers questions.
   *
   * @param how "one": to who asked; "all": to everybody where it was asked; "stop": to everybody,
   *     in a new stop whose words they are; "talk": the same in a walkthrough of its own
   */
  @PostMapping("/questions/answers")
  String answer(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam String ids,
      @RequestParam(defaultValue = "") String words,
      @RequestParam(defaultValue = "") String heading,
      @RequestParam(defaultValue = "one") String how) {
    List<Questions.Line> lines = checked(me, ids);
    List<UUID> all = lines.stream().map(Questions.Line::id).toList();
    if (!how.equals("stop") && !how.equals("talk")) {
      questions.answer(me.id(), all, heading, words, how.equals("all"));
      return "redirect:/questions";
    }
    UUID walkthrough = lines.getFirst().about().walkthrough().orElseThrow(Problem::unreadable);
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, walkthrough);
    UUID answer = questions.answer(me.id(), all, heading, words, true);
    String question = heading.isBlank() ? lines.getFirst().words() : heading;
    if (how.equals("talk")) {
      AnswerTalk.Begun begun =
          answerTalk.begin(me.id(), question, lines.getFirst().about().stop(), words);
      questions.answerIn(answer, begun.stop());
      return "redirect:/walkthroughs/" + begun.walkthrough();
    }
    int after =
        scripts.stopsOf(walkthrough).stream()
            .filter(s -> Optional.of(s.id()).equals(lines.getFirst().about().stop()))
            .map(StopView::number)
            .findFirst()
            .orElse(scripts.stopsOf(walkthrough).size());
    UUID stop = stopOrder.addStop(walkthrough, after);
    scripts.entitle(stop, question);
    wordsAsSaid.reword(stop, words);
    questions.answerIn(answer, stop);
    return "redirect:/walkthroughs/" + walkthrough + "#stop-" + stop;
  }

  @PostMapping("/questions/aside")
  String putAside(@AuthenticationPrincipal SignedIn me, @RequestParam String ids) {
    questions.putAside(checked(me, ids).stream().map(Questions.Line::id).toList(), true);
    return "redirect:/questions";
  }

  /** What was put aside is to be answered here after all. */
  @PostMapping("/questions/back")
  String putBack(@AuthenticationPrincipal SignedIn me, @RequestParam String ids) {
    questions.putAside(checked(me, ids).stream().map(Questions.Line::id).toList(), false);
    return "redirect:/questions";
  }

  /** Says an answer in other words. */
  @PostMapping("/questions/answers/{answer}")
  String mend(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID answer,
      @RequestParam(defaultValue = "") String seen,
      @RequestParam(defaultValue = "") String words) {
    questions.mend(me.id(), answer, seen, words);
    return "redirect:/questions?find=";
  }
}
