package school.kerygma.app.talk.repair;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.util.DigestUtils;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.store.StoredJson;
import school.kerygma.app.talk.lectern.Arrangements;
import school.kerygma.app.talk.lectern.Recordings;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopOrder;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.app.talk.scripts.WordsAsSaid;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;
import school.kerygma.core.walkthrough.Arrangement;
import school.kerygma.core.walkthrough.MarkChange;
import school.kerygma.core.walkthrough.RunningOrder.Part;

/** What was before each deed on the sound of a talk, so that deeds can be undone one by one. */
@Service
@Transactional
class RepairSteps {

  private static final int MOST_STEPS = 200;

  /** What a stop played, and said, before a deed. */
  record StopBefore(
      UUID stop,
      List<Part> parts,
      Map<UUID, List<Span>> cuts,
      String script,
      String title,
      Set<UUID> ties) {}

  /**
   * What was before a deed.
   *
   * @param divided the stop that it made
   * @param joined the stop that it joined to another
   * @param parts the stops that began a part
   * @param after stands for what it left behind
   */
  record Before(
      List<StopBefore> stops,
      @Nullable UUID divided,
      @Nullable UUID joined,
      @Nullable MarkBefore mark,
      @Nullable Set<UUID> parts,
      String after) {}

  /** What a mark was, and what it was left as. */
  record MarkBefore(UUID recording, int number, MarkChange before, MarkChange after) {}

  private final Arrangements arrangements;
  private final Recordings recordings;
  private final Scripts scripts;
  private final WordsAsSaid wordsAsSaid;
  private final StopOrder stopOrder;
  private final RepairStep.Repository steps;
  private final StoredJson stored;
  private final Clock clock;

  RepairSteps(
      Arrangements arrangements,
      Recordings recordings,
      Scripts scripts,
      WordsAsSaid wordsAsSaid,
      StopOrder stopOrder,
      RepairStep.Repository steps,
      StoredJson stored,
      Clock clock) {
    this.arrangements = arrangements;
    this.recordings = recordings;
    this.scripts = scripts;
    this.wordsAsSaid = wordsAsSaid;
    this.stopOrder = stopOrder;
    this.steps = steps;
    this.stored = stored;
    this.clock = clock;
  }

  /** What undoing would undo. */
  @Transactional(readOnly = true)
  Optional<String> undoes(UUID walkthrough) {
    return steps.last(walkthrough).map(RepairStep::what);
  }

  StopView stop(UUID stop) {
    return scripts.stopsOf(scripts.walkthroughOf(stop)).stream()
        .filter(s -> s.id().equals(stop))
        .findFirst()
        .orElseThrow(Problem::notFound);
  }

  StopBefore before(UUID stop, Arrangement playing) {
    StopView view = stop(stop);
    Map<UUID, List<Span>> cuts = new HashMap<>();
    playing.cuts().forEach((r, s) -> cuts.put(r, s.asList()));
    return new StopBefore(stop, playing.parts(), cuts, view.script(), view.title(), view.tasks());
  }

  void keep(
      UUID walkthrough,
      String what,
      List<StopBefore> before,
      @Nullable UUID divided,
      @Nullable UUID joined) {
    Before all = new Before(before, divided, joined, null, null, "");
    keep(
        walkthrough, what, new Before(before, divided, joined, null, null, left(walkthrough, all)));
  }

  void keep(UUID walkthrough, String what, Before before) {
    steps.save(new RepairStep(walkthrough, what, stored.write(before), clock.instant()));
    steps.flush();
    steps.forget(walkthrough, MOST_STEPS);
  }

  Set<UUID> beginParts(UUID walkthrough) {
    return scripts.stopsOf(walkthrough).stream()
        .filter(StopView::beginsPart)
        .map(StopView::id)
        .collect(Collectors.toSet());
  }

  static String begins(Set<UUID> begin) {
    return begin.stream().map(UUID::toString).sorted().collect(Collectors.joining(" "));
  }

  /** Stands for what a deed left behind: what is played, and the words where they were moved. */
  private String left(UUID walkthrough, Before before) {
    Map<UUID, Arrangement> now = arrangements.of(walkthrough);
    boolean moved = before.divided() != null || before.joined() != null;
    StringBuilder left = new StringBuilder();
    List<UUID> touched = new ArrayList<>(before.stops().stream().map(StopBefore::stop).toList());
    if (before.divided() != null) {
      touched.add(before.divided());
    }
    List<StopView> stops = scripts.stopsOf(walkthrough);
    for (UUID stop : touched) {
      left.append(now.containsKey(stop) ? Repairs.token(now.get(stop)) : "gone");
      if (moved) {
        stops.stream()
            .filter(s -> s.id().equals(stop))
            .forEach(s -> left.append(s.script()).append(s.title()));
      }
    }
    return DigestUtils.md5DigestAsHex(left.toString().getBytes(StandardCharsets.UTF_8));
  }

  /**
   * Undoes the last deed.
   *
   * @throws Problem if its stops have changed otherwise since: nothing is undone then, and the deed
   *     is forgotten, so that those before it can be undone
   */
  @Transactional(noRollbackFor = Problem.class)
  void undo(UUID walkthrough) {
    RepairStep step =
        steps.last(walkthrough).orElseThrow(() -> Problem.conflict("repair-nothing-to-undo"));
    Before before = stored.read(step.body(), Before.class);
    MarkBefore mark = before.mark();
    if (mark != null) {
      recordings.change(mark.recording(), mark.number(), mark.before());
      steps.delete(step);
      return;
    }
    Set<UUID> parts = before.parts();
    String now = parts == null ? left(walkthrough, before) : begins(beginParts(walkthrough));
    if (!now.equals(before.after())) {
      steps.delete(step);
      throw Problem.conflict("repair-cannot-undo");
    }
    if (parts != null) {
      scripts.divide(walkthrough, parts);
    }
    for (StopBefore was : before.stops()) {
      Map<UUID, Spans> cuts = new HashMap<>();
      was.cuts().forEach((r, s) -> cuts.put(r, Spans.of(s)));
      Arrangement whole = new Arrangement(was.parts(), cuts);
      arrangements.arrange(walkthrough, was.stop(), whole);
      if (before.joined() != null) {
        stopOrder.unjoin(before.joined(), was.script(), was.ties());
      }
      if (before.divided() != null) {
        stopOrder.removeStop(before.divided());
        wordsAsSaid.retyped(was.stop(), was.script());
      }
    }
    steps.delete(step);
  }
}
