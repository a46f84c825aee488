package school.kerygma.app.classroom.checks;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import org.springframework.context.MessageSource;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseBody;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.check.CheckText;
import school.kerygma.core.walkthrough.PlaybackScore;

/** Questions as they are written beside the script of a stop. */
@Controller
class CheckTextController {

  /** What is written beside a stop. */
  record Written(String text) {}

  /** What cannot be read, in words, by its line. */
  record Kept(int questions, List<String> wrong, List<String> doubts) {}

  private final Checks checks;
  private final Posing posing;
  private final Scripts scripts;
  private final Scores scores;
  private final MessageSource messages;
  private final Gate gate;

  CheckTextController(
      Checks checks,
      Posing posing,
      Scripts scripts,
      Scores scores,
      MessageSource messages,
      Gate gate) {
    this.checks = checks;
    this.posing = posing;
    this.scripts = scripts;
    this.scores = scores;
    this.messages = messages;
    this.gate = gate;
  }

  @GetMapping("/stops/{id}/checks")
  @ResponseBody
  Written written(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, scripts.walkthroughOf(id));
    return new Written(checks.written(id));
  }

  /** Keeps the questions of a stop, all or none. */
  @PostMapping("/stops/{id}/checks")
  @ResponseBody
  Kept write(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestBody Written written) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, scripts.walkthroughOf(id));
    if (written.text() == null || written.text().length() > 20_000) {
      throw Problem.unreadable();
    }
    List<String> wrong =
        checks.write(id, written.text()).stream()
            .map(
                w ->
                    messages.getMessage(
                        "checks.wrong." + w.fault(), new Object[] {w.line()}, Locale.US))
            .toList();
    return new Kept(
        wrong.isEmpty() ? CheckText.of(written.text()).questions().size() : 0, wrong, doubts(id));
  }

  /** Places that are on no page that is shown then, as far as the talk has been made. */
  private List<String> doubts(UUID stop) {
    Optional<PlaybackScore> score =
        scores.current(scripts.walkthroughOf(stop)).map(s -> scores.compiled(s.id()));
    Optional<PlaybackScore.StopPart> part =
        score.flatMap(s -> s.stops().stream().filter(p -> p.id().equals(stop)).findFirst());
    return part.isEmpty()
        ? List.of()
        : checks.of(List.of(stop)).stream()
            .filter(q -> !posing.isThere(q, score.get(), part.get()))
            .map(
                q ->
                    messages.getMessage(
                        "checks.wrong.not-shown", new Object[] {q.question().prompt()}, Locale.US))
            .toList();
  }
}
