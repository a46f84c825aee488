package school.kerygma.media.picture;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import school.kerygma.media.process.Program;

/** Makes files of moving pictures that browsers play from any moment on. */
public final class Pictures {

  private static final Duration LIMIT = Duration.ofMinutes(10);

  private Pictures() {}

  /** A file that browsers play. */
  public enum Kind {
    /** AVC in MP4, whose index stands at its front. */
    MP4,
    /** VP8 or VP9 in WebM. */
    WEBM;

    /** As it is written at the end of a file's name, and in media types. */
    public String written() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /**
   * Moving pictures that can be sought in.
   *
   * @param lengthMs in milliseconds
   */
  public record Indexed(Path file, Kind kind, long lengthMs) {}

  /**
   * Copies the pictures of a file without encoding them, so that it says how long it is and can be
   * sought in. Browsers write AVC into WebM, where no standard has it: that goes into MP4.
   *
   * @param file as a browser records it, whose last piece may be missing
   * @param directory where the copy goes; sound is left out
   * @throws Program.Failed if there are no pictures in it
   */
  public static Indexed index(Path file, Path directory) {
    Kind kind = said(file, "stream=codec_name").contains("h264") ? Kind.MP4 : Kind.WEBM;
    Path to = directory.resolve("indexed." + kind.written());
    List<String> command =
        new ArrayList<>(List.of("ffmpeg", "-v", "error", "-nostdin", "-y", "-i", "file:" + file));
    command.addAll(List.of("-map", "0:v:0", "-c", "copy"));
    command.addAll(
        kind == Kind.MP4 ? List.of("-movflags", "+faststart") : List.of("-cues_to_front", "1"));
    command.addAll(List.of("-f", kind.written(), "file:" + to));
    Program.run(command, LIMIT, 1024);
    String seconds = said(to, "format=duration");
    try {
      return new Indexed(to, kind, Math.max(1, Math.round(1000 * Double.parseDouble(seconds))));
    } catch (NumberFormatException e) {
      throw new Program.Failed("No pictures: " + seconds);
    }
  }

  private static String said(Path file, String what) {
    return new String(
            Program.run(
                List.of(
                    "ffprobe",
                    "-v",
                    "error",
                    "-select_streams",
                    "v:0",
                    "-show_entries",
                    what,
                    "-of",
                    "csv=p=0",
                    "file:" + file),
                LIMIT,
                1024),
            StandardCharsets.US_ASCII)
        .strip();
  }
}
