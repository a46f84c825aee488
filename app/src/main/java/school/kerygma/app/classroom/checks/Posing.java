package school.kerygma.app.classroom.checks;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.paper.marking.Marks;
import school.kerygma.core.check.CheckQuestion;
import school.kerygma.core.check.CheckQuestion.Asks;
import school.kerygma.core.check.Judge;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Line;
import school.kerygma.core.walkthrough.PlaybackScore;

/**
 * How questions are posed in a talk, and which of them can be: nothing of it says what is right.
 */
@Component
class Posing {

  /** So many lines of a page are offered at most. */
  private static final int MOST_LINES = 200;

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

  private final Marks marks;

  Posing(Marks marks) {
    this.marks = marks;
  }

  /** What stands on no page that is shown then cannot be pointed at; it is not asked. */
  boolean isThere(Checks.Question of, PlaybackScore score, PlaybackScore.StopPart part) {
    return !(of.question().asks() instanceof Asks.Place place)
        || !Judge.where(place, texts(lines(of, score, part))).isEmpty();
  }

  static List<String> texts(List<Line> lines) {
    return lines.stream().map(Line::text).toList();
  }

  /** The lines that are shown when a place is asked for; none for other questions. */
  List<Line> lines(Checks.Question of, PlaybackScore score, PlaybackScore.StopPart part) {
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

  static long at(CheckQuestion q, PlaybackScore.StopPart part) {
    long end = part.endMs() - 1;
    return q.setting().isAtEnd() ? end : Math.min(part.startMs() + q.setting().atMs(), end);
  }

  static Posed posed(
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

  static String kind(Asks asks) {
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
}
