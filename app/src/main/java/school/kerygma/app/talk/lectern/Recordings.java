package school.kerygma.app.talk.lectern;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.ground.jobs.Shelf;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.access.Access.Circle;
import school.kerygma.core.walkthrough.MarkChange;
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

  /**
   * A recording that was never ended: its tab was closed, its machine went down, or it still goes
   * on.
   *
   * @param seconds how much of it arrived without a gap
   * @param lastStop the stop that it had come to
   * @param elsewhere whether it goes on in another browser than the one that asks
   */
  public record Interrupted(
      UUID id, Instant startedAt, int seconds, Optional<UUID> lastStop, boolean elsewhere) {}

  private static final int MAX_PIECES = 4 * 3600;
  private static final int MAX_TRACE_BYTES = 256 * 1024;

  private final Recording.Repository recordings;
  private final Track.Repository tracks;
  private final Traces traces;
  private final ChangedMark.Repository changed;
  private final Scripts scripts;
  private final MediaStore store;
  private final Jobs jobs;
  private final Shelf shelf;
  private final ApplicationEventPublisher events;
  private final JsonMapper json;
  private final TransactionTemplate inTransaction;
  private final Clock clock;

  Recordings(
      Recording.Repository recordings,
      Track.Repository tracks,
      Traces traces,
      ChangedMark.Repository changed,
      Scripts scripts,
      MediaStore store,
      Jobs jobs,
      Shelf shelf,
      ApplicationEventPublisher events,
      JsonMapper json,
      TransactionTemplate inTransaction,
      Clock clock) {
    this.recordings = recordings;
    this.tracks = tracks;
    this.traces = traces;
    this.changed = changed;
    this.scripts = scripts;
    this.store = store;
    this.jobs = jobs;
    this.shelf = shelf;
    this.events = events;
    this.json = json;
    this.inTransaction = inTransaction;
    this.clock = clock;
  }

  public UUID begin(UUID walkthrough) {
    return begin(walkthrough, Optional.empty());
  }

  /** Begins a recording, of some words of a stop alone if there is a patch. */
  public UUID begin(UUID walkthrough, Optional<Patch> patch) {
    return recordings.save(new Recording(walkthrough, patch.orElse(null), clock.instant())).id();
  }

  /** Keeps a piece that is there as a whole. */
  @Transactional(propagation = Propagation.NOT_SUPPORTED)
  public void keep(UUID recording, String track, int number, byte[] piece) {
    keep(recording, track, number, 0, new ByteArrayInputStream(piece));
  }

  /**
   * Keeps a piece of a track: what was done as text, everything else first on the disk, then noted.
   *
   * @param starts when the track begins, in milliseconds of the recording; counts with its first
   *     piece
   * @throws Problem if it is no piece, or comes when the recording is over
   */
  @Transactional(propagation = Propagation.NOT_SUPPORTED)
  public void keep(UUID recording, String name, int number, long starts, InputStream piece) {
    Track.Kind kind = Track.Kind.of(name);
    checkOpen(recording, number);
    UUID track = track(recording, name, starts);
    if (kind == Track.Kind.TRACE) {
      String events = events(piece);
      note(recording, track, number, events.length(), events);
    } else {
      long bytes = store.put(Track.piece(track, number), piece);
      if (bytes == 0) {
        store.delete(Track.piece(track, number));
        throw Problem.refused("piece");
      }
      note(recording, track, number, (int) bytes, null);
    }
  }

  private UUID track(UUID recording, String name, long starts) {
    return tracks.named(List.of(recording), name).stream()
        .findFirst()
        .orElseGet(
            () -> {
              inTransaction.executeWithoutResult(
                  t -> tracks.begin(UUID.randomUUID(), recording, name, Math.max(0, starts)));
              return tracks.named(List.of(recording), name).getFirst();
            })
        .id();
  }

  /** A piece of a trace, which can be read. */
  private String events(InputStream piece) {
    try {
      byte[] bytes = piece.readNBytes(MAX_TRACE_BYTES + 1);
      if (bytes.length > MAX_TRACE_BYTES) {
        throw Problem.refused("piece");
      }
      String events = new String(bytes, StandardCharsets.UTF_8);
      TraceReader.read(events, json);
      return events;
    } catch (IllegalArgumentException e) {
      throw Problem.refused("piece");
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private void note(UUID recording, UUID track, int number, int bytes, @Nullable String body) {
    inTransaction.executeWithoutResult(
        t -> {
          checkOpen(recording, number);
          tracks.keep(track, number, bytes, body);
        });
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
   * @param pieces how many of each track there are
   * @return the work that makes them and compiles the walkthrough
   */
  public Optional<UUID> finish(UUID recording, Map<String, Integer> pieces) {
    pieces.forEach(
        (name, sent) -> {
          if (sent == null || count(recording, name) < sent) {
            throw Problem.conflict("pieces-missing");
          }
        });
    return keep(recording);
  }

  /** Ends a recording with what has arrived, up to the first gap. Ending it twice is harmless. */
  public Optional<UUID> keep(UUID id) {
    Recording recording = recordings.locked(id);
    if (recording.state() == Recording.State.OPEN) {
      if (count(id, Track.SOUND) == 0) {
        recording.discard();
        return Optional.empty();
      }
      recording.end();
      UUID walkthrough = recording.walkthroughId();
      jobs.start(TakesMaking.KIND, walkthrough, scripts.ownerOf(walkthrough).orElseThrow());
    }
    return jobs.latest(recording.walkthroughId()).map(Jobs.View::id);
  }

  private int count(UUID recording, String name) {
    return tracks.named(List.of(recording), name).stream()
        .mapToInt(t -> count(tracks.pieces(t.id())))
        .sum();
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
    return traces.of(recording).trace().changed(changes(recording));
  }

  private Map<Integer, MarkChange> changes(UUID recording) {
    return changed.findByRecordingId(recording).stream()
        .collect(Collectors.toMap(ChangedMark::number, ChangedMark::change));
  }

  /** The marks that were made during a recording, as they are now. */
  @Transactional(readOnly = true)
  public List<Trace.MadeMark> marks(UUID recording) {
    return traces.of(recording).trace().marks(changes(recording));
  }

  /** What is different about a mark than when it was made. */
  @Transactional(readOnly = true)
  public MarkChange changeOf(UUID recording, int mark) {
    return changed
        .findByRecordingIdAndNumber(recording, mark)
        .map(ChangedMark::change)
        .orElse(MarkChange.NONE);
  }

  /** Changes a mark; who listens is told. */
  public void change(UUID recording, int mark, MarkChange change) {
    Optional<ChangedMark> before = changed.findByRecordingIdAndNumber(recording, mark);
    if (change.isNone()) {
      before.ifPresent(changed::delete);
    } else {
      ChangedMark now = before.orElseGet(() -> new ChangedMark(recording, mark));
      now.become(change);
      changed.save(now);
    }
    events.publishEvent(new ArrangementChanged(get(recording).walkthroughId()));
  }

  /** The walkthrough that a recording is of. */
  @Transactional(readOnly = true)
  public UUID walkthroughOf(UUID recording) {
    return get(recording).walkthroughId();
  }

  /** A browser says that a recording goes on in it. */
  public void heard(UUID recording, String device) {
    Recording r = get(recording);
    if (r.state() != Recording.State.OPEN) {
      throw Problem.conflict("recording-over");
    }
    r.heard(device, clock.instant());
  }

  /** Nobody ends for another browser what goes on there. */
  @Transactional(readOnly = true)
  public void checkQuiet(UUID recording, String device) {
    if (get(recording).runsElsewhere(device, clock.instant())) {
      throw Problem.conflict("recording-runs-elsewhere");
    }
  }

  /** Throws a recording away; for thirty days it can be taken out again. */
  public void discard(UUID recording) {
    if (get(recording).state() == Recording.State.OPEN) {
      shelf.put(Shelf.Of.RECORDING, recording);
    }
  }

  /**
   * Recordings of a walkthrough that were never ended, newest first.
   *
   * @param device the browser that asks
   */
  @Transactional(readOnly = true)
  public List<Interrupted> interrupted(UUID walkthrough, String device) {
    Instant now = clock.instant();
    return recordings.open(walkthrough).stream()
        .map(
            r -> {
              Optional<UUID> last =
                  trace(r.id()).events().stream()
                      .filter(TraceEvent.StopBegins.class::isInstance)
                      .map(e -> ((TraceEvent.StopBegins) e).stopId())
                      .reduce((a, b) -> b);
              return new Interrupted(
                  r.id(),
                  r.startedAt(),
                  count(r.id(), Track.SOUND),
                  last,
                  r.runsElsewhere(device, now));
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
