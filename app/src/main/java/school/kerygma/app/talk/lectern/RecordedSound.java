package school.kerygma.app.talk.lectern;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import org.springframework.core.io.Resource;
import org.springframework.stereotype.Service;
import org.springframework.util.FileSystemUtils;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;
import school.kerygma.core.voice.IslandFinder;
import school.kerygma.core.voice.Level;
import school.kerygma.core.voice.Loudness;
import school.kerygma.core.walkthrough.Arrangement;
import school.kerygma.core.walkthrough.RunningOrder;
import school.kerygma.media.sound.Sound;

/** The sounds of recordings that have ended. How loud one is is measured once. */
@Service
public class RecordedSound {

  private final Track.Repository tracks;
  private final MediaStore store;

  RecordedSound(Track.Repository tracks, MediaStore store) {
    this.tracks = tracks;
    this.store = store;
  }

  /**
   * Lends the sounds of recordings as files.
   *
   * @throws Problem if one is not there
   */
  public <T> T with(Collection<UUID> recordings, Function<Map<UUID, Path>, T> use) {
    List<UUID> asked = recordings.stream().distinct().toList();
    return store.withAll(
        asked.stream().map(r -> Track.whole(track(r))).toList(),
        files -> {
          Map<UUID, Path> sounds = new HashMap<>();
          for (int i = 0; i < asked.size(); i++) {
            sounds.put(asked.get(i), files.get(i));
          }
          return use.apply(sounds);
        });
  }

  private UUID track(UUID recording) {
    return tracks.named(List.of(recording), Track.SOUND).stream()
        .findFirst()
        .map(Track::id)
        .orElseThrow(Problem::notFound);
  }

  /** How loud a recording is, from moment to moment. */
  public Loudness loudness(UUID recording) {
    UUID track = track(recording);
    String name = Track.loudness(track);
    Optional<Resource> kept = store.find(name);
    if (kept.isPresent()) {
      return read(kept.get());
    }
    Loudness measured = store.with(Track.whole(track), Sound::loudness);
    ByteBuffer bytes = ByteBuffer.allocate(8 + 4 * measured.decibels().length);
    bytes.putInt(measured.frameMs()).putInt(measured.decibels().length);
    for (double value : measured.decibels()) {
      bytes.putFloat((float) value);
    }
    store.put(name, new ByteArrayInputStream(bytes.array()));
    return read(bytes.flip());
  }

  /** A stretch of a recording, on its clock. */
  public record Stretch(UUID recording, Span span) {}

  /**
   * Lends stretches of recordings as files that begin with them and are quick to read: to find the
   * middle of a long recording all before it is decoded. They are kept for some days.
   *
   * @throws Problem if a recording is not there
   */
  public <T> T withStretches(Collection<Stretch> stretches, Function<Map<Stretch, Path>, T> use) {
    Map<Stretch, String> names = new LinkedHashMap<>();
    for (Stretch stretch : stretches) {
      String name = Track.stretch(track(stretch.recording()), stretch.span());
      if (names.putIfAbsent(stretch, name) == null && store.find(name).isEmpty()) {
        make(stretch, name);
      }
    }
    return store.withAll(
        List.copyOf(names.values()),
        files -> {
          Map<Stretch, Path> lent = new HashMap<>();
          List<Stretch> asked = List.copyOf(names.keySet());
          for (int i = 0; i < asked.size(); i++) {
            lent.put(asked.get(i), files.get(i));
          }
          return use.apply(lent);
        });
  }

  private void make(Stretch stretch, String name) {
    Path directory = store.workDirectory();
    try {
      Path file = directory.resolve("stretch.flac");
      store.with(
          Track.whole(track(stretch.recording())),
          whole -> {
            Sound.stretch(whole, stretch.span(), file);
            return file;
          });
      store.putFile(name, file);
    } finally {
      FileSystemUtils.deleteRecursively(directory.toFile());
    }
  }

  /** Where there is speech in what a stop may play, on the stop's clock. */
  public Spans speech(Arrangement arrangement) {
    Map<UUID, Loudness> sounds = new HashMap<>();
    List<Span> speech = new ArrayList<>();
    long before = 0;
    for (RunningOrder.Part part : arrangement.parts()) {
      Loudness sound = sounds.computeIfAbsent(part.recordingId(), this::loudness);
      Span span = part.span();
      int from = (int) Math.min(sound.decibels().length, span.startMs() / sound.frameMs());
      int to = (int) Math.min(sound.decibels().length, span.endMs() / sound.frameMs());
      Loudness own = new Loudness(sound.frameMs(), Arrays.copyOfRange(sound.decibels(), from, to));
      IslandFinder.find(own)
          .shift((long) from * sound.frameMs() - span.startMs() + before)
          .intersection(Span.of(before, before + span.lengthMs()))
          .forEach(speech::add);
      before += span.lengthMs();
    }
    return Spans.of(speech);
  }

  /** How loud a stretch of a recording is as a whole; measured once. */
  public Level level(UUID recording, Span span) {
    UUID track = track(recording);
    String name = Track.level(track, span);
    Optional<Resource> kept = store.find(name);
    if (kept.isPresent()) {
      ByteBuffer bytes = bytes(kept.get());
      return new Level(bytes.getDouble(), bytes.getDouble());
    }
    Level level = store.with(Track.whole(track), file -> Sound.level(file, span));
    store.put(
        name,
        new ByteArrayInputStream(
            ByteBuffer.allocate(16).putDouble(level.lufs()).putDouble(level.truePeakDb()).array()));
    return level;
  }

  /**
   * A recording as browsers play it, from any moment on.
   *
   * @throws Problem if there is none yet
   */
  public Resource heard(UUID recording) {
    UUID track = track(recording);
    return store
        .find(Track.listen(track))
        .or(() -> store.find(Track.whole(track)))
        .orElseThrow(Problem::notFound);
  }

  private static ByteBuffer bytes(Resource kept) {
    try (InputStream in = kept.getInputStream()) {
      return ByteBuffer.wrap(in.readAllBytes());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static Loudness read(Resource kept) {
    return read(bytes(kept));
  }

  private static Loudness read(ByteBuffer bytes) {
    int frameMs = bytes.getInt();
    double[] decibels = new double[bytes.getInt()];
    for (int i = 0; i < decibels.length; i++) {
      decibels[i] = bytes.getFloat();
    }
    return new Loudness(frameMs, decibels);
  }
}
