package school.kerygma.app.classroom.checks;

import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.talk.scripts.Scripts;

/** Shows a teacher what classes have answered. */
@Controller
class ClassAnswersController {

  private final ClassAnswers answers;
  private final Scripts scripts;

  ClassAnswersController(ClassAnswers answers, Scripts scripts) {
    this.answers = answers;
    this.scripts = scripts;
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
}
