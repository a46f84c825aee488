package school.kerygma.app.classroom.checks;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.context.MessageSource;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseBody;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.paper.marking.Marks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.check.CheckQuestion;
import school.kerygma.core.check.CheckQuestion.Asks;
import school.kerygma.core.check.CheckText;
import school.kerygma.core.check.Judge;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Line;
import school.kerygma.core.text.WordMatch;
import school.kerygma.core.walkthrough.PlaybackScore;

/**
 * Questions inside a talk: written beside its script, asked by its player, and what came of them.
 */
@Controller
class CheckController {

  /** So many lines of a page are offered at most. */
  private static final int MOST_LINES = 200;

  /** What is written beside a stop. */
  record Written(String text) {}

  /** What cannot be read, in words, by its line. */
  record Kept(int questions, List<String> wrong, List<String> doubts) {}

  /**
   * A question as a player asks it: nothing of it says what is right.
   *
   * @param atMs in program time
   * @param kind CHOICE, SEVERAL, NUMBER, WORDS, ORDER, MATCH, SORT, WATCHWORD, PLACE or PAUSE
   * @param shown what is offered
   * @param beside the left sides of pairs, or the names of groups
   * @param boxes where the lines stand that are offered for a place, in points of the page
   * @param seconds of a pause
   * @param left tries that are left
   * @param over whether it needs no answer any more
   */
  record Posed(
      UUID id,
      long atMs,
      String kind,
      String prompt,
      List<String> shown,
      List<String> beside,
      List<Box> boxes,
      String unit,
      int seconds,
      int points,
      int left,
      boolean over) {}

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
  private final Scripts scripts;
  private final Scores scores;
  private final Postings postings;
  private final Sections sections;
  private final People people;
  private final Marks marks;
  private final MessageSource messages;
  private final Gate gate;

  CheckController(
      Checks checks,
      Scripts scripts,
      Scores scores,
      Postings postings,
      Sections sections,
      People people,
      Marks marks,
      MessageSource messages,
      Gate gate) {
    this.checks = checks;
    this.scripts = scripts;
    this.scores = scores;
    this.postings = postings;
    this.sections = sections;
    this.people = people;
    this.marks = marks;
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
            .filter(q -> !isThere(q, score.get(), part.get()))
            .map(
                q ->
                    messages.getMessage(
                        "checks.wrong.not-shown", new Object[] {q.question().prompt()}, Locale.US))
            .toList();
  }

  /** What the player of a score asks whoever plays it. */
  @GetMapping("/media/scores/{id}/checks")
  @ResponseBody
  List<Posed> posed(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.SEE, Gate.Kind.SCORE, id);
    PlaybackScore score = scores.compiled(id);
    Map<UUID, PlaybackScore.StopPart> parts = new HashMap<>();
    score.stops().forEach(p -> parts.put(p.id(), p));
    List<Checks.Question> all = checks.of(parts.keySet());
    Map<UUID, Checks.State> states =
        checks.states(all.stream().map(Checks.Question::id).toList(), me.id());
    return all.stream()
        .filter(q -> isThere(q, score, parts.get(q.stop())))
        .map(
            q ->
                posed(
                    q,
                    parts.get(q.stop()),
                    lines(q, score, parts.get(q.stop())),
                    states.getOrDefault(q.id(), Checks.State.NONE)))
        .sorted(Comparator.comparing(Posed::atMs))
        .toList();
  }

  /** What stands on no page that is shown then cannot be pointed at; it is not asked. */
  private boolean isThere(Checks.Question of, PlaybackScore score, PlaybackScore.StopPart part) {
    return !(of.question().asks() instanceof Asks.Place place)
        || !Judge.where(place, texts(lines(of, score, part))).isEmpty();
  }

  private static List<String> texts(List<Line> lines) {
    return lines.stream().map(Line::text).toList();
  }

  /** The lines that are shown when a place is asked for; none for other questions. */
  private List<Line> lines(Checks.Question of, PlaybackScore score, PlaybackScore.StopPart part) {
    if (!(of.question().asks() instanceof Asks.Place)) {
      return List.of();
    }
    long at = at(of.question(), part);
    Optional<PlaybackScore.CameraKey> shown =
        score.camera().stream().filter(k -> k.atMs() <= at && k.page() >= 0).reduce((a, b) -> b);
    return shown
        .map(
            k ->
                marks.openLines(score.pages().get(k.page()).id()).stream()
                    .filter(l -> isIn(l.box(), k.view()))
                    .limit(MOST_LINES)
                    .toList())
        .orElse(List.of());
  }

  /** Whether the middle of a line is in view. */
  private static boolean isIn(Box line, Box view) {
    double y = line.y() + line.height() / 2;
    return y >= view.y()
        && y <= view.y() + view.height()
        && line.x() <= view.x() + view.width()
        && line.x() + line.width() >= view.x();
  }

  private static long at(CheckQuestion q, PlaybackScore.StopPart part) {
    long end = part.endMs() - 1;
    return q.setting().isAtEnd() ? end : Math.min(part.startMs() + q.setting().atMs(), end);
  }

  private static Posed posed(
      Checks.Question of, PlaybackScore.StopPart part, List<Line> lines, Checks.State state) {
    CheckQuestion q = of.question();
    return new Posed(
        of.id(),
        at(q, part),
        kind(q.asks()),
        q.prompt(),
        lines.isEmpty() ? Judge.shown(of.id(), q.asks()) : texts(lines),
        switch (q.asks()) {
          case Asks.Match m -> m.pairs().stream().map(Asks.Pair::left).toList();
          case Asks.Sort s -> s.groups().stream().map(Asks.Group::name).toList();
          default -> List.of();
        },
        lines.stream().map(Line::box).toList(),
        q.asks() instanceof Asks.Number n ? n.unit() : "",
        q.asks() instanceof Asks.Pause p ? p.seconds() : 0,
        q.setting().points(),
        Math.max(0, q.setting().tries() - state.tries()),
        state.isOver(q));
  }

  private static String kind(Asks asks) {
    return switch (asks) {
      case Asks.Choice c -> c.isOne() ? "CHOICE" : "SEVERAL";
      case Asks.Number n -> "NUMBER";
      case Asks.Words w -> "WORDS";
      case Asks.Order o -> "ORDER";
      case Asks.Match m -> "MATCH";
      case Asks.Sort s -> "SORT";
      case Asks.Watchword w -> "WATCHWORD";
      case Asks.Place p -> "PLACE";
      case Asks.Pause p -> "PAUSE";
    };
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
    List<String> lines = texts(lines(of, score, part));
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

  /**
   * A question with what a section has answered.
   *
   * @param points that a right answer has earned; 0 if it earns none
   * @param right names of those who were right, with how many tries
   * @param wrong names of those who were not, with their last answer
   * @param none names of those who have not answered
   */
  record Tally(
      String prompt, int points, List<String> right, List<String> wrong, List<String> none) {

    public int of() {
      return right.size() + wrong.size() + none.size();
    }
  }

  /** A section's answers to the questions of a stop. */
  record OfStop(String section, int number, String stop, List<Tally> lines) {}

  /** What students have answered, section by section. */
  @GetMapping("/walkthroughs/{id}/answers")
  String answers(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    boolean own = gate.may(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    List<StopView> stops = scripts.stopsOf(id);
    List<Checks.Question> all = checks.of(stops.stream().map(StopView::id).toList());
    List<Checks.Answer> answers = checks.answers(all.stream().map(Checks.Question::id).toList());
    Set<UUID> posted = new HashSet<>();
    postings.ofWalkthroughs(Set.of(id)).stream()
        .map(DeliveryView::section)
        .filter(s -> gate.may(me, Deed.CHANGE, Gate.Kind.ROSTER, s))
        .forEach(posted::add);
    if (!own && posted.isEmpty()) {
      throw Problem.notFound(); // Whoever teaches a class sees what it has answered.
    }
    model.addAttribute("own", own);
    List<OfStop> shown = new ArrayList<>();
    for (SectionView section : sections.among(posted)) {
      Map<UUID, People.Contact> names = people.contacts(section.students());
      for (StopView stop : stops) {
        List<Tally> lines =
            all.stream()
                .filter(q -> q.stop().equals(stop.id()))
                .filter(q -> !(q.question().asks() instanceof Asks.Pause))
                .map(q -> line(q, section, names, answers))
                .toList();
        if (!lines.isEmpty()) {
          shown.add(new OfStop(section.name(), stop.number(), stop.title(), lines));
        }
      }
    }
    model.addAttribute("walkthrough", scripts.head(id));
    model.addAttribute("shown", shown);
    model.addAttribute("asked", !all.isEmpty());
    return "checks/answers";
  }

  private static Tally line(
      Checks.Question question,
      SectionView section,
      Map<UUID, People.Contact> names,
      List<Checks.Answer> answers) {
    boolean typed =
        Set.of("NUMBER", "WORDS", "WATCHWORD").contains(kind(question.question().asks()));
    List<String> right = new ArrayList<>();
    List<String> wrong = new ArrayList<>();
    Set<UUID> done = new HashSet<>();
    for (Checks.Answer answer : answers) {
      People.Contact name = names.get(answer.student());
      if (answer.question().equals(question.id()) && name != null) {
        done.add(answer.student());
        if (answer.right()) {
          right.add(answer.tries() > 1 ? name.name() + " (" + answer.tries() + ")" : name.name());
        } else {
          wrong.add(typed ? name.name() + ": \u201c" + answer.last() + "\u201d" : name.name());
        }
      }
    }
    List<String> none =
        section.students().stream()
            .filter(s -> !done.contains(s) && names.containsKey(s))
            .map(s -> names.get(s).name())
            .sorted()
            .toList();
    return new Tally(
        question.question().prompt(),
        question.question().setting().points(),
        right.stream().sorted().toList(),
        wrong.stream().sorted().toList(),
        none);
  }
}
