package school.kerygma.app.lectern;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.springframework.core.io.Resource;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.util.FileSystemUtils;
import school.kerygma.app.marking.Marks;
import school.kerygma.app.problems.Problem;
import school.kerygma.app.scripts.Scripts;
import school.kerygma.app.store.MediaStore;
import school.kerygma.core.voice.SoundLoss;
import school.kerygma.core.walkthrough.RunningOrder;
import school.kerygma.core.walkthrough.Trace;
import school.kerygma.core.walkthrough.TraceEvent;
import school.kerygma.media.process.Program;
import school.kerygma.media.sound.Sound;

/** Makes takes of the recordings that have ended: joins their pieces and cuts them at the stops. */
@Component
public class Takes {

  private final Recording.Repository recordings;
  private final Recording.TakeRepository takes;
  private final Arrangements arrangements;
  private final Jotting.Repository jottings;
  private final Scripts scripts;
  private final Traces traces;
  private final Track.Repository tracks;
  private final Marks marks;
  private final MediaStore store;
  private final TransactionTemplate inTransaction;
  private final Clock clock;

  Takes(
      Recording.Repository recordings,
      Recording.TakeRepository takes,
      Arrangements arrangements,
      Jotting.Repository jottings,
      Scripts scripts,
      Traces traces,
      Track.Repository tracks,
      Marks marks,
      MediaStore store,
      TransactionTemplate inTransaction,
      Clock clock) {
    this.recordings = recordings;
    this.takes = takes;
    this.arrangements = arrangements;
    this.jottings = jottings;
    this.scripts = scripts;
    this.traces = traces;
    this.tracks = tracks;
    this.marks = marks;
    this.store = store;
    this.inTransaction = inTransaction;
    this.clock = clock;
  }

  /**
   * Makes the takes of all ended recordings of a walkthrough, in the order of their beginning.
   *
   * @throws Problem if a sound cannot be read or kept
   */
  public void make(UUID walkthrough) {
    for (Recording ended : recordings.ending(walkthrough)) {
      UUID id = ended.id();
      Path directory = store.workDirectory();
      try {
        Track track = tracks.named(List.of(id), Track.SOUND).getFirst();
        Path joined = joined(track.id(), directory);
        Path sound = mended(id, joined, directory);
        long durationMs = Sound.durationMs(sound);
        Path heard = directory.resolve("heard.webm");
        if (sound.equals(joined)) {
          Sound.index(joined, heard);
          store.putFile(Track.whole(track.id()), heard);
        } else { // Browsers do not play what sound is mended in.
          Sound.toOpus(sound, heard);
          store.putFile(Track.listen(track.id()), heard);
          store.putFile(Track.whole(track.id()), sound);
        }
        inTransaction.executeWithoutResult(t -> makeTakes(recordings.locked(id), durationMs));
      } catch (Program.Failed e) {
        throw Problem.refused("sound-unreadable");
      } finally {
        FileSystemUtils.deleteRecursively(directory.toFile());
      }
    }
  }

  /** Opens again what has ended but has no takes: all its pieces are kept. */
  public void open(UUID walkthrough) {
    inTransaction.executeWithoutResult(
        t -> recordings.ending(walkthrough).forEach(Recording::open));
  }

  /**
   * A take that was made of a stop.
   *
   * @param part the take as a whole
   */
  public record Made(RunningOrder.Part part, Instant madeAt) {}

  /** All takes of a walkthrough, in the order of their making. */
  public List<Made> made(UUID walkthrough) {
    return takes.ofWalkthrough(walkthrough).stream()
        .map(t -> new Made(t.whole(), t.madeAt()))
        .toList();
  }

  private Path joined(UUID track, Path directory) {
    Path joined = directory.resolve("joined.webm");
    int pieces = Recordings.count(tracks.pieces(track));
    try (OutputStream out = Files.newOutputStream(joined)) {
      for (int i = 0; i < pieces; i++) {
        Resource piece = store.find(Track.piece(track, i)).orElseThrow();
        try (InputStream in = piece.getInputStream()) {
          in.transferTo(out);
        }
      }
      return joined;
    } catch (IOException e) {
      throw Problem.unavailable("disk-full");
    }
  }

  /** Where the microphone lost sound there is silence, so that what follows fits what was done. */
  private Path mended(UUID recording, Path sound, Path directory) {
    List<SoundLoss.Reading> readings = traces.of(recording).clocks();
    if (SoundLoss.gaps(readings, List.of()).isEmpty()) {
      return sound;
    }
    Path mended = directory.resolve("mended.mkv");
    Sound.mend(sound, SoundLoss.gaps(readings, Sound.jumps(sound)), mended);
    return mended;
  }

  private void makeTakes(Recording recording, long durationMs) {
    if (recording.state() != Recording.State.ENDING) {
      return; // Another piece of work was here before.
    }
    recording.finish(durationMs);
    List<Track> all = tracks.ofRecording(recording.id());
    all.forEach(t -> t.lasts(durationMs));
    Trace trace = traces.of(recording.id()).trace();
    UUID owner = scripts.ownerOf(recording.walkthroughId()).orElseThrow();
    trace.covered().forEach(c -> marks.cover(owner, c.pageId(), c.id(), c.boxes()));
    Set<UUID> own = new HashSet<>();
    scripts.stopsOf(recording.walkthroughId()).forEach(s -> own.add(s.id()));
    for (Trace.Stretch stretch : trace.stretches(durationMs)) {
      if (own.contains(stretch.stopId())) {
        for (TraceEvent event : trace.within(stretch.span())) {
          if (event instanceof TraceEvent.Jotted j) {
            jottings.keep(
                j.id(),
                recording.walkthroughId(),
                stretch.stopId(),
                recording.id(),
                j.atMs(),
                j.pageId(),
                j.words());
          }
        }
        Recording.Take take =
            takes.save(
                new Recording.Take(
                    stretch.stopId(),
                    recording.id(),
                    all.stream().flatMap(t -> t.in(stretch.span()).stream()).toList(),
                    clock.instant()));
        List<RunningOrder.Part> before = arrangements.parts(stretch.stopId());
        if (!stretch.continues() && !before.isEmpty()) {
          scripts.saidAgain(stretch.stopId());
        }
        List<RunningOrder.Part> parts = new ArrayList<>(stretch.continues() ? before : List.of());
        parts.add(take.whole());
        arrangements.play(recording.walkthroughId(), stretch.stopId(), parts);
      }
    }
  }
}
