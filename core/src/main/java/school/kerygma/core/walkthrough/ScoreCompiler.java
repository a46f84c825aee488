package school.kerygma.core.walkthrough;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.BiFunction;
import org.jspecify.annotations.Nullable;
import school.kerygma.core.captions.Cue;
import school.kerygma.core.time.Span;
import school.kerygma.core.voice.TimedWord;
import school.kerygma.core.walkthrough.PlaybackScore.ShownPage;
import school.kerygma.core.walkthrough.PlaybackScore.Spoken;
import school.kerygma.core.walkthrough.PlaybackScore.StopPart;

/** Compiles a running order and the traces of its takes into the score that players read. */
public final class ScoreCompiler {

  /**
   * A stop as the script has it.
   *
   * @param number from 1
   * @param title its short name
   * @param sight what it shows when it begins
   * @param beginsPart whether a part begins with it
   */
  public record StopSheet(
      int number, String title, Sight sight, boolean unchecked, boolean beginsPart) {

    /** A stop in the middle of a part. */
    public StopSheet(int number, String title, Sight sight, boolean unchecked) {
      this(number, title, sight, unchecked, false);
    }
  }

  /**
   * What is said, on the program's clock.
   *
   * @param cues captions
   * @param words the transcript
   * @param spoken what is known of what was said, by stop
   */
  public record Speech(List<Cue> cues, List<TimedWord> words, Map<UUID, Spoken> spoken) {}

  private final RunningOrder order;
  private final Map<UUID, Trace> traces;
  private final Map<UUID, StopSheet> stops;
  private final Map<UUID, ShownPage> known;

  private final Map<UUID, Integer> pageIndex = new LinkedHashMap<>();
  private final CameraTrack camera;
  private final PointerTracks pointer;
  private final MarkTrack marks;
  private final PictureTrack pictures;
  private final List<ScoreTrack> tracks;

  private ScoreCompiler(
      RunningOrder order,
      Map<UUID, Trace> traces,
      Map<UUID, StopSheet> stops,
      Map<UUID, ShownPage> known,
      BiFunction<UUID, String, Optional<UUID>> files) {
    this.order = order;
    this.traces = traces;
    this.stops = stops;
    this.known = known;
    this.camera = new CameraTrack(known::containsKey, this::page);
    this.pointer = new PointerTracks(known::containsKey, this::page);
    this.marks = new MarkTrack(known::containsKey, this::page);
    this.pictures = new PictureTrack(files, known::containsKey, this::page);
    this.tracks = List.of(camera, pointer, marks, pictures);
  }

  /**
   * Compiles.
   *
   * @param title of the walkthrough
   * @param order what is played
   * @param traces by recording
   * @param stops by stop; every stop of the order must be there, and those that are joined to one
   * @param pages by page; events on pages that are not there are left out
   * @param lines the lines of text of each page
   * @param speech captions and transcript
   * @throws IllegalArgumentException if a stop of the order is not among the stops
   */
  public static PlaybackScore compile(
      String title,
      RunningOrder order,
      Map<UUID, Trace> traces,
      Map<UUID, StopSheet> stops,
      Map<UUID, ShownPage> pages,
      Map<UUID, List<NarrowCamera.TextLine>> lines,
      Speech speech) {
    return compile(title, order, traces, stops, pages, lines, speech, (r, t) -> Optional.empty());
  }

  /**
   * Compiles with moving pictures.
   *
   * @param files the file of a recording's picture track, by its name
   */
  public static PlaybackScore compile(
      String title,
      RunningOrder order,
      Map<UUID, Trace> traces,
      Map<UUID, StopSheet> stops,
      Map<UUID, ShownPage> pages,
      Map<UUID, List<NarrowCamera.TextLine>> lines,
      Speech speech,
      BiFunction<UUID, String, Optional<UUID>> files) {
    ScoreCompiler compiler = new ScoreCompiler(order, traces, stops, pages, files);
    compiler.tell();
    List<PlaybackScore.PictureShown> pictures = compiler.pictures.pictures();
    PlaybackScore score =
        new PlaybackScore(
            PlaybackScore.FORMAT,
            title,
            order.durationMs(),
            compiler.pageIndex.keySet().stream().map(pages::get).toList(),
            compiler.stopParts(speech.spoken()),
            compiler.camera.keys(),
            List.of(),
            compiler.pointer.tracks(),
            compiler.marks.marks(),
            speech.cues(),
            speech.words());
    PlaybackScore counted = score.marked(Badges.placed(score, lines));
    return counted.narrowed(NarrowCamera.of(counted, lines)).pictured(pictures);
  }

  private List<StopPart> stopParts(Map<UUID, Spoken> spoken) {
    List<StopPart> parts = new ArrayList<>();
    for (RunningOrder.Segment segment : order.segments()) {
      UUID id = segment.part().stopId();
      if (parts.isEmpty() || !parts.getLast().id().equals(id)) {
        StopSheet sheet = sheet(id);
        var span = order.programOf(id).orElseThrow();
        parts.add(
            new StopPart(
                id,
                sheet.number(),
                sheet.title(),
                span.startMs(),
                span.endMs(),
                sheet.unchecked() && !spoken.getOrDefault(id, Spoken.UNKNOWN).heard(),
                spoken.getOrDefault(id, Spoken.UNKNOWN),
                sheet.beginsPart()));
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

  private void tell() {
    @Nullable UUID stop = null;
    Map<UUID, Long> told = new HashMap<>(); // How far each recording of the stop was told.
    for (RunningOrder.Segment segment : order.segments()) {
      long start = segment.programStartMs();
      UUID playing = segment.part().stopId();
      if (!playing.equals(stop)) {
        stop = playing;
        Sight sight = sheet(playing).sight();
        tracks.forEach(t -> t.begins(start, sight));
        told.clear();
      }
      if (!segment.part().soundOnly()) {
        tracks.forEach(t -> t.turnsTo(segment.part().recordingId()));
        for (TraceEvent event : notShown(segment.part(), told)) {
          if (!begins(start, event, playing)) {
            tracks.forEach(t -> t.happened(start, event));
          }
        }
        tracks.forEach(t -> t.plays(start, segment.part().span().startMs()));
        for (TraceEvent event : trace(segment.part()).within(segment.part().span())) {
          long at = segment.toProgram(event.atMs());
          if (!begins(at, event, playing)) {
            tracks.forEach(t -> t.happens(at, event));
          }
        }
        told.put(segment.part().recordingId(), segment.part().span().endMs());
      }
      tracks.forEach(t -> t.pauses(segment.program().endMs()));
    }
    tracks.forEach(t -> t.ends(order.durationMs()));
  }

  private Trace trace(RunningOrder.Part part) {
    return traces.getOrDefault(part.recordingId(), new Trace(List.of()));
  }

  /** Where a stop was begun that is joined to the one that plays, all is as it was begun with. */
  private boolean begins(long at, TraceEvent event, UUID playing) {
    if (event instanceof TraceEvent.StopBegins begun
        && !begun.continues()
        && !begun.stopId().equals(playing)
        && stops.containsKey(begun.stopId())) {
      tracks.forEach(t -> t.begins(at, sheet(begun.stopId()).sight()));
      return true;
    }
    return false;
  }

  /**
   * What a take went through before the part of it that is played: since the part before it, or
   * since the stop was begun.
   */
  private List<TraceEvent> notShown(RunningOrder.Part part, Map<UUID, Long> told) {
    Trace trace = trace(part);
    long start = part.span().startMs();
    long from = told.getOrDefault(part.recordingId(), trace.begunAt(start));
    return Span.ifAny(Math.min(from, start), start).map(trace::within).orElse(List.of());
  }
}
