package school.kerygma.app.talk.scores;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.ResponseBody;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.app.talk.scripts.WordsAsSaid;
import school.kerygma.core.There;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.walkthrough.SaidText;

/** What was said against what is written: asked by the script's screen, and accepted there. */
@Controller
class SaidController {

  private final Scores scores;
  private final Scripts scripts;
  private final WordsAsSaid wordsAsSaid;
  private final Listening listening;
  private final Gate gate;

  SaidController(
      Scores scores, Scripts scripts, WordsAsSaid wordsAsSaid, Listening listening, Gate gate) {
    this.listening = listening;
    this.scores = scores;
    this.scripts = scripts;
    this.wordsAsSaid = wordsAsSaid;
    this.gate = gate;
  }

  /**
   * What is known of what was said in a stop.
   *
   * @param unchecked whether its captions may say what nobody said
   * @param pieces script and transcript as one text; none if they do not differ
   */
  record Said(boolean heard, boolean unchecked, List<SaidText.Piece> pieces) {}

  /**
   * What is known of what was said, by stop; none while nothing is compiled, and none of what is
   * still being listened to: nobody is asked about words that are known in a moment.
   */
  @GetMapping("/walkthroughs/{id}/said")
  @ResponseBody
  Map<UUID, Said> said(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    Map<UUID, String> written =
        scripts.stopsOf(id).stream().collect(Collectors.toMap(StopView::id, StopView::script));
    boolean awaited = listening.isAwaited(id);
    Map<UUID, Said> said = new HashMap<>();
    scores.current(id).stream()
        .flatMap(s -> scores.stops(s.id()).stream())
        .filter(p -> written.containsKey(p.id()))
        .filter(p -> p.spoken().heard() || !awaited)
        .forEach(
            p -> {
              List<SaidText.Piece> pieces = SaidText.of(There.in(written, p.id()), p.spoken());
              boolean differs = pieces.stream().anyMatch(x -> x.kind() != SaidText.Kind.SAID);
              said.put(
                  p.id(),
                  new Said(p.spoken().heard(), p.unchecked(), differs ? pieces : List.of()));
            });
    return said;
  }

  /** The sentences that nobody said are taken out of a stop's script. */
  @PostMapping("/stops/{id}/said")
  String accept(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    UUID walkthrough = scripts.walkthroughOf(id);
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, walkthrough);
    List<String> leftOut =
        scores.current(walkthrough).stream()
            .flatMap(s -> scores.stops(s.id()).stream())
            .filter(p -> p.id().equals(id))
            .flatMap(p -> p.spoken().leftOut().stream())
            .toList();
    StopView stop =
        scripts.stopsOf(walkthrough).stream()
            .filter(s -> s.id().equals(id))
            .findFirst()
            .orElseThrow(Problem::notFound);
    wordsAsSaid.reword(id, without(stop.script(), leftOut));
    return "redirect:/walkthroughs/" + walkthrough + "#stop-" + id;
  }

  /** A sentence that is not there any more, because its words were changed, takes nothing away. */
  static String without(String script, List<String> sentences) {
    String left = script;
    for (String sentence : sentences) {
      String pattern =
          Stream.of(sentence.split(" ")).map(Pattern::quote).collect(Collectors.joining("\\s+"));
      left = left.replaceFirst(pattern + "[ \\t]*", "");
    }
    return left.strip();
  }
}
