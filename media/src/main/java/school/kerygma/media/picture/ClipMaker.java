package school.kerygma.media.picture;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.IntConsumer;
import java.util.function.LongConsumer;
import school.kerygma.media.process.Ffmpeg;
import school.kerygma.media.process.Program;
import school.kerygma.media.sound.Sound;

/** Makes short films and sounds of any kind into files that every browser plays. */
public final class ClipMaker {

  /** Longer ones are to be cut. */
  public static final Duration LONGEST = Duration.ofMinutes(10);

  private static final Duration LIMIT = Duration.ofMinutes(30);

  /** What is quieter is not heard, in decibels below the loudest that there can be. */
  private static final double HEARD_DB = -50;

  /** Less is no word, in frames of 10 ms. */
  private static final int HEARD_FRAMES = 20;

  private static final int MAX_SIDE = 8192;

  /** Kinds of files that hold what they show; lists that point to other files are none. */
  private static final String KINDS =
      "mov,matroska,webm,avi,mpegts,mpeg,mpegvideo,asf,flv,ogg,mp3,wav,aiff,flac,aac,caf,amr";

  private ClipMaker() {}

  /** Why a file is no clip. */
  public enum Reason {
    /** It is no film and no sound. */
    NOT_A_CLIP,
    TOO_LONG
  }

  /** It cannot be taken for a clip. */
  public static final class Refused extends RuntimeException {
    private final transient Reason reason;

    Refused(Reason reason, String message) {
      super(message);
      this.reason = reason;
    }

    public Reason reason() {
      return reason;
    }
  }

  /**
   * What a file holds.
   *
   * @param lengthMs in milliseconds
   */
  public record Seen(long lengthMs, boolean hasPictures, boolean hasSound) {}

  /**
   * Looks what a file holds.
   *
   * @throws Refused if it is no clip, or longer than {@link #LONGEST}
   */
  public static Seen look(Path file) {
    String streams;
    try {
      streams = probe(file, "stream=codec_type,width,height:stream_disposition=attached_pic");
    } catch (Program.Failed e) {
      throw new Refused(Reason.NOT_A_CLIP, "no film, no sound");
    }
    boolean sound = false;
    boolean pictures = false;
    for (String line : streams.split("\\R")) {
      String[] values = line.split(",", -1);
      sound |= values[0].equals("audio");
      // The cover of a record is no film.
      pictures |=
          values[0].equals("video") && values.length > 3 && values[3].equals("0") && fits(values);
    }
    double seconds = seconds(file);
    if (!(sound || pictures) || seconds < 0.05) {
      throw new Refused(Reason.NOT_A_CLIP, streams);
    }
    if (seconds > LONGEST.toSeconds() + 0.5) {
      throw new Refused(Reason.TOO_LONG, seconds + " s");
    }
    return new Seen(Math.round(1000 * seconds), pictures, sound);
  }

  /** Whether something can be heard in it. */
  public static boolean isHeard(Path file) {
    double[] decibels = Sound.loudness(file).decibels();
    return Arrays.stream(decibels).filter(d -> d > HEARD_DB).count() >= HEARD_FRAMES;
  }

  /**
   * An answer that somebody recorded, made anew.
   *
   * @param seen what it holds now
   * @param heard whether something can be heard in it
   */
  public record Answer(Seen seen, boolean heard) {}

  /**
   * Makes an answer anew: what a browser plays is never what somebody sent.
   *
   * @param filmed whether its pictures are wanted
   * @throws Refused if it is no sound and no film
   */
  public static Answer makeAnswer(Path file, boolean filmed, Path to, IntConsumer percent) {
    Seen came = look(file);
    Seen wanted = new Seen(came.lengthMs(), filmed && came.hasPictures(), came.hasSound());
    if (!wanted.hasPictures() && !wanted.hasSound()) {
      throw new Refused(Reason.NOT_A_CLIP, "no sound");
    }
    Seen seen = make(file, wanted, to, percent);
    return new Answer(seen, seen.hasSound() && isHeard(to));
  }

  private static boolean fits(String[] values) {
    return Arrays.stream(values, 1, 3)
        .allMatch(v -> v.matches("[1-9][0-9]{0,4}") && Integer.parseInt(v) <= MAX_SIDE);
  }

  private static String probe(Path file, String entries) {
    return Ffmpeg.probe(file, List.of("-format_whitelist", KINDS), entries, 64 * 1024);
  }

  private static double seconds(Path file) {
    try {
      return Double.parseDouble(probe(file, "format=duration"));
    } catch (NumberFormatException e) {
      return readThrough(file) / 1000.0; // What a browser recorded does not say it.
    }
  }

  private static long readThrough(Path file) {
    long[] last = {0};
    run(
        Ffmpeg.command(
            "-format_whitelist",
            KINDS,
            "-i",
            Ffmpeg.file(file),
            "-c",
            "copy",
            "-progress",
            "pipe:1",
            "-f",
            "null",
            "-"),
        doneMs -> last[0] = doneMs);
    return last[0];
  }

  /** Runs ffmpeg, which says as it goes how many milliseconds it has done. */
  private static void run(List<String> command, LongConsumer doneMs) {
    AtomicReference<RuntimeException> ended = new AtomicReference<>();
    try {
      Program.run(
          command,
          LIMIT,
          out -> {
            try (BufferedReader lines =
                new BufferedReader(new InputStreamReader(out, StandardCharsets.US_ASCII))) {
              for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                if (line.matches("out_time_us=[0-9]{1,15}")) {
                  doneMs.accept(Long.parseLong(line.substring(12)) / 1000);
                }
              }
              return true;
            } catch (IOException e) {
              throw new UncheckedIOException(e);
            } catch (RuntimeException e) {
              ended.set(e);
              throw e;
            }
          });
    } catch (Program.Failed e) {
      RuntimeException cause = ended.get();
      throw cause != null ? cause : new Refused(Reason.NOT_A_CLIP, String.valueOf(e.getMessage()));
    }
  }

  /**
   * Makes a clip: AVC and AAC in MP4, not larger than 1280 by 720, upright, quick to seek in.
   *
   * @param percent told how much is done, 0 to 100; what it throws ends the work
   * @return what there is now
   * @throws Refused if it cannot be decoded
   */
  public static Seen make(Path file, Seen seen, Path to, IntConsumer percent) {
    List<String> pictures =
        List.of(
            "-map",
            "0:V:0",
            "-vf",
            "scale=w='min(1280,iw)':h='min(720,ih)':force_original_aspect_ratio=decrease:force_divisible_by=2,fps=fps='min(30,source_fps)',format=yuv420p,setsar=1",
            "-c:v",
            "libx264",
            "-preset",
            "veryfast",
            "-crf",
            "23",
            "-g",
            "60");
    List<String> sound =
        List.of("-map", "0:a:0", "-c:a", "aac", "-b:a", "128k", "-ac", "2", "-ar", "48000");
    List<String> command = new ArrayList<>(Ffmpeg.command());
    command.addAll(List.of("-format_whitelist", KINDS, "-i", Ffmpeg.file(file)));
    command.addAll(seen.hasPictures() ? pictures : List.of("-vn"));
    command.addAll(seen.hasSound() ? sound : List.of("-an"));
    command.addAll(
        List.of(
            "-sn",
            "-dn",
            "-map_metadata",
            "-1",
            "-map_chapters",
            "-1",
            "-t",
            "" + LONGEST.toSeconds(),
            "-movflags",
            "+faststart",
            "-progress",
            "pipe:1",
            "-f",
            "mp4",
            Ffmpeg.file(to)));
    run(command, doneMs -> percent.accept(Math.clamp(100 * doneMs / seen.lengthMs(), 0, 100)));
    return look(to);
  }
}
