package school.kerygma.app.talk.scores;

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
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.app.talk.scripts.WordsAsSaid;
import school.kerygma.core.access.Access.Deed;

/** The teacher's own view of the player. */
@Controller
class PlayController {

  private final Scripts scripts;
  private final WordsAsSaid wordsAsSaid;
  private final Scores scores;
  private final Listening listening;
  private final Jobs jobs;
  private final Gate gate;

  PlayController(
      Scripts scripts,
      WordsAsSaid wordsAsSaid,
      Scores scores,
      Listening listening,
      Jobs jobs,
      Gate gate) {
    this.listening = listening;
    this.scripts = scripts;
    this.wordsAsSaid = wordsAsSaid;
    this.scores = scores;
    this.jobs = jobs;
    this.gate = gate;
  }

  @GetMapping("/walkthroughs/{id}/play")
  String play(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "0") int lost,
      Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    model.addAttribute("lost", lost);
    model.addAttribute("walkthrough", scripts.head(id));
    model.addAttribute("score", scores.current(id).orElse(null));
    model.addAttribute(
        "read", scripts.stopsOf(id).stream().filter(StopView::recorded).allMatch(StopView::read));
    model.addAttribute("work", jobs.latest(id).filter(w -> !w.state().isOver()).orElse(null));
    model.addAttribute("listening", listening.isUnderWay(id));
    return "scores/play";
  }

  /**
   * The captions are read as they are; whoever changes words or says them again reads once more.
   */
  @PostMapping("/walkthroughs/{id}/captions-read")
  String captionsRead(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    wordsAsSaid.captionsRead(id);
    return "redirect:/walkthroughs/" + id + "/play";
  }
}
