package school.kerygma.app.talk.scores;

import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.app.talk.lectern.Arrangements;
import school.kerygma.app.talk.lectern.Recordings;
import school.kerygma.app.talk.lectern.Takes;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopOrder;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.There;
import school.kerygma.core.walkthrough.Arrangement;
import school.kerygma.core.walkthrough.NarrowCamera;
import school.kerygma.core.walkthrough.PlaybackScore;
import school.kerygma.core.walkthrough.RunningOrder;
import school.kerygma.core.walkthrough.ScoreCompiler;
import school.kerygma.core.walkthrough.Sight;
import school.kerygma.core.walkthrough.Trace;
import school.kerygma.core.walkthrough.TraceCarry;
import school.kerygma.core.walkthrough.TraceEvent;

/** All that a walkthrough is compiled of, as it stands now. */
@Component
class TalkMaterial {

  /** All that is needed to compile, read in one transaction. */
  record Material(
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

  private final Scripts scripts;
  private final StopOrder stopOrder;
  private final Takes takes;
  private final Arrangements arrangements;
  private final Handouts handouts;
  private final Editions editions;
  private final ShownLines shownLines;
  private final Recordings recordings;

  TalkMaterial(
      Scripts scripts,
      StopOrder stopOrder,
      Takes takes,
      Arrangements arrangements,
      Handouts handouts,
      Editions editions,
      ShownLines shownLines,
      Recordings recordings) {
    this.scripts = scripts;
    this.stopOrder = stopOrder;
    this.takes = takes;
    this.arrangements = arrangements;
    this.handouts = handouts;
    this.editions = editions;
    this.shownLines = shownLines;
    this.recordings = recordings;
  }

  Material material(UUID id) {
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
    stopOrder
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
}
