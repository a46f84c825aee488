package school.kerygma.media.sound;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import school.kerygma.core.time.Span;
import school.kerygma.media.process.Program;

/** Decodes and joins sound with ffmpeg. */
public final class Sound {

  /** Enough for speech, and what recognizers are made for. */
  public static final int SAMPLES_PER_SECOND = 16_000;

  private static final Duration LIMIT = Duration.ofMinutes(10);
  private static final int MAX_PCM_BYTES = 2 * SAMPLES_PER_SECOND * 3 * 3600;

  /** Joints are faded over this long on both sides, so that they do not click. */
  private static final double FADE_S = 0.006;

  /**
   * A stretch of a sound file.
   *
   * @param file any format that ffmpeg reads
   * @param span on the file's clock; what lies after its end is silent
   */
  public record Part(Path file, Span span) {}

  private Sound() {}

  /** All samples of a file, one channel, 16 bit, {@link #SAMPLES_PER_SECOND}. */
  public static short[] samples(Path file) {
    byte[] pcm =
        Program.run(
            List.of(
                "ffmpeg",
                "-v",
                "error",
                "-nostdin",
                "-i",
                "file:" + file,
                "-vn",
                "-ac",
                "1",
                "-ar",
                "" + SAMPLES_PER_SECOND,
                "-f",
                "s16le",
                "-"),
            LIMIT,
            MAX_PCM_BYTES);
    short[] samples = new short[pcm.length / 2];
    ByteBuffer.wrap(pcm).order(ByteOrder.LITTLE_ENDIAN).asShortBuffer().get(samples);
    return samples;
  }

  /** Length of a file in milliseconds, measured by decoding it. */
  public static long durationMs(Path file) {
    return samples(file).length * 1000L / SAMPLES_PER_SECOND;
  }

  /**
   * Joins parts, to the millisecond, into one Opus/WebM and one AAC/MP4 file.
   *
   * @param parts at least one
   * @param webm where the Opus file goes
   * @param mp4 where the AAC file goes; it can be played while it arrives
   */
  public static void join(List<Part> parts, Path webm, Path mp4) {
    List<String> command = new ArrayList<>(List.of("ffmpeg", "-v", "error", "-nostdin", "-y"));
    StringBuilder filter = new StringBuilder();
    StringBuilder joints = new StringBuilder();
    for (int i = 0; i < parts.size(); i++) {
      Span span = parts.get(i).span();
      double length = span.lengthMs() / 1000.0;
      command.addAll(List.of("-i", "file:" + parts.get(i).file()));
      filter.append(
          String.format(
              Locale.ROOT,
              "[%d:a]aresample=48000:async=1,pan=mono|c0=c0,apad,atrim=start=%.3f:end=%.3f,asetpts=PTS-STARTPTS,"
                  + "afade=t=in:d=%.3f,afade=t=out:st=%.3f:d=%.3f[p%d];",
              i,
              span.startMs() / 1000.0,
              span.endMs() / 1000.0,
              FADE_S,
              Math.max(0, length - FADE_S),
              FADE_S,
              i));
      joints.append("[p").append(i).append(']');
    }
    filter
        .append(joints)
        .append("concat=n=")
        .append(parts.size())
        .append(":v=0:a=1,asplit=2[o][m]");
    command.addAll(List.of("-filter_complex", filter.toString()));
    command.addAll(
        List.of(
            "-map",
            "[o]",
            "-c:a",
            "libopus",
            "-b:a",
            "32k",
            "-application",
            "voip",
            "-f",
            "webm",
            "file:" + webm));
    command.addAll(
        List.of(
            "-map",
            "[m]",
            "-c:a",
            "aac",
            "-b:a",
            "64k",
            "-movflags",
            "+faststart",
            "-f",
            "mp4",
            "file:" + mp4));
    Program.run(command, LIMIT, 1024);
  }
}
