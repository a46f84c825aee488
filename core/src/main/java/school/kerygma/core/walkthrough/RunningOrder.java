package school.kerygma.core.walkthrough;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.LongUnaryOperator;
import school.kerygma.core.time.Span;

/**
 * The stops with their chosen takes, one after the other on one clock: the program time, which
 * counts milliseconds from the beginning of the walkthrough.
 */
public final class RunningOrder {

  /**
   * A stretch of a take that is played.
   *
   * @param stopId the stop it belongs to
   * @param takeId the take
   * @param recordingId the recording that holds the take's sound and trace
   * @param span what is played, on the recording's clock
   * @param soundOnly whether only its sound is played, while what is seen stays as it was
   */
  public record Part(UUID stopId, UUID takeId, UUID recordingId, Span span, boolean soundOnly) {

    public Part(UUID stopId, UUID takeId, UUID recordingId, Span span) {
      this(stopId, takeId, recordingId, span, false);
    }

    /** Another stretch of the same take. */
    Part of(Span other) {
      return new Part(stopId, takeId, recordingId, other, soundOnly);
    }

    /** The same in another stop. */
    public Part in(UUID stop) {
      return new Part(stop, takeId, recordingId, span, soundOnly);
    }
  }

  /**
   * A part and when it is played.
   *
   * @param part what is played
   * @param programStartMs when it begins, on the program's clock
   */
  public record Segment(Part part, long programStartMs) {

    /** When it is played, on the program's clock. */
    public Span program() {
      return Span.of(programStartMs, programStartMs + part.span().lengthMs());
    }

    /** Program time of a time of the recording; a time outside the part gives its nearer end. */
    public long toProgram(long recordingMs) {
      return part.span().clamp(recordingMs) - part.span().startMs() + programStartMs;
    }

    /** Recording time of a program time; a time outside the segment gives its nearer end. */
    public long toRecording(long programMs) {
      return program().clamp(programMs) - programStartMs + part.span().startMs();
    }
  }

  /**
   * A stretch of one take, on its recording's clock.
   *
   * @param takeId the take
   * @param span what of it
   */
  public record TakeSpan(UUID takeId, Span span) {}

  private final List<Segment> segments;
  private final Map<UUID, Span> stops;
  private final long durationMs;

  private RunningOrder(List<Segment> segments, Map<UUID, Span> stops, long durationMs) {
    this.segments = segments;
    this.stops = stops;
    this.durationMs = durationMs;
  }

  /** Parts without a pause between them, as scores were made before stops had cells. */
  public static RunningOrder of(List<Part> parts) {
    return new Builder(parts, length -> length).order();
  }

  /** Each stop fills a whole number of {@link StopCells cells}; after its parts it is silent. */
  public static RunningOrder inCells(List<Part> parts) {
    return new Builder(parts, length -> StopCells.of(length) * StopCells.CELL_MS).order();
  }

  /** Puts parts one after the other, stop by stop. */
  private static final class Builder {

    private final List<Segment> segments = new ArrayList<>();
    private final Map<UUID, Span> stops = new LinkedHashMap<>();
    private final LongUnaryOperator filled;
    private long begun;
    private long at;

    Builder(List<Part> parts, LongUnaryOperator filled) {
      this.filled = filled;
      for (Part part : parts) {
        if (!segments.isEmpty() && !segments.getLast().part().stopId().equals(part.stopId())) {
          endStop();
        }
        segments.add(new Segment(part, at));
        at += part.span().lengthMs();
      }
      if (!segments.isEmpty()) {
        endStop();
      }
    }

    private void endStop() {
      at = begun + filled.applyAsLong(at - begun);
      stops.merge(segments.getLast().part().stopId(), Span.of(begun, at), Span::span);
      begun = at;
    }

    RunningOrder order() {
      return new RunningOrder(List.copyOf(segments), Map.copyOf(stops), at);
    }
  }

  public List<Segment> segments() {
    return segments;
  }

  /** Length of the whole in milliseconds; 0 if nothing is recorded. */
  public long durationMs() {
    return durationMs;
  }

  /** What is played at a program time, or nothing before 0, in silence and from the end on. */
  public Optional<Segment> at(long programMs) {
    return segments.stream().filter(s -> s.program().contains(programMs)).findFirst();
  }

  /** When a stop is played, with the silence at its end, or nothing if it is not recorded. */
  public Optional<Span> programOf(UUID stopId) {
    return Optional.ofNullable(stops.get(stopId));
  }

  /** What a stretch of the program shows, take by take. */
  public List<TakeSpan> takesIn(Span program) {
    List<TakeSpan> found = new ArrayList<>();
    for (Segment segment : segments) {
      segment
          .program()
          .intersection(program)
          .map(s -> Span.of(segment.toRecording(s.startMs()), segment.toRecording(s.endMs())))
          .ifPresent(s -> found.add(new TakeSpan(segment.part().takeId(), s)));
    }
    return List.copyOf(found);
  }
}
