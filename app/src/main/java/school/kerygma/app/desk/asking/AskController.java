package school.kerygma.app.desk.asking;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.school.frame.Excerpt;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.ScriptSearch;

/** Finds the page of a paper, or the second of a walkthrough, that has some words. */
@Controller
class AskController {

  /**
   * A stop that says it.
   *
   * @param atMs where it is heard in the walkthrough, if it is recorded
   */
  record Said(ScriptSearch.Answer answer, Optional<Long> atMs) {

    public Excerpt excerpt() {
      return answer.excerpt();
    }
  }

  private final Handouts handouts;
  private final ScriptSearch scriptSearch;
  private final Scores scores;

  AskController(Handouts handouts, ScriptSearch scriptSearch, Scores scores) {
    this.handouts = handouts;
    this.scriptSearch = scriptSearch;
    this.scores = scores;
  }

  @GetMapping("/ask")
  String ask(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam(defaultValue = "") String words,
      Model model) {
    List<ScriptSearch.Answer> answers = scriptSearch.asked(me.id(), words);
    Map<UUID, Scores.Info> current =
        scores.currentOf(
            answers.stream().map(ScriptSearch.Answer::walkthrough).collect(Collectors.toSet()));
    List<Said> said = new ArrayList<>();
    for (ScriptSearch.Answer answer : answers) {
      said.add(
          new Said(
              answer,
              Optional.ofNullable(current.get(answer.walkthrough()))
                  .flatMap(s -> scores.heard(s.id(), answer.stop(), answer.excerpt().found()))));
    }
    model.addAttribute("words", words);
    model.addAttribute("pages", handouts.asked(me.id(), words));
    model.addAttribute("said", said);
    return "asking/ask";
  }
}
