package school.kerygma.app.lectern;

import java.io.ByteArrayInputStream;
import java.io.InputStream;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.accounts.Gate;
import school.kerygma.app.problems.Problem;
import school.kerygma.app.scripts.Scripts;
import school.kerygma.app.store.MediaStore;
import school.kerygma.app.work.Works;
import school.kerygma.core.access.Access.Circle;
import school.kerygma.core.voice.SoundLoss;
import school.kerygma.core.walkthrough.Trace;
import school.kerygma.core.walkthrough.TraceEvent;
import tools.jackson.databind.json.JsonMapper;

/**
 * Takes recordings in, piece by piece. A piece that was acknowledged is kept, whatever happens
 * afterwards; a piece sent twice is kept once.
 */
@Service
@Transactional
public class Recordings implements Gate.CircleSource {

  /** A recording that was never ended: its tab was closed, its machine went down. */
  public record Interrupted(UUID id, Instant startedAt, int seconds, Optional<UUID> lastStop) {}

  private static final int MAX_PIECES = 4 * 3600;
  private static final int MAX_TRACE_CHARS = 256 * 1024;

  private final Recording.Repository recordings;
  private final Scripts scripts;
  private final MediaStore store;
  private final Works works;
  private final ApplicationEventPublisher events;
  private final JsonMapper json;
  private final TransactionTemplate inTransaction;
  private final Clock clock;

  Recordings(
      Recording.Repository recordings,
      Scripts scripts,
      MediaStore store,
      Works works,
      ApplicationEventPublisher events,
      JsonMapper json,
      TransactionTemplate inTransaction,
      Clock clock) {
    this.recordings = recordings;
    this.scripts = scripts;
    this.store = store;
    this.works = works;
    this.events = events;
    this.json = json;
    this.inTransaction = inTransaction;
    this.clock = clock;
  }

  /** The name of a recording's sound in the store. */
  public static String sound(UUID recording) {
    return "recordings/" + recording + ".webm";
  }

  /** The name under which is kept how loud it is. */
  public static String loudness(UUID recording) {
    return "recordings/" + recording + ".loudness";
  }

  static String piece(UUID recording, int number) {
    return "recordings/" + recording + "/" + "%06d".formatted(number);
  }

  public UUID begin(UUID walkthrough) {
    return recordings.save(new Recording(walkthrough, clock.instant())).id();
  }

  /** Keeps a piece of sound that is there as a whole. */
  @Transactional(propagation = Propagation.NOT_SUPPORTED)
  public void keepSound(UUID recording, int number, byte[] sound) {
    keepSound(recording, number, new ByteArrayInputStream(sound));
  }

  /** Keeps a piece of sound: first on the disk, then noted. */
  @Transactional(propagation = Propagation.NOT_SUPPORTED)
  public void keepSound(UUID recording, int number, InputStream sound) {
    checkOpen(recording, number);
    long bytes = store.put(piece(recording, number), sound);
    if (bytes == 0) {
      store.delete(piece(recording, number));
      throw Problem.refused("piece");
    }
    inTransaction.executeWithoutResult(
        t -> {
          checkOpen(recording, number);
          recordings.keepSound(recording, number, (int) bytes);
        });
  }

  /** Keeps a piece of the trace. */
  public void keepTrace(UUID recording, int number, String events) {
    checkOpen(recording, number);
    if (events.length() > MAX_TRACE_CHARS) {
      throw Problem.refused("piece");
    }
    TraceReader.read(events, json);
    recordings.keepTrace(recording, number, events);
  }

  private void checkOpen(UUID recording, int number) {
    if (number < 0 || number >= MAX_PIECES) {
      throw Problem.refused("recording-too-long");
    }
    if (get(recording).state() != Recording.State.OPEN) {
      throw Problem.conflict("recording-over");
    }
  }

  private Recording get(UUID recording) {
    return recordings.findById(recording).orElseThrow(Problem::notFound);
  }

  /**
   * Ends a recording whose pieces have all arrived. Its takes are made in the background.
   *
   * @return the work that makes them and compiles the walkthrough
   */
  public Optional<UUID> finish(UUID recording, int soundPieces, int tracePieces) {
    if (count(recordings.soundPieces(recording)) < soundPieces
        || count(recordings.tracePieces(recording)) < tracePieces) {
      throw Problem.conflict("pieces-missing");
    }
    return keep(recording);
  }

  /** Ends a recording with what has arrived, up to the first gap. Ending it twice is harmless. */
  public Optional<UUID> keep(UUID id) {
    Recording recording = recordings.locked(id);
    if (recording.state() == Recording.State.OPEN) {
      if (count(recordings.soundPieces(id)) == 0) {
        recording.discard();
        return Optional.empty();
      }
      recording.end();
      events.publishEvent(new RecordingEnded(recording.walkthroughId()));
    }
    return works.latest(recording.walkthroughId()).map(Works.View::id);
  }

  /** How many pieces there are without a gap from the first. */
  static int count(List<Integer> numbers) {
    int count = 0;
    while (count < numbers.size() && numbers.get(count) == count) {
      count++;
    }
    return count;
  }

  /** What the teacher did during a recording. */
  @Transactional(readOnly = true)
  public Trace trace(UUID recording) {
    List<TraceEvent> events = new ArrayList<>();
    recordings.traceOf(recording).forEach(piece -> events.addAll(TraceReader.read(piece, json)));
    return new Trace(events);
  }

  /** What the lectern has noted of the clocks of machine and sound. */
  @Transactional(readOnly = true)
  List<SoundLoss.Reading> clocks(UUID recording) {
    List<SoundLoss.Reading> readings = new ArrayList<>();
    recordings
        .traceOf(recording)
        .forEach(piece -> readings.addAll(TraceReader.clocks(piece, json)));
    return readings;
  }

  public void discard(UUID recording) {
    Recording r = get(recording);
    if (r.state() == Recording.State.OPEN) {
      r.discard();
      recordings.soundPieces(recording).forEach(n -> store.delete(piece(recording, n)));
    }
  }

  /** Recordings of a walkthrough that were never ended, newest first. */
  @Transactional(readOnly = true)
  public List<Interrupted> interrupted(UUID walkthrough) {
    return recordings.open(walkthrough).stream()
        .map(
            r -> {
              Optional<UUID> last =
                  trace(r.id()).events().stream()
                      .filter(TraceEvent.StopBegins.class::isInstance)
                      .map(e -> ((TraceEvent.StopBegins) e).stopId())
                      .reduce((a, b) -> b);
              return new Interrupted(
                  r.id(), r.startedAt(), count(recordings.soundPieces(r.id())), last);
            })
        .toList();
  }

  @Override
  public List<Gate.Kind> kinds() {
    return List.of(Gate.Kind.RECORDING);
  }

  @Override
  @Transactional(readOnly = true)
  public Circle circle(Gate.Kind kind, UUID id) {
    return recordings
        .findById(id)
        .flatMap(r -> scripts.ownerOf(r.walkthroughId()))
        .map(owner -> Circle.ofTeachers(Set.of(owner)))
        .orElse(Circle.NOBODY);
  }
}
