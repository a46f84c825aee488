package school.kerygma.media.sound;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import school.kerygma.core.time.Span;
import school.kerygma.core.voice.Level;
import school.kerygma.core.voice.Loudness;
import school.kerygma.core.voice.SoundLoss;
import school.kerygma.media.process.Ffmpeg;
import school.kerygma.media.process.Program;

/** Decodes, measures and mends sound with ffmpeg. */
public final class Sound {

  /** Enough for speech, and what recognizers are made for. */
  public static final int SAMPLES_PER_SECOND = 16_000;

  /** As browsers record it. */
  static final int KEPT_SAMPLES_PER_SECOND = 48_000;

  static final Duration LIMIT = Duration.ofMinutes(10);
  private static final int MAX_PCM_BYTES = 2 * SAMPLES_PER_SECOND * 3 * 3600;

  /** Fifty packets a second for four hours, a line of about 20 bytes each. */
  private static final int MAX_PACKET_BYTES = 32 << 20;

  /** Time stamps are written in milliseconds; rounding alone makes no jump of this. */
  private static final double JUMP_S = 0.005;

  private Sound() {}

  /** All samples of a file, one channel, 16 bit, {@link #SAMPLES_PER_SECOND}. */
  public static short[] samples(Path file) {
    byte[] pcm = Program.run(decoding(file), LIMIT, MAX_PCM_BYTES);
    short[] samples = new short[pcm.length / 2];
    ByteBuffer.wrap(pcm).order(ByteOrder.LITTLE_ENDIAN).asShortBuffer().get(samples);
    return samples;
  }

  /** Whether there is any sound in a file that can be decoded. */
  public static boolean isReadable(Path file) {
    try {
      return durationMs(file) > 0;
    } catch (Program.Failed e) {
      return false;
    }
  }

  private static List<String> decoding(Path file) {
    return decoding(file, SAMPLES_PER_SECOND);
  }

  static List<String> decoding(Path file, int samplesPerSecond) {
    return Ffmpeg.command(
        "-i",
        Ffmpeg.file(file),
        "-vn",
        "-ac",
        "1",
        "-ar",
        "" + samplesPerSecond,
        "-f",
        "s16le",
        "-");
  }

  /** Writes samples of one channel, 16 bit, to a file that loses nothing of them. */
  static List<String> writing(int samplesPerSecond, Path to) {
    return Ffmpeg.command(
        "-f",
        "s16le",
        "-ar",
        "" + samplesPerSecond,
        "-ac",
        "1",
        "-i",
        "-",
        "-c:a",
        "flac",
        "-f",
        "matroska",
        Ffmpeg.file(to));
  }

  /**
   * Copies a span of a file as samples, one channel, 16 bit, little-endian.
   *
   * @throws Program.Failed if it cannot be read
   */
  public static void copy(Path file, Span span, OutputStream to) {
    List<String> command = new ArrayList<>(decoding(file));
    command.addAll(
        command.indexOf("-i"),
        List.of("-ss", Ffmpeg.seconds(span.startMs()), "-t", Ffmpeg.seconds(span.lengthMs())));
    Program.run(
        command,
        LIMIT,
        in -> {
          try {
            return in.transferTo(to);
          } catch (IOException e) {
            throw new UncheckedIOException(e);
          }
        });
  }

  /** The loudness of a file, measured while it is decoded: hours of it take little memory. */
  public static Loudness loudness(Path file) {
    return Program.run(
        decoding(file),
        LIMIT,
        out -> {
          Loudness.Meter meter = new Loudness.Meter(SAMPLES_PER_SECOND);
          byte[] buffer = new byte[64 * 1024];
          try {
            for (int n = out.readNBytes(buffer, 0, buffer.length);
                n > 1;
                n = out.readNBytes(buffer, 0, buffer.length)) {
              for (int i = 0; i + 1 < n; i += 2) {
                meter.take((short) (buffer[i] & 0xFF | buffer[i + 1] << 8));
              }
            }
          } catch (IOException e) {
            throw new UncheckedIOException(e);
          }
          return meter.measured();
        });
  }

  /** The loudness of a stretch of a file as a whole, and its highest peak, in one pass. */
  public static Level level(Path file, Span span) {
    String filter =
        String.format(
            Locale.ROOT,
            "asetpts=N/SR/TB,pan=mono|c0=c0,atrim=start=%.3f:end=%.3f,asetpts=PTS-STARTPTS,apad=pad_dur=0.5,"
                + "ebur128=dualmono=1:peak=true:metadata=1:framelog=verbose,ametadata=mode=print:file=-",
            span.startMs() / 1000.0,
            span.endMs() / 1000.0);
    return Program.run(
        Ffmpeg.command("-i", Ffmpeg.file(file), "-vn", "-af", filter, "-f", "null", "-"),
        LIMIT,
        Sound::lastLevel);
  }

  private static Level lastLevel(InputStream printed) {
    double lufs = Level.SILENT;
    double peak = 0;
    try (BufferedReader lines =
        new BufferedReader(new InputStreamReader(printed, StandardCharsets.US_ASCII))) {
      for (String line = lines.readLine(); line != null; line = lines.readLine()) {
        if (line.startsWith("lavfi.r128.I=")) {
          double value = Double.parseDouble(line.substring(13));
          lufs = Double.isFinite(value) ? Math.max(Level.SILENT, value) : Level.SILENT;
        } else if (line.startsWith("lavfi.r128.true_peak=")) {
          peak = Math.max(peak, Double.parseDouble(line.substring(21)));
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return new Level(lufs, 20 * Math.log10(Math.max(peak, 1e-5)));
  }

  /**
   * Cuts a stretch out of a file, exactly, into one that is quick to read: FLAC, one channel.
   *
   * @param span on the clock of the file's samples, whatever its time stamps say
   */
  public static void stretch(Path file, Span span, Path to) {
    Ffmpeg.run(
        "-i",
        Ffmpeg.file(file),
        "-vn",
        "-af",
        String.format(
            Locale.ROOT,
            "aresample=%d,asetpts=N/SR/TB,pan=mono|c0=c0,atrim=start=%s:end=%s,asetpts=PTS-STARTPTS",
            KEPT_SAMPLES_PER_SECOND,
            Ffmpeg.seconds(span.startMs()),
            Ffmpeg.seconds(span.endMs())),
        "-c:a",
        "flac",
        "-f",
        "flac",
        Ffmpeg.file(to));
  }

  /** Copies a file, so that it says how long it is and can be sought in. */
  public static void index(Path file, Path to) {
    Ffmpeg.run(
        "-i",
        Ffmpeg.file(file),
        "-map",
        "0:a:0",
        "-c",
        "copy",
        "-cues_to_front",
        "1",
        "-f",
        "webm",
        Ffmpeg.file(to));
  }

  /** Encodes a file as Opus, so that browsers play it. */
  public static void toOpus(Path file, Path to) {
    Ffmpeg.run(
        "-i",
        Ffmpeg.file(file),
        "-map",
        "0:a:0",
        "-ac",
        "1",
        "-c:a",
        "libopus",
        "-b:a",
        "32k",
        "-application",
        "voip",
        "-cues_to_front",
        "1",
        "-f",
        "webm",
        Ffmpeg.file(to));
  }

  /** Length of a file in milliseconds, measured by decoding it. */
  public static long durationMs(Path file) {
    long bytes =
        Program.run(
            decoding(file),
            LIMIT,
            out -> {
              try {
                return out.transferTo(OutputStream.nullOutputStream());
              } catch (IOException e) {
                throw new UncheckedIOException(e);
              }
            });
    return bytes / 2 * 1000L / SAMPLES_PER_SECOND;
  }

  /**
   * Where the time stamps of a file's packets jump ahead of the sound that came before, in
   * milliseconds of the sound.
   */
  public static List<Long> jumps(Path file) {
    String packets = Ffmpeg.probe(file, "a:0", "packet=pts_time,duration_time", MAX_PACKET_BYTES);
    List<Long> jumps = new ArrayList<>();
    double next = -1;
    double missing = 0;
    for (String line : packets.split("\\R")) {
      String[] parts = line.split(",");
      if (parts.length < 2 || !parts[0].matches("[0-9.]+") || !parts[1].matches("[0-9.]+")) {
        continue;
      }
      double at = Double.parseDouble(parts[0]);
      if (next >= 0 && at - next > JUMP_S) {
        jumps.add(Math.round((next - missing) * 1000));
        missing += at - next;
      }
      next = at + Double.parseDouble(parts[1]);
    }
    return jumps;
  }

  /**
   * Puts silence where sound is missing, so that what follows is heard when it was said.
   *
   * @param file sound without its gaps
   * @param gaps in order, on the clock of the sound with its gaps
   * @param mended where the mended sound goes, as FLAC in Matroska
   */
  public static void mend(Path file, List<SoundLoss.Gap> gaps, Path mended) {
    Program.pipe(
        decoding(file, KEPT_SAMPLES_PER_SECOND),
        writing(KEPT_SAMPLES_PER_SECOND, mended),
        LIMIT,
        (in, out) -> copyWithGaps(in, out, gaps));
  }

  private static void copyWithGaps(InputStream in, OutputStream out, List<SoundLoss.Gap> gaps)
      throws IOException {
    byte[] buffer = new byte[96];
    long written = 0;
    int next = 0;
    for (int n = in.readNBytes(buffer, 0, 96); n > 0; n = in.readNBytes(buffer, 0, 96)) {
      while (next < gaps.size() && gaps.get(next).atMs() <= written) {
        out.write(new byte[(int) gaps.get(next).lengthMs() * 96]);
        written += gaps.get(next++).lengthMs();
      }
      out.write(buffer, 0, n); // One millisecond: 48 samples of two bytes.
      written++;
    }
  }
}
