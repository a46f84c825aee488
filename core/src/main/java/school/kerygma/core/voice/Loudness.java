package school.kerygma.core.voice;

import java.util.Arrays;

/**
 * The loudness of a sound, frame by frame.
 *
 * @param frameMs length of a frame in milliseconds
 * @param decibels one value a frame, relative to full scale (0 is the loudest there is), not below
 *     {@link #FLOOR_DB}
 */
public record Loudness(int frameMs, double[] decibels) {

  public static final int FRAME_MS = 10;
  public static final double FLOOR_DB = -90;

  /**
   * Measures the root mean square of 16-bit samples of one channel.
   *
   * @param samples signed 16-bit PCM
   * @param samplesPerSecond at least 1000
   */
  public static Loudness of(short[] samples, int samplesPerSecond) {
    Meter meter = new Meter(samplesPerSecond);
    for (short sample : samples) {
      meter.take(sample);
    }
    return meter.measured();
  }

  /** Measures samples as they come, without keeping them. */
  public static final class Meter {
    private final int perFrame;
    private double[] decibels = new double[1_024];
    private int frames;
    private double energy;
    private int inFrame;

    /**
     * @param samplesPerSecond at least 1000
     */
    public Meter(int samplesPerSecond) {
      this.perFrame = samplesPerSecond * FRAME_MS / 1000;
    }

    public void take(short sample) {
      energy += (double) sample * sample;
      if (++inFrame < perFrame) {
        return;
      }
      if (frames == decibels.length) {
        decibels = Arrays.copyOf(decibels, 2 * frames);
      }
      double level = Math.sqrt(energy / perFrame) / 32768;
      decibels[frames++] = Math.max(FLOOR_DB, 20 * Math.log10(Math.max(level, 1e-9)));
      energy = 0;
      inFrame = 0;
    }

    /** What was measured; a frame that is not full does not count. */
    public Loudness measured() {
      return new Loudness(FRAME_MS, Arrays.copyOf(decibels, frames));
    }
  }

  public long durationMs() {
    return (long) decibels.length * frameMs;
  }
}
