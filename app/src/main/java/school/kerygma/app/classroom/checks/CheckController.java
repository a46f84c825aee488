package school.kerygma.app.classroom.checks;

import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
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
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.There;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.check.CheckQuestion.Asks;
import school.kerygma.core.check.Judge;
import school.kerygma.core.text.WordMatch;
import school.kerygma.core.walkthrough.PlaybackScore;

/** Questions inside a talk, as its player asks them. */
@Controller
class CheckController {

  /**
   * What came of an answer.
   *
   * @param saidAtMs where it is said
   * @param right what is right, once the last try was not; empty before
   * @param earned points that were earned
   */
  record Result(
      Judge.Verdict verdict,
      int correct,
      int of,
      int left,
      boolean over,
      long saidAtMs,
      List<String> right,
      int earned) {}

  /** Answers that a player sends. */
  record Sent(List<String> answer) {}

  private final Checks checks;
  private final Posing posing;
  private final Scripts scripts;
  private final Scores scores;
  private final Gate gate;

  CheckController(Checks checks, Posing posing, Scripts scripts, Scores scores, Gate gate) {
    this.checks = checks;
    this.posing = posing;
    this.scripts = scripts;
    this.scores = scores;
    this.gate = gate;
  }

  /** What the player of a score asks whoever plays it. */
  @GetMapping("/media/scores/{id}/checks")
  @ResponseBody
  List<Posing.Posed> posed(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.SEE, Gate.Kind.SCORE, id);
    PlaybackScore score = scores.compiled(id);
    Map<UUID, PlaybackScore.StopPart> parts = new HashMap<>();
    score.stops().forEach(p -> parts.put(p.id(), p));
    List<Checks.Question> all = checks.of(parts.keySet());
    Map<UUID, Checks.State> states =
        checks.states(all.stream().map(Checks.Question::id).toList(), me.id());
    return all.stream()
        .filter(q -> posing.isThere(q, score, There.in(parts, q.stop())))
        .map(
            q ->
                Posing.posed(
                    q,
                    There.in(parts, q.stop()),
                    posing.lines(q, score, There.in(parts, q.stop())),
                    states.getOrDefault(q.id(), Checks.State.NONE)))
        .sorted(Comparator.comparing(Posing.Posed::atMs))
        .toList();
  }

  /** Judges an answer. That of a student for whom it is up is kept; others try it out. */
  @PostMapping("/media/scores/{id}/checks/{question}")
  @ResponseBody
  Result answer(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @PathVariable UUID question,
      @RequestBody Sent sent) {
    gate.check(me, Deed.SEE, Gate.Kind.SCORE, id);
    PlaybackScore score = scores.compiled(id);
    Checks.Question of = checks.get(question);
    PlaybackScore.StopPart part =
        score.stops().stream()
            .filter(p -> p.id().equals(of.stop()))
            .findFirst()
            .orElseThrow(Problem::notFound);
    if (sent.answer() == null) {
      throw Problem.unreadable();
    }
    boolean counts = gate.may(me, Deed.TAKE_PART, Gate.Kind.SCORE, id);
    List<String> lines = Posing.texts(posing.lines(of, score, part));
    Judge.Judged judged =
        counts
            ? checks.answer(of, me.id(), sent.answer(), lines)
            : Checks.judge(of, sent.answer(), lines);
    Checks.State state =
        counts
            ? checks.states(List.of(question), me.id()).getOrDefault(question, Checks.State.NONE)
            : new Checks.State(0, judged.isRight());
    return new Result(
        judged.verdict(),
        judged.correct(),
        judged.of(),
        Math.max(0, of.question().setting().tries() - state.tries()),
        state.isOver(of.question()),
        saidAt(score, part, of),
        state.isOver(of.question()) && !judged.isRight() ? of.question().right() : List.of(),
        judged.isRight() ? of.question().setting().points() : 0);
  }

  /** Where the right words are said; else where the stop begins. */
  private long saidAt(PlaybackScore score, PlaybackScore.StopPart part, Checks.Question of) {
    Optional<String> words =
        switch (of.question().asks()) {
          case Asks.Choice c -> c.right().stream().sorted().map(c.choices()::get).findFirst();
          case Asks.Words w -> w.accepted().stream().findFirst();
          case Asks.Watchword w -> Optional.of(w.phrase());
          default -> Optional.empty();
        };
    String script =
        scripts.among(List.of(of.stop())).stream().findFirst().map(StopView::script).orElse("");
    int at =
        words
            .map(w -> script.toLowerCase(Locale.ROOT).indexOf(w.toLowerCase(Locale.ROOT)))
            .orElse(-1);
    return at < 0
        ? part.startMs()
        : scores
            .saidAt(
                score,
                of.stop(),
                WordMatch.words(script.substring(0, at)).size(),
                script.substring(at).split("\\s+", 2)[0])
            .orElse(part.startMs());
  }
}
