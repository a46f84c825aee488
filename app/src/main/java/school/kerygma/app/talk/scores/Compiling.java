package school.kerygma.app.talk.scores;

import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.LongUnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.ground.jobs.Job;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.ground.jobs.Lane;
import school.kerygma.app.ground.jobs.Nightly;
import school.kerygma.app.ground.store.StoredJson;
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.app.talk.lectern.ArrangementChanged;
import school.kerygma.app.talk.lectern.Arrangements;
import school.kerygma.app.talk.lectern.RecordedSound;
import school.kerygma.app.talk.lectern.Recordings;
import school.kerygma.app.talk.lectern.Takes;
import school.kerygma.app.talk.scripts.ScriptChanged;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.There;
import school.kerygma.core.captions.CueBuilder;
import school.kerygma.core.text.Sentences;
import school.kerygma.core.time.Span;
import school.kerygma.core.voice.TimedSentence;
import school.kerygma.core.voice.TimedWord;
import school.kerygma.core.voice.WordsOnSound;
import school.kerygma.core.walkthrough.Arrangement;
import school.kerygma.core.walkthrough.NarrowCamera;
import school.kerygma.core.walkthrough.PlaybackScore;
import school.kerygma.core.walkthrough.RunningOrder;
import school.kerygma.core.walkthrough.ScoreCompiler;
import school.kerygma.core.walkthrough.Sight;
import school.kerygma.core.walkthrough.Trace;
import school.kerygma.core.walkthrough.TraceCarry;
import school.kerygma.core.walkthrough.TraceEvent;

/**
 * Compiles a walkthrough in the background, of what its stops play: the score, the captions, and
 * one sound file of each kind.
 */
@Component
class Compiling implements Job {

  private static final String KIND = "compile";
  private static final int STEPS = 4;

  private final Scripts scripts;
  private final Takes takes;
  private final Arrangements arrangements;
  private final Score.Repository scores;
  private final Score.BodyRepository bodies;
  private final Recordings recordings;
  private final Handouts handouts;
  private final Editions editions;
  private final ShownLines shownLines;
  private final Sounds sounds;
  private final RecordedSound recorded;
  private final StopWords words;
  private final Jobs jobs;
  private final ApplicationEventPublisher events;
  private final TransactionTemplate inTransaction;
  private final StoredJson stored;
  private final Clock clock;

  Compiling(
      Scripts scripts,
      Takes takes,
      Arrangements arrangements,
      Score.Repository scores,
      Score.BodyRepository bodies,
      Recordings recordings,
      Handouts handouts,
      Editions editions,
      ShownLines shownLines,
      Sounds sounds,
      RecordedSound recorded,
      StopWords words,
      Jobs jobs,
      ApplicationEventPublisher events,
      TransactionTemplate inTransaction,
      StoredJson stored,
      Clock clock) {
    this.scripts = scripts;
    this.takes = takes;
    this.arrangements = arrangements;
    this.scores = scores;
    this.bodies = bodies;
    this.recordings = recordings;
    this.handouts = handouts;
    this.editions = editions;
    this.shownLines = shownLines;
    this.sounds = sounds;
    this.recorded = recorded;
    this.words = words;
    this.jobs = jobs;
    this.events = events;
    this.inTransaction = inTransaction;
    this.stored = stored;
    this.clock = clock;
  }

  /** Compiles again if there is anything recorded, and no such work waits already. */
  @EventListener
  void on(ScriptChanged event) {
    UUID walkthrough = event.walkthrough();
    if (!arrangements.of(walkthrough).isEmpty()) {
      again(walkthrough);
    }
  }

  @EventListener
  void on(ArrangementChanged event) {
    again(event.walkthrough());
  }

  private void again(UUID walkthrough) {
    if (jobs.latest(walkthrough, KIND).filter(w -> w.state() == State.WAITING).isEmpty()) {
      start(walkthrough);
    }
  }

  /**
   * What was compiled before this version lacks what players can show now, or a part of its sound.
   */
  @EventListener
  void on(Nightly night) {
    Set<UUID> anew = new LinkedHashSet<>(scores.ofEarlierFormats(PlaybackScore.FORMAT));
    scores.newest().stream()
        .filter(s -> !sounds.isWhole(s.sound(), s.durationMs()))
        .forEach(s -> anew.add(s.walkthroughId()));
    anew.forEach(this::start);
  }

  private void start(UUID walkthrough) {
    jobs.start(KIND, walkthrough, scripts.ownerOf(walkthrough).orElseThrow());
  }

  @Override
  public Lane lane() {
    return Lane.TALKS;
  }

  @Override
  public String kind() {
    return KIND;
  }

  /** All that is needed to compile, read in one transaction. */
  private record Material(
      String title,
      String language,
      RunningOrder order,
      Map<UUID, Arrangement> arrangements,
      List<RunningOrder.Part> takes,
      Map<UUID, Trace> traces,
      Map<UUID, ScoreCompiler.StopSheet> sheets,
      Map<UUID, String> scripts,
      Map<UUID, PlaybackScore.ShownPage> pages,
      Set<UUID> windows,
      Map<UUID, List<NarrowCamera.TextLine>> lines) {}

  @Override
  public void run(UUID walkthrough, Progress progress) {
    progress.at(0, STEPS);
    Optional<UUID> self = jobs.latest(walkthrough, KIND).map(Jobs.View::id);
    Material material = inTransaction.execute(t -> material(walkthrough));
    if (material.order().segments().isEmpty()) {
      return;
    }
    progress.at(1, STEPS);
    Spoken spoken = spoken(material);
    progress.at(2, STEPS);
    ScoreCompiler.Speech speech =
        new ScoreCompiler.Speech(
            CueBuilder.withAdded(
                CueBuilder.build(spoken.said(), material.order().durationMs()),
                spoken.stops().values().stream()
                    .flatMap(s -> s.added().stream())
                    .filter(a -> a.endMs() > a.startMs())
                    .map(a -> Span.of(a.startMs(), a.endMs()))
                    .toList()),
            spoken.said().stream().flatMap(s -> s.words().stream()).toList(),
            spoken.stops());
    PlaybackScore score =
        ScoreCompiler.compile(
            material.title(),
            material.order(),
            material.traces(),
            material.sheets(),
            material.pages(),
            material.lines(),
            speech,
            takes::picture);
    sounds.make(material.order(), material.takes());
    progress.at(3, STEPS);
    inTransaction.executeWithoutResult(
        t -> {
          if (!jobs.latest(walkthrough, KIND).map(Jobs.View::id).equals(self)) {
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
                          score.pages().stream()
                              .map(PlaybackScore.ShownPage::id)
                              .filter(p -> !material.windows().contains(p))
                              .toList()))
                  .id();
          bodies.save(new Score.Body(id, stored.write(score), stored.write(spoken.heard())));
          spoken.stops().forEach((stop, s) -> scripts.draft(stop, s.draft()));
          events.publishEvent(new ScoreMade(walkthrough));
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
    Map<UUID, Arrangement> arranged = new LinkedHashMap<>();
    arrangements.of(id).entrySet().stream()
        .filter(e -> place.containsKey(e.getKey()))
        .sorted(Comparator.comparing(e -> place.get(e.getKey())))
        .forEach(e -> arranged.put(e.getKey(), e.getValue()));
    Map<UUID, Trace> traces =
        onNewest(arranged.values().stream().flatMap(a -> a.parts().stream()).toList(), sights);
    Map<UUID, PageView> pages = new HashMap<>(handouts.pages(pageIds(sights, traces)));
    Optional<UUID> owner = scripts.ownerOf(id);
    pages.keySet().removeIf(p -> !handouts.ownerOfPage(p).equals(owner));
    Map<UUID, ScoreCompiler.StopSheet> sheets = new HashMap<>();
    Map<UUID, String> words = new HashMap<>();
    Scripts.Head head = scripts.head(id);
    // Where words can be heard and are not, or cannot be at all, nobody knows whether they were
    // said.
    boolean doubted =
        StopWords.hears(head.language()) || !head.language().equals(PlaybackScore.ENGLISH);
    for (StopView s : all) {
      if (s.sight().filter(sight -> pages.containsKey(sight.pageId())).isPresent()) {
        sheets.put(
            s.id(),
            new ScoreCompiler.StopSheet(
                s.number(),
                s.title(),
                There.in(sights, s.id()),
                s.unchecked() || doubted,
                s.beginsPart()));
        words.put(s.id(), s.script());
      }
    }
    arranged.keySet().retainAll(sheets.keySet());
    Map<UUID, PlaybackScore.ShownPage> windows = windows(traces);
    Map<UUID, PlaybackScore.ShownPage> shown = new HashMap<>(windows);
    pages
        .values()
        .forEach(
            p -> shown.put(p.id(), new PlaybackScore.ShownPage(p.id(), p.width(), p.height())));
    scripts
        .joined(id)
        .forEach(
            (stop, sight) -> sheets.put(stop, new ScoreCompiler.StopSheet(0, "", sight, false)));
    return new Material(
        head.title(),
        head.language(),
        RunningOrder.inCells(arranged.values().stream().flatMap(a -> a.played().stream()).toList()),
        arranged,
        takes.made(id).stream().map(Takes.Made::part).toList(),
        traces,
        sheets,
        words,
        shown,
        windows.keySet(),
        shownLines.of(pages.keySet()));
  }

  /** Other windows are shown like pages, if their pictures are there. */
  private Map<UUID, PlaybackScore.ShownPage> windows(Map<UUID, Trace> traces) {
    Map<UUID, PlaybackScore.ShownPage> windows = new HashMap<>();
    traces.forEach(
        (recording, trace) ->
            trace.events().stream()
                .filter(TraceEvent.PictureBegins.class::isInstance)
                .map(TraceEvent.PictureBegins.class::cast)
                .filter(p -> p.kind().isPage())
                .filter(p -> takes.picture(recording, p.track()).isPresent())
                .forEach(
                    p ->
                        windows.put(
                            p.id(), new PlaybackScore.ShownPage(p.id(), p.width(), p.height()))));
    return windows;
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
        own.keySet().removeIf(p -> !There.in(papers, p).equals(papers.get(sight.pageId())));
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

  /**
   * What is said, on the program's clock.
   *
   * @param heard all of it, with what is cut out, on the clocks of the recordings
   */
  private record Spoken(
      List<TimedSentence> said, Map<UUID, PlaybackScore.Spoken> stops, List<RecordedWord> heard) {}

  /** Places the words of all scripts on the sound of their takes. */
  private Spoken spoken(Material material) {
    Set<String> known = known(material);
    List<TimedSentence> said = new ArrayList<>();
    List<RecordedWord> heard = new ArrayList<>();
    Map<UUID, PlaybackScore.Spoken> spoken = new HashMap<>();
    material
        .arrangements()
        .forEach(
            (stop, arrangement) -> {
              Optional<Span> program = material.order().programOf(stop);
              if (program.isEmpty()) {
                return; // All of it is cut out.
              }
              // Words are looked for as if nothing were cut: a cut then costs no looking again.
              List<String> sentences = Sentences.of(material.scripts().getOrDefault(stop, ""));
              WordsOnSound placed =
                  words.of(
                      material.language(),
                      sentences,
                      known,
                      arrangement.parts(),
                      recorded.speech(arrangement));
              long begins = program.get().startMs();
              List<TimedSentence> played = arrangement.heard(placed.said());
              played.forEach(s -> said.add(s.on(at -> at + begins)));
              placed.said().forEach(s -> s.words().forEach(w -> heard.add(word(arrangement, w))));
              placed
                  .added()
                  .forEach(a -> heard.add(recorded(arrangement, a.span(), a.draft(), true)));
              spoken.put(
                  stop,
                  new PlaybackScore.Spoken(
                      placed.way() != WordsOnSound.Way.ESTIMATED,
                      placed.leftOut().stream().map(sentences::get).toList(),
                      placed.added().stream()
                          .flatMap(a -> added(a, arrangement).stream())
                          .flatMap(a -> onProgram(a, played, at -> at + begins))
                          .toList()));
            });
    return new Spoken(said, spoken, heard);
  }

  private static RecordedWord word(Arrangement arrangement, TimedWord word) {
    return recorded(
        arrangement,
        Span.of(word.startMs(), Math.max(word.startMs() + 1, word.endMs())),
        word.text(),
        false);
  }

  private static RecordedWord recorded(
      Arrangement arrangement, Span local, String text, boolean draft) {
    Arrangement.Place place = arrangement.at(local.startMs());
    return new RecordedWord(
        arrangement.parts().get(place.part()).recordingId(),
        place.recordingMs(),
        place.recordingMs() + local.lengthMs(),
        text,
        draft);
  }

  /** What is left of what was added; of what is cut in two nobody knows what it says. */
  private static Optional<WordsOnSound.Added> added(
      WordsOnSound.Added added, Arrangement arrangement) {
    return arrangement
        .played(added.span())
        .filter(s -> s.lengthMs() >= Trace.SHORTEST_TAKE_MS)
        .map(
            s ->
                new WordsOnSound.Added(
                    s, s.lengthMs() == added.span().lengthMs() ? added.draft() : ""));
  }

  /** Words that are likely to be said: those that are shown, and those of the scripts. */
  private static Set<String> known(Material material) {
    Stream<String> shown =
        material.lines().values().stream().flatMap(List::stream).flatMap(l -> l.words().stream());
    Stream<String> written =
        Stream.concat(
            material.scripts().values().stream(),
            material.sheets().values().stream().map(ScoreCompiler.StopSheet::title));
    return Stream.concat(shown, written)
        .flatMap(text -> Stream.of(text.toLowerCase(Locale.ROOT).split("[^\\p{L}']+")))
        .filter(word -> !word.isEmpty())
        .collect(Collectors.toSet());
  }

  private static Stream<PlaybackScore.Spoken.Added> onProgram(
      WordsOnSound.Added added, List<TimedSentence> said, LongUnaryOperator clock) {
    String after =
        said.stream()
            .filter(s -> s.span().startMs() < added.span().startMs())
            .reduce("", (last, s) -> s.text(), (a, b) -> b);
    return CueBuilder.pieces(added.span(), added.draft()).stream()
        .map(
            piece ->
                new PlaybackScore.Spoken.Added(
                    clock.applyAsLong(piece.span().startMs()),
                    clock.applyAsLong(piece.span().endMs()),
                    piece.draft(),
                    after));
  }
}
