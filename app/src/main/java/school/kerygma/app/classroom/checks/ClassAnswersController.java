package school.kerygma.app.classroom.checks;

import java.util.Optional;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.talk.scripts.AnswerTalk;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.access.Access.Deed;

/** Shows a teacher what classes have answered. */
@Controller
class ClassAnswersController {

  private final ClassAnswers answers;
  private final Scripts scripts;
  private final AnswerTalk answerTalk;
  private final Gate gate;

  ClassAnswersController(ClassAnswers answers, Scripts scripts, AnswerTalk answerTalk, Gate gate) {
    this.answers = answers;
    this.scripts = scripts;
    this.answerTalk = answerTalk;
    this.gate = gate;
  }

  @GetMapping("/walkthroughs/{id}/answers")
  String answers(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    ClassAnswers.Read read = answers.of(me, id);
    model.addAttribute("own", read.own());
    model.addAttribute("walkthrough", scripts.head(id));
    model.addAttribute("shown", read.shown());
    model.addAttribute("asked", read.asked());
    return "checks/answers";
  }

  /**
   * Begins a walkthrough that explains once more what a question asked, on the page of its stop.
   */
  @PostMapping("/walkthroughs/{id}/answers/again")
  String again(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam UUID stop,
      @RequestParam String question) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    if (!scripts.walkthroughOf(stop).equals(id) || question.isBlank()) {
      throw Problem.unreadable();
    }
    return "redirect:/walkthroughs/"
        + answerTalk.begin(me.id(), question, Optional.of(stop), "").walkthrough();
  }
}
