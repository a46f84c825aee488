package school.kerygma.app.talk.lectern;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.core.io.Resource;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.util.FileSystemUtils;
import school.kerygma.app.ground.jobs.Job;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.app.paper.marking.Marks;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.WordsAsSaid;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;
import school.kerygma.core.voice.IslandFinder;
import school.kerygma.core.voice.Loudness;
import school.kerygma.core.voice.SoundLoss;
import school.kerygma.core.walkthrough.RunningOrder;
import school.kerygma.core.walkthrough.Trace;
import school.kerygma.core.walkthrough.TraceEvent;
import school.kerygma.media.picture.Pictures;
import school.kerygma.media.process.Program;
import school.kerygma.media.sound.Mixing;
import school.kerygma.media.sound.Sound;

/** Makes takes of the recordings that have ended: joins their pieces and cuts them at the stops. */
@Component
public class Takes {

  private static final Logger LOG = LoggerFactory.getLogger(Takes.class);

  /** So much of the room is left before and after words that are said again. */
  private static final long AROUND_WORDS_MS = 120;

  private final Recording.Repository recordings;
  private final Recording.TakeRepository takes;
  private final Arrangements arrangements;
  private final Jotting.Repository jottings;
  private final Scripts scripts;
  private final WordsAsSaid wordsAsSaid;
  private final Traces traces;
  private final Track.Repository tracks;
  private final Marks marks;
  private final MediaStore store;
  private final ApplicationEventPublisher events;
  private final TransactionTemplate inTransaction;
  private final Clock clock;

  Takes(
      Recording.Repository recordings,
      Recording.TakeRepository takes,
      Arrangements arrangements,
      Jotting.Repository jottings,
      Scripts scripts,
      WordsAsSaid wordsAsSaid,
      Traces traces,
      Track.Repository tracks,
      Marks marks,
      MediaStore store,
      ApplicationEventPublisher events,
      TransactionTemplate inTransaction,
      Clock clock) {
    this.events = events;
    this.recordings = recordings;
    this.takes = takes;
    this.arrangements = arrangements;
    this.jottings = jottings;
    this.scripts = scripts;
    this.wordsAsSaid = wordsAsSaid;
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
  void make(UUID walkthrough, Job.Progress progress) {
    List<Recording> all = recordings.ending(walkthrough);
    for (Recording ended : all) {
      progress.at(all.indexOf(ended), all.size());
      UUID id = ended.id();
      Path directory = store.workDirectory();
      try {
        Track track = tracks.named(List.of(id), Track.SOUND).getFirst();
        Path joined = joined(track.id(), directory);
        Path sound = mixed(id, mended(id, joined, directory), directory);
        long durationMs = Sound.durationMs(sound);
        Loudness loudness = Sound.loudness(sound); // Files are gone once they are kept.
        Path heard = directory.resolve("heard.webm");
        if (sound.equals(joined)) {
          Sound.index(joined, heard);
          store.putFile(Track.whole(track.id()), heard);
        } else { // Browsers do not play what sound is mended in.
          Sound.toOpus(sound, heard);
          store.putFile(Track.listen(track.id()), heard);
          store.putFile(Track.whole(track.id()), sound);
        }
        Map<UUID, Long> pictures = pictures(id, directory);
        inTransaction.executeWithoutResult(
            t -> makeTakes(recordings.locked(id), durationMs, pictures, loudness));
      } catch (Program.Failed e) {
        throw Problem.refused("sound-unreadable");
      } finally {
        FileSystemUtils.deleteRecursively(directory.toFile());
      }
    }
  }

  /** Opens again what has ended but has no takes: all its pieces are kept. */
  void open(UUID walkthrough) {
    inTransaction.executeWithoutResult(
        t -> recordings.ending(walkthrough).forEach(Recording::open));
  }

  /**
   * The file of moving pictures of a recording.
   *
   * @param track its name
   * @return nothing if there is none that can be read
   */
  public Optional<UUID> picture(UUID recording, String track) {
    return tracks.named(List.of(recording), track).stream()
        .filter(Track::isPicture)
        .map(Track::id)
        .filter(id -> find(id).isPresent())
        .findFirst();
  }

  /** Moving pictures as they were recorded, without sound. */
  public record Film(Resource bytes, Pictures.Kind kind) {}

  /**
   * Moving pictures.
   *
   * @throws Problem if there are none
   */
  public Film pictures(UUID file) {
    return find(file).orElseThrow(Problem::notFound);
  }

  private Optional<Film> find(UUID file) {
    return Stream.of(Pictures.Kind.values())
        .flatMap(k -> store.find(Track.pictures(file, k)).map(b -> new Film(b, k)).stream())
        .findFirst();
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
    Path joined = directory.resolve(track + ".joined.webm");
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

  /** What clips and windows let hear goes into the talk; the microphone is down meanwhile. */
  private Path mixed(UUID recording, Path voice, Path directory) {
    List<Mixing.Other> others = new ArrayList<>();
    for (TraceEvent event : traces.of(recording).trace().events()) {
      if (event instanceof TraceEvent.SoundBegins begins && !begins.track().equals(Track.SOUND)) {
        for (Track track : tracks.named(List.of(recording), begins.track())) {
          if (track.isSound() && Recordings.count(tracks.pieces(track.id())) > 0) {
            Path other = joined(track.id(), directory);
            if (Sound.isReadable(other)) {
              others.add(new Mixing.Other(other, Math.max(0, begins.zeroMs())));
            } else {
              LOG.warn("A sound of recording {} cannot be read", recording);
            }
          }
        }
      }
    }
    if (others.isEmpty()) {
      return voice;
    }
    Path mixed = directory.resolve("mixed.mkv");
    Mixing.mix(voice, others, directory, mixed);
    return mixed;
  }

  /**
   * Joins the pieces of moving pictures.
   *
   * @return how long each track is; one that cannot be read is not there, and nothing is seen of it
   */
  private Map<UUID, Long> pictures(UUID recording, Path directory) {
    Map<UUID, Long> lengths = new HashMap<>();
    for (Track track : tracks.ofRecording(recording)) {
      if (track.isPicture() && Recordings.count(tracks.pieces(track.id())) > 0) {
        try {
          Pictures.Indexed whole = Pictures.index(joined(track.id(), directory), directory);
          store.putFile(Track.pictures(track.id(), whole.kind()), whole.file());
          lengths.put(track.id(), whole.lengthMs());
        } catch (Program.Failed e) {
          LOG.warn("Pictures of a recording cannot be read: {}", e.getMessage());
        }
      }
    }
    return lengths;
  }

  /** Of words that are said again only what is spoken is played, not the waiting around it. */
  private static RunningOrder.Part spoken(Recording.Take take, Loudness sound) {
    Span whole = take.span();
    List<Span> speech =
        IslandFinder.find(sound).intersection(Spans.of(whole)).closingGapsUnder(600).asList();
    Span spoken =
        speech.stream()
            .reduce(Span::span)
            .map(
                s ->
                    Span.of(
                        Math.max(whole.startMs(), s.startMs() - AROUND_WORDS_MS),
                        Math.min(whole.endMs(), s.endMs() + AROUND_WORDS_MS)))
            .orElse(whole);
    return new RunningOrder.Part(take.stopId(), take.id(), take.recordingId(), spoken, true);
  }

  private static void begins(List<Track> all, String name, long milliseconds) {
    all.stream().filter(t -> t.name().equals(name)).forEach(t -> t.begins(milliseconds));
  }

  private void makeTakes(
      Recording recording, long durationMs, Map<UUID, Long> pictures, Loudness sound) {
    if (recording.state() != Recording.State.ENDING) {
      return; // Another piece of work was here before.
    }
    recording.finish(durationMs);
    List<Track> all = new ArrayList<>(tracks.ofRecording(recording.id()));
    all.forEach(t -> t.lasts(t.isPicture() ? pictures.getOrDefault(t.id(), 1L) : durationMs));
    Trace trace = traces.of(recording.id()).trace();
    for (TraceEvent event : trace.events()) {
      if (event instanceof TraceEvent.PictureBegins p) {
        begins(all, p.track(), p.zeroMs());
      } else if (event instanceof TraceEvent.SoundBegins s) {
        begins(all, s.track(), s.zeroMs());
      }
    }
    all.removeIf(t -> t.isSound() && !t.name().equals(Track.SOUND)); // It is in the talk.
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
        Patch patch = recording.patch();
        if (patch != null) {
          if (patch.patchStopId().equals(stretch.stopId())) {
            events.publishEvent(
                new PatchRecorded(recording.walkthroughId(), patch, spoken(take, sound)));
          }
          continue;
        }
        List<RunningOrder.Part> before = arrangements.parts(stretch.stopId());
        if (!stretch.continues() && !before.isEmpty()) {
          wordsAsSaid.saidAgain(stretch.stopId());
        }
        List<RunningOrder.Part> parts = new ArrayList<>(stretch.continues() ? before : List.of());
        parts.add(take.whole());
        arrangements.play(recording.walkthroughId(), stretch.stopId(), parts);
      }
    }
    // What becomes of words said again is told by who puts them in.
    if (recording.patch() == null) {
      events.publishEvent(new ArrangementChanged(recording.walkthroughId()));
    }
  }
}
