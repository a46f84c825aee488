package school.kerygma.core.walkthrough;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.captions.Cue;
import school.kerygma.core.voice.TimedWord;
import school.kerygma.core.walkthrough.PlaybackScore.CameraKey;
import school.kerygma.core.walkthrough.PlaybackScore.MarkShown;
import school.kerygma.core.walkthrough.PlaybackScore.PointerKey;
import school.kerygma.core.walkthrough.PlaybackScore.PointerTrack;
import school.kerygma.core.walkthrough.PlaybackScore.ShownPage;
import school.kerygma.core.walkthrough.PlaybackScore.StopPart;

/** Compiles a running order and the traces of its takes into the score that players read. */
public final class ScoreCompiler {

  /** Points of the pointer closer together than this are one movement. */
  private static final long MOVEMENT_GAP_MS = 150;

  /** A pointer that lies still for so long distracts and is taken away. */
  private static final long POINTER_REST_MS = 3_000;

  /**
   * A stop as the script has it.
   *
   * @param number from 1
   * @param title its short name
   * @param sight what it shows when it begins
   */
  public record StopSheet(int number, String title, Sight sight) {}

  /**
   * What is said, on the program's clock.
   *
   * @param cues captions
   * @param words the transcript
   */
  public record Speech(List<Cue> cues, List<TimedWord> words) {}

  private final RunningOrder order;
  private final Map<UUID, Trace> traces;
  private final Map<UUID, StopSheet> stops;
  private final Map<UUID, ShownPage> known;

  private final Map<UUID, Integer> pageIndex = new LinkedHashMap<>();
  private final List<CameraKey> keys = new ArrayList<>();
  private final List<PointerTrack> tracks = new ArrayList<>();
  private final List<MarkShown> marks = new ArrayList<>();

  private ScoreCompiler(
      RunningOrder order,
      Map<UUID, Trace> traces,
      Map<UUID, StopSheet> stops,
      Map<UUID, ShownPage> known) {
    this.order = order;
    this.traces = traces;
    this.stops = stops;
    this.known = known;
  }

  /**
   * Compiles.
   *
   * @param title of the walkthrough
   * @param order what is played
   * @param traces by recording
   * @param stops by stop; every stop of the order must be there
   * @param pages by page; events on pages that are not there are left out
   * @param speech captions and transcript
   * @throws IllegalArgumentException if a stop of the order is not among the stops
   */
  public static PlaybackScore compile(
      String title,
      RunningOrder order,
      Map<UUID, Trace> traces,
      Map<UUID, StopSheet> stops,
      Map<UUID, ShownPage> pages,
      Speech speech) {
    ScoreCompiler compiler = new ScoreCompiler(order, traces, stops, pages);
    order.segments().forEach(compiler::addSegment);
    return new PlaybackScore(
        PlaybackScore.FORMAT,
        title,
        order.durationMs(),
        compiler.pageIndex.keySet().stream().map(pages::get).toList(),
        compiler.stopParts(),
        List.copyOf(compiler.keys),
        List.copyOf(compiler.tracks),
        List.copyOf(compiler.marks),
        speech.cues(),
        speech.words());
  }

  private List<StopPart> stopParts() {
    List<StopPart> parts = new ArrayList<>();
    for (RunningOrder.Segment segment : order.segments()) {
      UUID id = segment.part().stopId();
      if (parts.isEmpty() || !parts.getLast().id().equals(id)) {
        StopSheet sheet = sheet(id);
        var span = order.programOf(id).orElseThrow();
        parts.add(new StopPart(id, sheet.number(), sheet.title(), span.startMs(), span.endMs()));
      }
    }
    return List.copyOf(parts);
  }

  private StopSheet sheet(UUID stopId) {
    StopSheet sheet = stops.get(stopId);
    if (sheet == null) {
      throw new IllegalArgumentException(
          "The running order has a stop that the script lacks: " + stopId);
    }
    return sheet;
  }

  private int page(UUID id) {
    return pageIndex.computeIfAbsent(id, added -> pageIndex.size());
  }

  private void addSegment(RunningOrder.Segment segment) {
    Trace trace = traces.getOrDefault(segment.part().recordingId(), new Trace(List.of()));
    List<TraceEvent> events = trace.within(segment.part().span());
    addCamera(segment, events);
    addPointer(segment, events);
    addMarks(segment, events);
  }

  private void addCamera(RunningOrder.Segment segment, List<TraceEvent> events) {
    Camera from = sheet(segment.part().stopId()).sight().camera();
    Camera to = from;
    long moveStart = segment.programStartMs();
    long moveEnd = moveStart;
    key(moveStart, from);
    for (TraceEvent event : events) {
      if (!(event instanceof TraceEvent.Look look) || !known.containsKey(look.pageId())) {
        continue;
      }
      long at = segment.toProgram(look.atMs());
      Camera now = at >= moveEnd ? to : from.towards(to, share(at, moveStart, moveEnd));
      if (at > moveEnd && moveEnd > moveStart) {
        key(moveEnd, to);
      }
      key(at, now);
      from = now;
      to = Camera.showing(look.pageId(), look.view());
      moveStart = at;
      boolean cut = look.overMs() <= 0 || !now.pageId().equals(to.pageId());
      moveEnd = cut ? at : Math.min(segment.program().endMs(), at + look.overMs());
      if (cut) {
        key(at, to);
        from = to;
      }
    }
    if (moveEnd > moveStart) {
      key(moveEnd, to);
    }
    key(segment.program().endMs(), to);
  }

  private static double share(long at, long start, long end) {
    return end == start ? 1 : (double) (at - start) / (end - start);
  }

  private void key(long at, Camera camera) {
    CameraKey next = new CameraKey(at, page(camera.pageId()), camera.view());
    if (keys.isEmpty() || !keys.getLast().equals(next)) {
      keys.add(next);
    }
  }

  private void addPointer(RunningOrder.Segment segment, List<TraceEvent> events) {
    List<PointerKey> open = new ArrayList<>();
    UUID openPage = null;
    for (TraceEvent event : events) {
      long at = segment.toProgram(event.atMs());
      boolean leaves =
          switch (event) {
            case TraceEvent.PointerGone gone -> true;
            case TraceEvent.Look look -> !look.pageId().equals(openPage);
            case TraceEvent.Point point ->
                !point.pageId().equals(openPage)
                    || !open.isEmpty() && at - open.getLast().atMs() > POINTER_REST_MS;
            default -> false;
          };
      if (leaves) {
        closeTrack(openPage, open, at);
      }
      if (event instanceof TraceEvent.Point point && known.containsKey(point.pageId())) {
        openPage = point.pageId();
        if (!open.isEmpty() && at - open.getLast().atMs() > MOVEMENT_GAP_MS) {
          PointerKey rest = open.getLast();
          open.add(new PointerKey(at - MOVEMENT_GAP_MS / 3, rest.x(), rest.y()));
        }
        open.add(new PointerKey(at, point.x(), point.y()));
      }
    }
    closeTrack(openPage, open, segment.program().endMs());
  }

  private void closeTrack(UUID pageId, List<PointerKey> open, long at) {
    if (!open.isEmpty()) {
      PointerKey last = open.getLast();
      long end = Math.min(at, last.atMs() + POINTER_REST_MS);
      if (end > last.atMs()) {
        open.add(new PointerKey(end, last.x(), last.y()));
      }
      tracks.add(new PointerTrack(page(pageId), List.copyOf(open)));
      open.clear();
    }
  }

  private void addMarks(RunningOrder.Segment segment, List<TraceEvent> events) {
    long end = segment.program().endMs();
    for (TraceEvent event : events) {
      if (event instanceof TraceEvent.MarkMade made
          && made.mark().kind().isShown() // What is covered is not in the picture at all.
          && known.containsKey(made.mark().pageId())) {
        Mark mark = made.mark();
        long at = segment.toProgram(made.atMs());
        long until =
            events.stream()
                .filter(later -> later.atMs() > made.atMs() && removes(later, mark))
                .mapToLong(later -> segment.toProgram(later.atMs()))
                .min()
                .orElse(end);
        marks.add(MarkShown.of(mark, page(mark.pageId()), at, until, made.overMs()));
      }
    }
  }

  private static boolean removes(TraceEvent later, Mark mark) {
    return switch (later) {
      case TraceEvent.Wiped wiped -> wiped.pageId().equals(mark.pageId());
      case TraceEvent.MarkMade next -> next.mark().replaces(mark);
      default -> false;
    };
  }
}
