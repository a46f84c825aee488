package school.kerygma.app.desk.proofing;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import school.kerygma.app.paper.margin.GlossaryWords;
import school.kerygma.app.paper.marking.RosterNames;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scores.ShownLines;
import school.kerygma.app.talk.scripts.PartView;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.proof.Hearers;
import school.kerygma.core.proof.Matter;
import school.kerygma.core.time.Span;
import school.kerygma.core.walkthrough.NarrowCamera;
import school.kerygma.core.walkthrough.PlaybackScore;

/** What of a talk could stand in the way of somebody. */
@Component
class CoverageLooks {

  /**
   * Something for everyone to look at.
   *
   * @param href a way to its second
   */
  record Look(Hearers.Found found, String href) {}

  /** So long it may be seen so small: the whole page, before the camera goes close. */
  private static final long LONG_MS = 10_000;

  /** Smaller text is not read on a phone (common practice: 10 px is small print). */
  private static final int LEAST_PX = 10;

  private final Scores scores;
  private final Sections sections;
  private final RosterNames names;
  private final GlossaryWords glossary;
  private final ShownLines lines;
  private final UsualWords usual;

  CoverageLooks(
      Scores scores,
      Sections sections,
      RosterNames names,
      GlossaryWords glossary,
      ShownLines lines,
      UsualWords usual) {
    this.scores = scores;
    this.sections = sections;
    this.names = names;
    this.glossary = glossary;
    this.lines = lines;
    this.usual = usual;
  }

  List<Look> looks(UUID walkthrough, UUID teacher, List<StopView> stops, Matter matter) {
    Optional<PlaybackScore> score = scores.current(walkthrough).map(s -> scores.compiled(s.id()));
    Map<UUID, Long> begins = new HashMap<>();
    score.ifPresent(s -> s.stops().forEach(p -> begins.put(p.id(), p.startMs())));
    List<PartView> parts = PartView.of(stops);
    List<Long> watched =
        parts.isEmpty()
            ? List.of(stops.stream().mapToLong(StopView::lengthMs).sum())
            : parts.stream().map(PartView::lengthMs).toList();
    Set<UUID> pages = new HashSet<>();
    stops.forEach(s -> s.sight().ifPresent(shown -> pages.add(shown.pageId())));
    Map<UUID, Integer> small =
        score.map(s -> NarrowCamera.small(s, lines.of(s), LEAST_PX, LONG_MS)).orElse(Map.of());
    Map<UUID, List<String>> seen = new HashMap<>();
    names
        .on(teacher, pages)
        .forEach(n -> seen.computeIfAbsent(n.page(), p -> new ArrayList<>()).add(n.name()));
    Set<UUID> meant = new HashSet<>();
    matter.sections().forEach(s -> meant.add(s.id()));
    OptionalInt grade =
        sections.among(meant).stream()
            .map(SectionView::grade)
            .flatMap(Optional::stream)
            .mapToInt(Integer::intValue)
            .min();
    return Hearers.of(
            stops.stream()
                .map(
                    s ->
                        stop(
                            s,
                            score,
                            small.getOrDefault(s.id(), 0),
                            s.sight()
                                .map(shown -> seen.getOrDefault(shown.pageId(), List.of()))
                                .orElse(List.of())))
                .toList(),
            grade,
            watched,
            new Hearers.Known(
                new HashSet<>(names.names(teacher)),
                matter.of(Matter.Side.WRITTEN).stream().map(Matter.Text::words).toList(),
                glossary.open(pages).stream().map(GlossaryWords.Explained::term).toList(),
                usual))
        .stream()
        .map(f -> new Look(f, href(walkthrough, stops, begins, f)))
        .toList();
  }

  private static String href(
      UUID walkthrough, List<StopView> stops, Map<UUID, Long> begins, Hearers.Found found) {
    if (found.number() == 0) {
      return "/walkthroughs/" + walkthrough;
    }
    StopView stop = stops.get(found.number() - 1);
    Long begin = begins.get(stop.id());
    if (found.note() == Hearers.Note.NOT_READ) {
      return "/walkthroughs/" + walkthrough + "/captions#stop-" + stop.id();
    }
    return begin == null
        ? "/walkthroughs/" + walkthrough + "#stop-" + stop.id()
        : "/walkthroughs/" + walkthrough + "/play?at=" + Math.max(1, begin + found.atMs());
  }

  /** A stop as it is heard and seen, on its own clock. */
  private static Hearers.Stop stop(
      StopView stop, Optional<PlaybackScore> score, int px, List<String> names) {
    Optional<PlaybackScore.StopPart> part =
        score.stream()
            .flatMap(s -> s.stops().stream())
            .filter(p -> p.id().equals(stop.id()))
            .findFirst();
    List<Long> shown = new ArrayList<>();
    List<Span> spoken = new ArrayList<>();
    if (part.isPresent()) {
      PlaybackScore s = score.orElseThrow();
      long from = part.get().startMs();
      Stream.of(
              s.camera().stream().map(PlaybackScore.CameraKey::atMs),
              s.marks().stream().map(PlaybackScore.MarkShown::startMs),
              s.pointer().stream()
                  .flatMap(p -> p.keys().stream())
                  .map(PlaybackScore.PointerKey::atMs),
              s.pictures().stream().map(PlaybackScore.PictureShown::startMs))
          .flatMap(t -> t)
          .filter(part.get()::plays)
          .forEach(at -> shown.add(at - from));
      s.words().stream()
          .filter(w -> part.get().plays(w.startMs()) && w.endMs() > w.startMs())
          .forEach(w -> spoken.add(Span.of(w.startMs() - from, w.endMs() - from)));
    }
    return new Hearers.Stop(
        stop.id(),
        stop.number(),
        stop.script(),
        stop.lengthMs(),
        shown,
        spoken,
        stop.read(),
        px == 0 ? OptionalInt.empty() : OptionalInt.of(px),
        names.stream().distinct().toList());
  }
}
