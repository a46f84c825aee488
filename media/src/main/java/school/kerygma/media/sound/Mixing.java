package school.kerygma.media.sound;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import school.kerygma.core.time.Span;
import school.kerygma.core.voice.Ducking;
import school.kerygma.core.voice.Level;
import school.kerygma.core.voice.Loudness;
import school.kerygma.media.process.Program;

/** Brings other sounds into a voice: as loud as it is, and with the microphone down meanwhile. */
public final class Mixing {

  private static final int RATE = Sound.KEPT_SAMPLES_PER_SECOND;
  private static final int PER_FRAME = RATE * Loudness.FRAME_MS / 1000;

  /**
   * Another sound that was recorded beside the voice.
   *
   * @param startMs when it begins, on the voice's clock; not negative
   */
  public record Other(Path file, long startMs) {}

  /** One that is read while the voice is. */
  private record Open(InputStream samples, long startMs, double[] gains, double factor) {

    /** By what the voice is multiplied in a frame of it. */
    double gain(long frame) {
      long own = frame - startMs / Loudness.FRAME_MS;
      return own < 0 || own >= gains.length ? 1 : gains[(int) own];
    }

    /** Adds what is heard of it in a frame. */
    void add(long frame, double[] to) throws IOException {
      if (frame < startMs / Loudness.FRAME_MS) {
        return;
      }
      byte[] bytes = samples.readNBytes(2 * PER_FRAME);
      ByteBuffer buffer = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
      for (int i = 0; i < to.length && buffer.remaining() > 1; i++) {
        to[i] += factor * buffer.getShort();
      }
    }
  }

  private Mixing() {}

  /**
   * Mixes. The voice keeps its length.
   *
   * @param directory for work under way
   * @param to where the mixture goes, as FLAC in Matroska
   * @throws Program.Failed if a sound cannot be read
   */
  public static void mix(Path voice, List<Other> others, Path directory, Path to) {
    Level level = Sound.level(voice, Span.of(0, Sound.durationMs(voice)));
    List<Open> open = new ArrayList<>();
    try {
      for (Other other : others) {
        Path samples = directory.resolve("other-" + open.size() + ".pcm");
        decode(other.file(), samples);
        long lengthMs = Files.size(samples) / 2 * 1000 / RATE;
        Level own = Sound.level(other.file(), Span.of(0, Math.max(1, lengthMs)));
        open.add(
            new Open(
                new BufferedInputStream(Files.newInputStream(samples)),
                other.startMs(),
                Ducking.gains(Sound.loudness(other.file())),
                Math.pow(10, Ducking.otherGainDb(level, own) / 20)));
      }
      Program.pipe(
          Sound.decoding(voice, RATE),
          Sound.writing(RATE, to),
          Sound.LIMIT,
          (in, out) -> mix(in, open, out));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } finally {
      open.forEach(o -> close(o.samples()));
    }
  }

  private static void decode(Path file, Path to) throws IOException {
    try (OutputStream out = Files.newOutputStream(to)) {
      Program.run(
          Sound.decoding(file, RATE),
          Sound.LIMIT,
          in -> {
            try {
              return in.transferTo(out);
            } catch (IOException e) {
              throw new UncheckedIOException(e);
            }
          });
    }
  }

  private static void mix(InputStream voice, List<Open> others, OutputStream out)
      throws IOException {
    byte[] bytes = new byte[2 * PER_FRAME];
    double[] sum = new double[PER_FRAME];
    long frame = 0;
    for (int n = voice.readNBytes(bytes, 0, bytes.length);
        n > 1;
        n = voice.readNBytes(bytes, 0, bytes.length)) {
      ByteBuffer samples = ByteBuffer.wrap(bytes, 0, n / 2 * 2).order(ByteOrder.LITTLE_ENDIAN);
      double from = gain(others, frame);
      double step = (gain(others, frame + 1) - from) / PER_FRAME;
      for (int i = 0; i < n / 2; i++) {
        sum[i] = samples.getShort(2 * i) * (from + i * step);
      }
      for (Open other : others) {
        other.add(frame, sum);
      }
      for (int i = 0; i < n / 2; i++) {
        samples.putShort(2 * i, (short) Math.clamp(Math.round(sum[i]), -32_768, 32_767));
      }
      out.write(bytes, 0, n / 2 * 2);
      frame++;
    }
  }

  private static double gain(List<Open> others, long frame) {
    return others.stream().mapToDouble(o -> o.gain(frame)).min().orElse(1);
  }

  private static void close(InputStream samples) {
    try {
      samples.close();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
