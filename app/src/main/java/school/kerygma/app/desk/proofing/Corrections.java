package school.kerygma.app.desk.proofing;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.text.WordMatch;
import school.kerygma.core.walkthrough.PlaybackScore;

/** Lines under the player, where something was said that is not right. */
@Service
@Transactional
class Corrections {

  private static final int LONGEST = 200;

  /** So long it is to be read, unless the stop ends before. */
  private static final long SHOWN_MS = 20_000;

  /** As the player shows it, in program time. */
  record Shown(long startMs, long endMs, String words, boolean overPage) {}

  /** As its teacher sees it. */
  record View(UUID id, int stop, String quote, String words, boolean overPage) {}

  private final Correction.Repository corrections;
  private final Scripts scripts;
  private final Scores scores;
  private final Clock clock;

  Corrections(Correction.Repository corrections, Scripts scripts, Scores scores, Clock clock) {
    this.corrections = corrections;
    this.scripts = scripts;
    this.scores = scores;
    this.clock = clock;
  }

  /**
   * Puts a line under the player, or a note over the page, while words of a stop are heard.
   *
   * @param words 1 to 200 characters
   */
  void put(
      UUID walkthrough, UUID stop, String quote, String words, boolean overPage, String sides) {
    String line = words.strip();
    if (line.isEmpty() || line.length() > LONGEST) {
      throw Problem.refused("correction-words").at("words");
    }
    StopView of =
        scripts.stopsOf(walkthrough).stream()
            .filter(s -> s.id().equals(stop))
            .findFirst()
            .orElseThrow(Problem::notFound);
    if (quote.isBlank() || quote.length() > LONGEST || !of.script().contains(quote)) {
      throw Problem.conflict("changed-elsewhere");
    }
    corrections.save(
        new Correction(walkthrough, stop, quote, line, overPage, sides, clock.instant()));
  }

  @Transactional(readOnly = true)
  UUID walkthroughOf(UUID correction) {
    return corrections
        .findById(correction)
        .map(Correction::walkthroughId)
        .orElseThrow(Problem::notFound);
  }

  /** Takes a line away; what it answered is open again. */
  String takeAway(UUID correction) {
    Correction of = corrections.findById(correction).orElseThrow(Problem::notFound);
    corrections.delete(of);
    return of.sides();
  }

  /** Those whose words are still said. */
  @Transactional(readOnly = true)
  List<View> of(UUID walkthrough) {
    Map<UUID, StopView> stops = stops(walkthrough);
    return corrections.findByWalkthroughIdOrderByMadeAt(walkthrough).stream()
        .filter(c -> holds(c, stops))
        .map(
            c ->
                new View(
                    c.id(),
                    Optional.ofNullable(stops.get(c.stopId())).map(StopView::number).orElse(1),
                    c.quote(),
                    c.words(),
                    c.isOverPage()))
        .toList();
  }

  private Map<UUID, StopView> stops(UUID walkthrough) {
    return scripts.stopsOf(walkthrough).stream().collect(Collectors.toMap(StopView::id, s -> s));
  }

  private static boolean holds(Correction correction, Map<UUID, StopView> stops) {
    StopView stop = stops.get(correction.stopId());
    return stop != null && stop.script().contains(correction.quote());
  }

  /** What a player of a score shows. */
  @Transactional(readOnly = true)
  List<Shown> in(UUID score) {
    Optional<UUID> walkthrough = scores.walkthroughOf(score);
    List<Correction> all =
        walkthrough.map(corrections::findByWalkthroughIdOrderByMadeAt).orElse(List.of());
    if (all.isEmpty()) {
      return List.of();
    }
    PlaybackScore compiled = scores.compiled(score);
    Map<UUID, StopView> stops = stops(walkthrough.orElseThrow());
    List<Shown> shown = new ArrayList<>();
    for (Correction c : all) {
      StopView stop = stops.get(c.stopId());
      if (stop != null && holds(c, stops)) {
        String before = stop.script().substring(0, stop.script().indexOf(c.quote()));
        scores
            .saidAt(
                compiled,
                c.stopId(),
                WordMatch.words(before).size(),
                c.quote().strip().split("\\s+", 2)[0])
            .ifPresent(
                at ->
                    shown.add(
                        new Shown(
                            at,
                            Math.min(at + SHOWN_MS, end(compiled, at)),
                            c.words(),
                            c.isOverPage())));
      }
    }
    return shown;
  }

  private static long end(PlaybackScore compiled, long at) {
    return compiled.stops().stream()
        .filter(s -> s.plays(at))
        .mapToLong(PlaybackScore.StopPart::endMs)
        .findFirst()
        .orElse(at + SHOWN_MS);
  }
}
