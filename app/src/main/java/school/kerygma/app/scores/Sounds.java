package school.kerygma.app.scores;

import java.io.ByteArrayInputStream;
import java.io.DataInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.core.io.Resource;
import org.springframework.stereotype.Component;
import org.springframework.util.FileSystemUtils;
import school.kerygma.app.lectern.Recordings;
import school.kerygma.app.store.MediaStore;
import school.kerygma.core.voice.Loudness;
import school.kerygma.core.walkthrough.RunningOrder;
import school.kerygma.media.sound.Sound;

/**
 * The sounds of recordings and of what is played of them. Each is worked out once: a joined sound
 * is named by what it plays, and the loudness of a recording is kept beside it.
 */
@Component
class Sounds {

  static final List<String> KINDS = List.of("webm", "mp4");

  /** Counts up when joining changes, so that sounds are joined anew. */
  private static final int JOINING = 1;

  private final MediaStore store;

  Sounds(MediaStore store) {
    this.store = store;
  }

  /** The name of what an order plays, without its kind; the same for the same parts. */
  static String name(RunningOrder order) {
    StringBuilder parts = new StringBuilder("joined " + JOINING);
    for (RunningOrder.Segment s : order.segments()) {
      parts
          .append('\n')
          .append(s.part().recordingId())
          .append(' ')
          .append(s.part().span().startMs())
          .append(' ')
          .append(s.part().span().endMs());
    }
    try {
      byte[] sum =
          MessageDigest.getInstance("SHA-256")
              .digest(parts.toString().getBytes(StandardCharsets.UTF_8));
      return "sounds/" + HexFormat.of().formatHex(sum);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }

  /**
   * Joins what an order plays, unless that has been done.
   *
   * @return whether anything was encoded
   */
  boolean join(RunningOrder order) {
    String name = name(order);
    if (KINDS.stream().allMatch(kind -> store.find(name + "." + kind).isPresent())) {
      return false;
    }
    Path directory = store.workDirectory();
    try {
      Path webm = directory.resolve("sound.webm");
      Path mp4 = directory.resolve("sound.mp4");
      List<RunningOrder.Part> parts =
          order.segments().stream().map(RunningOrder.Segment::part).toList();
      store.withAll(
          parts.stream().map(p -> Recordings.sound(p.recordingId())).toList(),
          files -> {
            List<Sound.Part> joined = new ArrayList<>();
            for (int i = 0; i < files.size(); i++) {
              joined.add(new Sound.Part(files.get(i), parts.get(i).span()));
            }
            Sound.join(joined, webm, mp4);
            return joined;
          });
      store.putFile(name + ".webm", webm);
      store.putFile(name + ".mp4", mp4);
      return true;
    } finally {
      FileSystemUtils.deleteRecursively(directory.toFile());
    }
  }

  /** How loud a recording is, from moment to moment; measured once. */
  Loudness loudness(UUID recording) {
    String name = Recordings.loudness(recording);
    Optional<Resource> kept = store.find(name);
    if (kept.isPresent()) {
      return read(kept.get());
    }
    Loudness measured = store.with(Recordings.sound(recording), Sound::loudness);
    ByteBuffer bytes = ByteBuffer.allocate(8 + 4 * measured.decibels().length);
    bytes.putInt(measured.frameMs()).putInt(measured.decibels().length);
    for (double value : measured.decibels()) {
      bytes.putFloat((float) value);
    }
    store.put(name, new ByteArrayInputStream(bytes.array()));
    return read(bytes.flip());
  }

  private static Loudness read(Resource kept) {
    try (DataInputStream in = new DataInputStream(kept.getInputStream())) {
      return read(ByteBuffer.wrap(in.readAllBytes()));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
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
