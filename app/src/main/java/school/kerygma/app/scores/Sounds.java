package school.kerygma.app.scores;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.util.FileSystemUtils;
import school.kerygma.app.lectern.RecordedSound;
import school.kerygma.app.store.MediaStore;
import school.kerygma.core.walkthrough.RunningOrder;
import school.kerygma.media.sound.Sound;

/** The sounds of what is played. Each is made once: it is named by what it plays. */
@Component
class Sounds {

  static final List<String> KINDS = List.of("webm", "mp4");

  /** Counts up when joining changes, so that sounds are joined anew. */
  private static final int JOINING = 1;

  private final RecordedSound recorded;
  private final MediaStore store;

  Sounds(RecordedSound recorded, MediaStore store) {
    this.recorded = recorded;
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
      recorded.with(
          parts.stream().map(RunningOrder.Part::recordingId).toList(),
          files -> {
            List<Sound.Part> joined =
                parts.stream()
                    .map(p -> new Sound.Part(files.get(p.recordingId()), p.span()))
                    .toList();
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
}
