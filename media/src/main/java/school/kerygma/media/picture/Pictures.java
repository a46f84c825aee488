package school.kerygma.media.picture;

import java.nio.file.Path;
import java.util.Locale;
import school.kerygma.media.process.Ffmpeg;
import school.kerygma.media.process.Program;

/** Makes files of moving pictures that browsers play from any moment on. */
public final class Pictures {

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
    Kind kind =
        Ffmpeg.probe(file, "v:0", "stream=codec_name", 1024).contains("h264")
            ? Kind.MP4
            : Kind.WEBM;
    Path to = directory.resolve("indexed." + kind.written());
    String[] front =
        kind == Kind.MP4
            ? new String[] {"-movflags", "+faststart"}
            : new String[] {"-cues_to_front", "1"};
    Ffmpeg.run(
        "-i",
        Ffmpeg.file(file),
        "-map",
        "0:v:0",
        "-c",
        "copy",
        front[0],
        front[1],
        "-f",
        kind.written(),
        Ffmpeg.file(to));
    String seconds = Ffmpeg.probe(to, "v:0", "format=duration", 1024);
    try {
      return new Indexed(to, kind, Math.max(1, Math.round(1000 * Double.parseDouble(seconds))));
    } catch (NumberFormatException e) {
      throw new Program.Failed("No pictures: " + seconds);
    }
  }
}
