package school.kerygma.app.talk.repair;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.util.DigestUtils;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.talk.lectern.Arrangements;
import school.kerygma.app.talk.lectern.Patch;
import school.kerygma.app.talk.lectern.PatchRecorded;
import school.kerygma.app.talk.lectern.RecordedSound;
import school.kerygma.app.talk.lectern.Recordings;
import school.kerygma.app.talk.lectern.Takes;
import school.kerygma.app.talk.repair.SoundLines.LineWord;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopOrder;
import school.kerygma.app.talk.scripts.WordsAsSaid;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.time.Span;
import school.kerygma.core.voice.QuietPlaces;
import school.kerygma.core.walkthrough.Arrangement;
import school.kerygma.core.walkthrough.DividedScript;
import school.kerygma.core.walkthrough.MarkChange;
import school.kerygma.core.walkthrough.RunningOrder.Part;
import school.kerygma.core.walkthrough.Sight;
import school.kerygma.core.walkthrough.Trace;

/**
 * Repairs what stops play. Nothing that was recorded is touched, and each deed leaves behind what
 * was before it.
 */
@Service
@Transactional
public class Repairs {

  /** How far a cut may move to a quiet place. */
  private static final long NEAR_MS = 60;

  /** Between words there may be more room. */
  private static final long BETWEEN_WORDS_MS = 250;

  private static final long BESIDE_A_WORD_MS = 30;

  /** A mark does not leave its page, nor its stop. */
  private static final double FARTHEST = 3_000;

  private static final long FARTHEST_MS = 3_600_000;

  /** A stretch of the stop's clock. */
  record Stretch(UUID stop, long fromMs, long untilMs) {

    Span span() {
      return Span.ifAny(Math.max(0, fromMs), untilMs).orElseThrow(Problem::unreadable);
    }
  }

  private final Arrangements arrangements;
  private final Takes takes;
  private final Recordings recordings;
  private final RecordedSound recorded;
  private final SoundLines lines;
  private final Scripts scripts;
  private final WordsAsSaid wordsAsSaid;
  private final StopOrder stopOrder;
  private final RepairSteps steps;

  Repairs(
      Arrangements arrangements,
      Takes takes,
      Recordings recordings,
      RecordedSound recorded,
      SoundLines lines,
      Scripts scripts,
      WordsAsSaid wordsAsSaid,
      StopOrder stopOrder,
      RepairSteps steps) {
    this.arrangements = arrangements;
    this.takes = takes;
    this.recordings = recordings;
    this.recorded = recorded;
    this.lines = lines;
    this.scripts = scripts;
    this.wordsAsSaid = wordsAsSaid;
    this.stopOrder = stopOrder;
    this.steps = steps;
  }

  /** Stands for what a stop plays: whoever repairs it says what they have seen. */
  static String token(Arrangement arrangement) {
    return DigestUtils.md5DigestAsHex(
        (arrangement.parts() + " " + arrangement.cutsOnClock()).getBytes(StandardCharsets.UTF_8));
  }

  private Arrangement seen(UUID stop, String token) {
    Arrangement now = playing(stop);
    if (!token(now).equals(token)) {
      throw Problem.conflict("repair-changed");
    }
    return now;
  }

  private Arrangement playing(UUID stop) {
    return Optional.ofNullable(arrangements.of(scripts.walkthroughOf(stop)).get(stop))
        .orElseThrow(() -> Problem.conflict("repair-nothing-recorded"));
  }

  /** Cuts a stretch out, from quiet place to quiet place. */
  void cut(Stretch stretch, String token) {
    Arrangement now = seen(stretch.stop(), token);
    change("cut", stretch.stop(), now, now.cut(snapped(stretch, now, stretch.span())));
  }

  /** Cuts words out. */
  void strike(Stretch stretch, String token) {
    Arrangement now = seen(stretch.stop(), token);
    change("strike", stretch.stop(), now, now.cut(betweenWords(stretch, now)));
  }

  /** Plays again what a cut left out. */
  void lift(UUID stop, String token, long atMs) {
    Arrangement now = seen(stop, token);
    change("lift", stop, now, now.lifted(atMs));
  }

  /** Plays a stretch again, whatever was cut out of it. */
  void restore(Stretch stretch, String token) {
    Arrangement now = seen(stretch.stop(), token);
    Span span =
        now.cutsOnClock().stream()
            .filter(c -> c.overlaps(stretch.span()))
            .reduce(stretch.span(), Span::span);
    change("lift", stretch.stop(), now, now.uncut(span));
  }

  /** Moves the ends of a cut. */
  void move(Stretch to, String token, long cutAtMs) {
    Arrangement now = seen(to.stop(), token);
    Arrangement lifted = now.lifted(cutAtMs);
    change("move", to.stop(), now, lifted.cut(snapped(to, lifted, to.span())));
  }

  private void change(String what, UUID stop, Arrangement before, Arrangement after) {
    if (after.equals(before)) {
      return;
    }
    if (after.playedMs() < Trace.SHORTEST_TAKE_MS) {
      throw Problem.refused("repair-everything");
    }
    RepairSteps.StopBefore was = steps.before(stop, before);
    UUID walkthrough = scripts.walkthroughOf(stop);
    arrangements.arrange(walkthrough, stop, after);
    steps.keep(walkthrough, what, List.of(was), null, null);
  }

  private Span snapped(Stretch stretch, Arrangement now, Span wished) {
    long from =
        wished.startMs() < NEAR_MS
            ? 0
            : quiet(now, wished.startMs(), wished.startMs() - NEAR_MS, wished.startMs() + NEAR_MS);
    long until =
        wished.endMs() > now.lengthMs() - NEAR_MS
            ? now.lengthMs()
            : quiet(now, wished.endMs(), wished.endMs() - NEAR_MS, wished.endMs() + NEAR_MS);
    return Span.ifAny(from, until).orElse(stretch.span());
  }

  private Span betweenWords(Stretch stretch, Arrangement now) {
    List<LineWord> words = lines.words(scripts.walkthroughOf(stretch.stop()), now);
    long from = stretch.fromMs();
    long until = stretch.untilMs();
    long before =
        words.stream()
            .mapToLong(LineWord::endMs)
            .filter(e -> e <= from + BESIDE_A_WORD_MS)
            .max()
            .orElse(0);
    long after =
        words.stream()
            .mapToLong(LineWord::startMs)
            .filter(s -> s >= until - BESIDE_A_WORD_MS)
            .min()
            .orElse(now.lengthMs());
    long first = Math.min(from - BESIDE_A_WORD_MS, Math.max(before, from - BETWEEN_WORDS_MS));
    long last = Math.max(until + BESIDE_A_WORD_MS, Math.min(after, until + BETWEEN_WORDS_MS));
    return Span.ifAny(
            Math.max(0, quiet(now, from, first, from + BESIDE_A_WORD_MS)),
            Math.min(now.lengthMs(), quiet(now, until, until - BESIDE_A_WORD_MS, last)))
        .orElse(stretch.span());
  }

  /** The quietest moment of the stop's clock between two others. */
  private long quiet(Arrangement now, long wished, long from, long until) {
    Arrangement.Place place = now.at(wished);
    Part part = now.parts().get(place.part());
    long shift = wished - place.recordingMs();
    long quiet =
        QuietPlaces.near(
            recorded.loudness(part.recordingId()),
            place.recordingMs(),
            Math.max(part.span().startMs(), from - shift),
            Math.min(part.span().endMs(), until - shift));
    return quiet + shift;
  }

  /**
   * Words that were said again take the place of those that were there; what is seen stays as it
   * was. If the stop was changed meanwhile, nobody knows where they go: they are kept as a take.
   */
  @EventListener
  void on(PatchRecorded recorded) {
    Patch patch = recorded.patch();
    Arrangement now = arrangements.of(recorded.walkthrough()).get(patch.patchStopId());
    Optional<Span> span = Span.ifAny(Math.max(0, patch.patchFromMs()), patch.patchUntilMs());
    if (now == null || span.isEmpty() || !token(now).equals(patch.patchToken())) {
      return;
    }
    RepairSteps.StopBefore was = steps.before(patch.patchStopId(), now);
    arrangements.arrange(
        recorded.walkthrough(),
        patch.patchStopId(),
        now.uncut(span.get()).replaced(span.get(), recorded.part()));
    wordsAsSaid.saidAgain(patch.patchStopId());
    steps.keep(recorded.walkthrough(), "patch", List.of(was), null, null);
  }

  /** Where words go that are to be said again: from quiet place to quiet place. */
  @Transactional(readOnly = true)
  public Optional<Span> room(UUID stop, String token, long fromMs, long untilMs) {
    Arrangement now = playing(stop);
    return token(now).equals(token) && untilMs > fromMs
        ? Optional.of(betweenWords(new Stretch(stop, fromMs, untilMs), now))
        : Optional.empty();
  }

  /** Does what tidying up proposes, all of it in one step. */
  void tidy(UUID walkthrough, List<Stretch> cuts) {
    List<RepairSteps.StopBefore> before = new ArrayList<>();
    Map<UUID, Arrangement> now = arrangements.of(walkthrough);
    Map<UUID, List<Stretch>> byStop = new HashMap<>();
    cuts.forEach(c -> byStop.computeIfAbsent(c.stop(), s -> new ArrayList<>()).add(c));
    byStop.forEach(
        (stop, own) -> {
          Arrangement playing = now.get(stop);
          if (playing == null) {
            throw Problem.conflict("repair-changed");
          }
          before.add(steps.before(stop, playing));
          Arrangement tidied = playing;
          for (Stretch c : own) {
            tidied = tidied.cut(c.span());
          }
          if (tidied.playedMs() < Trace.SHORTEST_TAKE_MS) {
            throw Problem.refused("repair-everything");
          }
          arrangements.arrange(walkthrough, stop, tidied);
        });
    if (!before.isEmpty()) {
      steps.keep(walkthrough, "tidy", before, null, null);
    }
  }

  /** Plays another take of a stop. */
  void choose(UUID stop, String token, UUID take) {
    Arrangement now = seen(stop, token);
    UUID walkthrough = scripts.walkthroughOf(stop);
    Part whole =
        takes.made(walkthrough).stream()
            .map(Takes.Made::part)
            .filter(p -> p.takeId().equals(take))
            .findFirst()
            .orElseThrow(Problem::notFound);
    RepairSteps.StopBefore was = steps.before(stop, now);
    arrangements.arrange(
        walkthrough,
        stop,
        new Arrangement(List.of(whole.in(stop)), arrangements.cutsOf(Set.of(whole.recordingId()))));
    wordsAsSaid.saidAgain(stop);
    steps.keep(walkthrough, "choose", List.of(was), null, null);
  }

  /** Makes two stops of one; the words go where they are said. */
  void split(UUID stop, String token, long atMs) {
    Arrangement now = seen(stop, token);
    UUID walkthrough = scripts.walkthroughOf(stop);
    long at = quiet(now, atMs, atMs - NEAR_MS, atMs + NEAR_MS);
    List<Arrangement> both =
        now.split(at).orElseThrow(() -> Problem.refused("repair-split-nothing"));
    RepairSteps.StopBefore was = steps.before(stop, now);
    List<LineWord> words = lines.words(walkthrough, now).stream().filter(w -> !w.draft()).toList();
    DividedScript script =
        DividedScript.of(
            was.script(),
            words.stream().map(LineWord::text).toList(),
            (int) words.stream().filter(w -> w.startMs() + w.endMs() < 2 * at).count());
    UUID next = stopOrder.divide(stop, script.first(), script.second(), sightAt(stop, now, at));
    arrangements.arrange(walkthrough, stop, both.get(0));
    arrangements.arrange(
        walkthrough,
        next,
        new Arrangement(
            both.get(1).parts().stream().map(p -> p.in(next)).toList(), both.get(1).cuts()));
    steps.keep(walkthrough, "split", List.of(was), next, null);
  }

  /** What is seen at a moment of a stop. */
  private Sight sightAt(UUID stop, Arrangement now, long atMs) {
    Sight sight = steps.stop(stop).sight().orElseThrow(Problem::notFound);
    Arrangement.Place place = now.at(atMs);
    Trace trace = recordings.trace(now.parts().get(place.part()).recordingId());
    long begun = trace.begunAt(place.recordingMs());
    List<school.kerygma.core.walkthrough.TraceEvent> seen =
        Span.ifAny(begun, place.recordingMs()).map(trace::within).orElse(List.of());
    var camera = new Trace(seen).left(sight).camera();
    return new Sight(camera.pageId(), camera.view());
  }

  /** Makes one stop of two that follow one another. */
  void join(UUID stop, String token) {
    Arrangement now = seen(stop, token);
    UUID walkthrough = scripts.walkthroughOf(stop);
    UUID next = stopOrder.next(stop).orElseThrow(() -> Problem.refused("repair-join-nothing"));
    RepairSteps.StopBefore was = steps.before(stop, now);
    Arrangement other = arrangements.of(walkthrough).get(next);
    if (other != null) {
      arrangements.arrange(walkthrough, stop, now.joined(other));
    }
    stopOrder.join(next, stop);
    steps.keep(walkthrough, "join", List.of(was), null, next);
  }

  /**
   * Changes a mark that was made during a recording.
   *
   * @param change what is different about it than it is now; moments and places are added
   */
  void mark(UUID recording, int number, MarkChange change) {
    boolean there = recordings.marks(recording).stream().anyMatch(m -> m.number() == number);
    MarkChange now = recordings.changeOf(recording, number);
    double larger = Math.clamp(now.larger() * change.larger(), 0.2, 5);
    MarkChange after =
        new MarkChange(
            change.gone(),
            change.words().or(now::words),
            now.dx() + change.dx(),
            now.dy() + change.dy(),
            larger,
            now.laterMs() + change.laterMs());
    boolean wild =
        Math.abs(after.dx()) > FARTHEST
            || Math.abs(after.dy()) > FARTHEST
            || Math.abs(after.laterMs()) > FARTHEST_MS
            || after.words().filter(w -> w.length() > Mark.LONGEST_NOTE).isPresent();
    if (!there || wild) {
      throw Problem.conflict("repair-mark");
    }
    UUID walkthrough = recordings.walkthroughOf(recording);
    recordings.change(recording, number, after);
    RepairSteps.MarkBefore was = new RepairSteps.MarkBefore(recording, number, now, after);
    steps.keep(walkthrough, "mark", new RepairSteps.Before(List.of(), null, null, was, null, ""));
  }
}
