package school.kerygma.app.scores;

import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.lectern.RecordedSound;
import school.kerygma.app.lectern.RecordingEnded;
import school.kerygma.app.lectern.Recordings;
import school.kerygma.app.lectern.Takes;
import school.kerygma.app.papers.Editions;
import school.kerygma.app.papers.Handouts;
import school.kerygma.app.papers.Leaf;
import school.kerygma.app.papers.PageView;
import school.kerygma.app.scripts.ScriptChanged;
import school.kerygma.app.scripts.Scripts;
import school.kerygma.app.scripts.StopView;
import school.kerygma.app.work.Lane;
import school.kerygma.app.work.Work;
import school.kerygma.app.work.Works;
import school.kerygma.core.captions.CueBuilder;
import school.kerygma.core.handout.Line;
import school.kerygma.core.text.Sentences;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;
import school.kerygma.core.voice.IslandFinder;
import school.kerygma.core.voice.Loudness;
import school.kerygma.core.voice.ScriptAligner;
import school.kerygma.core.voice.SyllableAligner;
import school.kerygma.core.voice.TimedSentence;
import school.kerygma.core.walkthrough.NarrowCamera;
import school.kerygma.core.walkthrough.PlaybackScore;
import school.kerygma.core.walkthrough.RunningOrder;
import school.kerygma.core.walkthrough.ScoreCompiler;
import school.kerygma.core.walkthrough.Sight;
import school.kerygma.core.walkthrough.Trace;
import school.kerygma.core.walkthrough.TraceCarry;
import school.kerygma.core.walkthrough.TraceEvent;
import tools.jackson.databind.json.JsonMapper;

/**
 * Compiles a walkthrough in the background: the takes of what was just recorded, the score, the
 * captions, and one sound file of each kind.
 */
@Component
class Compiling implements Work {

  private static final String KIND = "compile";
  private static final int STEPS = 5;

  private final Scripts scripts;
  private final Takes takes;
  private final Score.Repository scores;
  private final Score.BodyRepository bodies;
  private final Recordings recordings;
  private final Handouts handouts;
  private final Editions editions;
  private final Sounds sounds;
  private final RecordedSound recorded;
  private final Works works;
  private final TransactionTemplate inTransaction;
  private final JsonMapper json;
  private final Clock clock;
  private final ScriptAligner aligner = new SyllableAligner();

  Compiling(
      Scripts scripts,
      Takes takes,
      Score.Repository scores,
      Score.BodyRepository bodies,
      Recordings recordings,
      Handouts handouts,
      Editions editions,
      Sounds sounds,
      RecordedSound recorded,
      Works works,
      TransactionTemplate inTransaction,
      JsonMapper json,
      Clock clock) {
    this.scripts = scripts;
    this.takes = takes;
    this.scores = scores;
    this.bodies = bodies;
    this.recordings = recordings;
    this.handouts = handouts;
    this.editions = editions;
    this.sounds = sounds;
    this.recorded = recorded;
    this.works = works;
    this.inTransaction = inTransaction;
    this.json = json;
    this.clock = clock;
  }

  @EventListener
  void on(RecordingEnded event) {
    start(event.walkthrough());
  }

  /** Compiles again if there is anything recorded, and no such work waits already. */
  @EventListener
  void on(ScriptChanged event) {
    UUID walkthrough = event.walkthrough();
    boolean waits = works.latest(walkthrough).filter(w -> w.state() == State.WAITING).isPresent();
    if (!waits && !takes.chosen(walkthrough).isEmpty()) {
      start(walkthrough);
    }
  }

  private void start(UUID walkthrough) {
    works.start(KIND, walkthrough, scripts.ownerOf(walkthrough).orElseThrow());
  }

  @Override
  public Lane lane() {
    return Lane.TALKS;
  }

  @Override
  public String kind() {
    return KIND;
  }

  /** A recording whose takes could not be made is open again, and the lectern offers to go on. */
  @Override
  public void clear(UUID walkthrough) {
    takes.open(walkthrough);
  }

  /** All that is needed to compile, read in one transaction. */
  private record Material(
      String title,
      RunningOrder order,
      Map<UUID, Trace> traces,
      Map<UUID, ScoreCompiler.StopSheet> sheets,
      Map<UUID, String> scripts,
      Map<UUID, PlaybackScore.ShownPage> pages,
      Map<UUID, List<NarrowCamera.TextLine>> lines) {}

  @Override
  public void run(UUID walkthrough, Progress progress) {
    progress.at(0, STEPS);
    Optional<UUID> self = works.latest(walkthrough).map(Works.View::id);
    takes.make(walkthrough);
    progress.at(1, STEPS);
    Material material = inTransaction.execute(t -> material(walkthrough));
    if (material.order().segments().isEmpty()) {
      return;
    }
    progress.at(2, STEPS);
    List<TimedSentence> said = said(material);
    progress.at(3, STEPS);
    ScoreCompiler.Speech speech =
        new ScoreCompiler.Speech(
            CueBuilder.build(said, material.order().durationMs()),
            said.stream().flatMap(s -> s.words().stream()).toList());
    PlaybackScore score =
        ScoreCompiler.compile(
            material.title(),
            material.order(),
            material.traces(),
            material.sheets(),
            material.pages(),
            material.lines(),
            speech);
    sounds.make(material.order());
    progress.at(4, STEPS);
    inTransaction.executeWithoutResult(
        t -> {
          if (!works.latest(walkthrough).map(Works.View::id).equals(self)) {
            return; // Newer work has newer takes; an older score must not come after its.
          }
          UUID id =
              scores
                  .save(
                      new Score(
                          walkthrough,
                          clock.instant(),
                          material.order(),
                          Sounds.name(material.order()),
                          Sounds.stopNames(material.order()),
                          score.pages().stream().map(PlaybackScore.ShownPage::id).toList()))
                  .id();
          bodies.save(new Score.Body(id, json.writeValueAsString(score)));
        });
  }

  private Material material(UUID id) {
    List<StopView> all = scripts.stopsOf(id);
    Map<UUID, Integer> place = new HashMap<>();
    Map<UUID, Sight> sights = new HashMap<>();
    for (StopView s : all) {
      place.put(s.id(), s.number());
      s.sight().ifPresent(sight -> sights.put(s.id(), sight));
    }
    List<RunningOrder.Part> parts =
        takes.chosen(id).stream()
            .filter(p -> place.containsKey(p.stopId()))
            .sorted(Comparator.comparing(p -> place.get(p.stopId())))
            .toList();
    Map<UUID, Trace> traces = onNewest(parts, sights);
    Map<UUID, PageView> pages = new HashMap<>(handouts.pages(pageIds(sights, traces)));
    Optional<UUID> owner = scripts.ownerOf(id);
    pages.keySet().removeIf(p -> !handouts.ownerOfPage(p).equals(owner));
    Map<UUID, ScoreCompiler.StopSheet> sheets = new HashMap<>();
    Map<UUID, String> words = new HashMap<>();
    for (StopView s : all) {
      if (s.sight().filter(sight -> pages.containsKey(sight.pageId())).isPresent()) {
        sheets.put(
            s.id(),
            new ScoreCompiler.StopSheet(s.number(), s.title(), sights.get(s.id()), s.unchecked()));
        words.put(s.id(), s.script());
      }
    }
    return new Material(
        scripts.head(id).title(),
        RunningOrder.inCells(parts.stream().filter(p -> sheets.containsKey(p.stopId())).toList()),
        traces,
        sheets,
        words,
        pages.values().stream()
            .collect(
                Collectors.toMap(
                    PageView::id, p -> new PlaybackScore.ShownPage(p.id(), p.width(), p.height()))),
        lines(pages.keySet()));
  }

  /** The lines of the shown pages: what the camera for narrow screens goes by. */
  private Map<UUID, List<NarrowCamera.TextLine>> lines(Set<UUID> pages) {
    Map<UUID, List<NarrowCamera.TextLine>> lines = new HashMap<>();
    for (Leaf leaf : editions.leaves(pages)) {
      lines.put(
          leaf.id(),
          Line.of(leaf.page().words()).stream()
              .map(l -> NarrowCamera.TextLine.of(l.box(), l.text()))
              .toList());
    }
    return lines;
  }

  /**
   * The traces of takes, brought onto the newest edition where a stop shows it now but was recorded
   * on one before.
   */
  private Map<UUID, Trace> onNewest(List<RunningOrder.Part> parts, Map<UUID, Sight> sights) {
    Map<UUID, Trace> traces = new HashMap<>();
    parts.forEach(p -> traces.computeIfAbsent(p.recordingId(), recordings::trace));
    Set<UUID> seen =
        traces.values().stream()
            .flatMap(t -> t.events().stream())
            .flatMap(e -> e.page().stream())
            .collect(Collectors.toCollection(HashSet::new));
    sights.values().forEach(s -> seen.add(s.pageId()));
    Map<UUID, UUID> papers = new HashMap<>();
    handouts.pages(seen).forEach((id, page) -> papers.put(id, page.handout()));
    Map<UUID, Editions.Way> ways = editions.toNewest(papers.keySet());
    if (ways.isEmpty()) {
      return traces;
    }
    Map<UUID, TraceCarry> carries = new HashMap<>();
    ways.forEach((page, w) -> carries.put(page, new TraceCarry(w.carry(), w.page(), w.to())));
    for (RunningOrder.Part part : parts) {
      Sight sight = sights.get(part.stopId());
      if (sight != null && !ways.containsKey(sight.pageId())) {
        Map<UUID, TraceCarry> own = new HashMap<>(carries);
        own.keySet().removeIf(p -> !papers.get(p).equals(papers.get(sight.pageId())));
        traces.computeIfPresent(part.recordingId(), (r, t) -> t.carried(part.span(), own));
      }
    }
    return traces;
  }

  private static Set<UUID> pageIds(Map<UUID, Sight> sights, Map<UUID, Trace> traces) {
    Set<UUID> ids = sights.values().stream().map(Sight::pageId).collect(Collectors.toSet());
    for (Trace trace : traces.values()) {
      for (TraceEvent event : trace.events()) {
        if (event instanceof TraceEvent.Look look) {
          ids.add(look.pageId());
        }
      }
    }
    return ids;
  }

  /** The sentences of all scripts, placed on the sound of their takes, on the program's clock. */
  private List<TimedSentence> said(Material material) {
    Map<UUID, Loudness> measured = new HashMap<>();
    List<TimedSentence> said = new ArrayList<>();
    Set<UUID> begun = new HashSet<>();
    for (RunningOrder.Segment segment : material.order().segments()) {
      UUID stop = segment.part().stopId();
      if (!begun.add(stop)) {
        continue; // All parts of a stop were placed with its first.
      }
      List<Span> speech = new ArrayList<>();
      for (RunningOrder.Segment part : material.order().segments()) {
        if (part.part().stopId().equals(stop)) {
          Loudness sound = measured.computeIfAbsent(part.part().recordingId(), recorded::loudness);
          speech.addAll(islands(sound, part));
        }
      }
      said.addAll(
          aligner.align(Sentences.of(material.scripts().getOrDefault(stop, "")), Spans.of(speech)));
    }
    return said;
  }

  private static List<Span> islands(Loudness sound, RunningOrder.Segment segment) {
    Span span = segment.part().span();
    int from = (int) Math.min(sound.decibels().length, span.startMs() / sound.frameMs());
    int to = (int) Math.min(sound.decibels().length, span.endMs() / sound.frameMs());
    Loudness own = new Loudness(sound.frameMs(), Arrays.copyOfRange(sound.decibels(), from, to));
    return IslandFinder.find(own)
        .shift((long) from * sound.frameMs() - span.startMs() + segment.programStartMs())
        .intersection(segment.program())
        .asList();
  }
}
