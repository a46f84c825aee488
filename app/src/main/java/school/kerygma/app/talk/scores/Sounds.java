package school.kerygma.app.talk.scores;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;
import org.springframework.util.FileSystemUtils;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.app.talk.lectern.RecordedSound;
import school.kerygma.core.There;
import school.kerygma.core.time.Span;
import school.kerygma.core.walkthrough.RunningOrder;
import school.kerygma.media.sound.StopSound;

/**
 * The sounds of what is played. Each stop is encoded once, and put together with the others by
 * copying; both are named by what they play, so that a change of one stop encodes that stop.
 */
@Component
class Sounds {

  /** The kinds of what is played whole. */
  static final List<String> KINDS = List.of("webm", "mp4");

  /** The kinds of what stops are kept in. */
  static final List<String> STOP_KINDS = List.of("opus", "aac");

  /** Counts up when encoding changes, so that sounds are made anew. */
  private static final int MADE = 4;

  /** Counts up when joining changes; what is encoded stays. */
  private static final int JOINED = 2;

  private final RecordedSound recorded;
  private final MediaStore store;

  Sounds(RecordedSound recorded, MediaStore store) {
    this.recorded = recorded;
    this.store = store;
  }

  /** One stop of an order. */
  private record Stop(List<RunningOrder.Part> parts) {

    /** The same for the same parts, whatever the stop is called and wherever it is played. */
    String name() {
      StringBuilder what = new StringBuilder("stop " + MADE);
      for (RunningOrder.Part p : parts) {
        what.append('\n').append(p.takeId()).append(' ').append(p.span());
      }
      return named(what.toString());
    }
  }

  private static String named(String what) {
    try {
      byte[] sum =
          MessageDigest.getInstance("SHA-256").digest(what.getBytes(StandardCharsets.UTF_8));
      return "sounds/" + HexFormat.of().formatHex(sum);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }

  private static List<Stop> stops(RunningOrder order) {
    List<Stop> stops = new ArrayList<>();
    UUID last = null;
    for (RunningOrder.Segment s : order.segments()) {
      if (!s.part().stopId().equals(last)) {
        stops.add(new Stop(new ArrayList<>()));
        last = s.part().stopId();
      }
      stops.getLast().parts().add(s.part());
    }
    return stops;
  }

  /** The names of the stops' sounds, without their kinds, in the order of playing. */
  static List<String> stopNames(RunningOrder order) {
    return stops(order).stream().map(Stop::name).toList();
  }

  /** The name of what an order plays, without its kind; the same for the same stops. */
  static String name(RunningOrder order) {
    return named("joined " + JOINED + " " + String.join("\n", stopNames(order)));
  }

  /**
   * Makes what an order plays: encodes the stops that were not encoded before, and joins all.
   *
   * @param takes as they were made, whole
   */
  void make(RunningOrder order, List<RunningOrder.Part> takes) {
    String name = name(order);
    if (isThere(name, KINDS)) {
      return;
    }
    for (Stop stop : stops(order)) {
      if (!isThere(stop.name(), STOP_KINDS)) {
        encode(stop, takes);
      }
    }
    inDirectory(
        directory -> {
          Path webm = directory.resolve("sound.webm");
          Path mp4 = directory.resolve("sound.mp4");
          List<String> names = stopNames(order);
          List<String> files =
              names.stream().flatMap(n -> STOP_KINDS.stream().map(k -> n + "." + k)).toList();
          store.withAll(
              files,
              paths -> {
                List<StopSound.Encoded> stops = new ArrayList<>();
                for (int i = 0; i < paths.size(); i += STOP_KINDS.size()) {
                  stops.add(new StopSound.Encoded(paths.get(i), paths.get(i + 1)));
                }
                StopSound.join(stops, order.durationMs(), webm, mp4);
                return stops;
              });
          store.putFile(name + ".webm", webm);
          store.putFile(name + ".mp4", mp4);
        });
  }

  /**
   * Whether what is played whole lasts as long as it should.
   *
   * @return true, too, if there is no file to ask
   */
  boolean isWhole(String name, long durationMs) {
    return KINDS.stream()
        .map(kind -> name + "." + kind)
        .filter(file -> store.find(file).isPresent())
        .allMatch(file -> store.with(file, path -> StopSound.lasts(path, durationMs)));
  }

  private boolean isThere(String name, List<String> kinds) {
    return kinds.stream().allMatch(kind -> store.find(name + "." + kind).isPresent());
  }

  private void encode(Stop stop, List<RunningOrder.Part> takes) {
    List<RecordedSound.Stretch> wholes = stop.parts().stream().map(p -> whole(p, takes)).toList();
    inDirectory(
        directory -> {
          StopSound.Encoded to =
              new StopSound.Encoded(directory.resolve("stop.opus"), directory.resolve("stop.aac"));
          recorded.withStretches(
              wholes,
              files -> {
                StopSound.encode(
                    IntStream.range(0, wholes.size())
                        .mapToObj(i -> part(stop.parts().get(i), wholes.get(i), files))
                        .toList(),
                    to);
                return to;
              });
          store.putFile(stop.name() + ".opus", to.opus());
          store.putFile(stop.name() + ".aac", to.aac());
        });
  }

  /** The take that a part belongs to, whole. */
  private static RecordedSound.Stretch whole(
      RunningOrder.Part part, List<RunningOrder.Part> takes) {
    Span whole =
        takes.stream()
            .filter(t -> t.takeId().equals(part.takeId()))
            .map(RunningOrder.Part::span)
            .findFirst()
            .orElse(part.span());
    return new RecordedSound.Stretch(part.recordingId(), whole);
  }

  /** Every take is as loud as the others, however it is cut. */
  private StopSound.Part part(
      RunningOrder.Part part, RecordedSound.Stretch whole, Map<RecordedSound.Stretch, Path> files) {
    long begins = whole.span().startMs();
    return new StopSound.Part(
        There.in(files, whole),
        Span.of(part.span().startMs() - begins, part.span().endMs() - begins),
        recorded.level(whole.recording(), whole.span()).gainDb());
  }

  private void inDirectory(Consumer<Path> work) {
    Path directory = store.workDirectory();
    try {
      work.accept(directory);
    } finally {
      FileSystemUtils.deleteRecursively(directory.toFile());
    }
  }

  /** Removes what is played whole. */
  void remove(String name) {
    KINDS.forEach(kind -> store.delete(name + "." + kind));
  }

  /** Removes the sound of a stop. */
  void removeStop(String name) {
    STOP_KINDS.forEach(kind -> store.delete(name + "." + kind));
  }
}
