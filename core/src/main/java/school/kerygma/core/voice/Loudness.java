package school.kerygma.core.voice;

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
    int perFrame = samplesPerSecond * FRAME_MS / 1000;
    double[] decibels = new double[samples.length / perFrame];
    for (int frame = 0; frame < decibels.length; frame++) {
      double energy = 0;
      for (int i = frame * perFrame; i < (frame + 1) * perFrame; i++) {
        energy += (double) samples[i] * samples[i];
      }
      double level = Math.sqrt(energy / perFrame) / 32768;
      decibels[frame] = Math.max(FLOOR_DB, 20 * Math.log10(Math.max(level, 1e-9)));
    }
    return new Loudness(FRAME_MS, decibels);
  }

  public long durationMs() {
    return (long) decibels.length * frameMs;
  }
}
