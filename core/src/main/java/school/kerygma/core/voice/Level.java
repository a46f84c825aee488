package school.kerygma.core.voice;

/**
 * How loud a take is as a whole (ITU-R BS.1770, EBU R 128).
 *
 * @param lufs integrated loudness of both loudspeakers, which play the same; {@link #SILENT} if
 *     there is nothing to hear
 * @param truePeakDb the highest peak between samples, in decibels relative to full scale
 */
public record Level(double lufs, double truePeakDb) {

  /** To this every take is brought: common practice for speech on phones and laptops. */
  public static final double TARGET_LUFS = -16;

  /** Below this BS.1770 hears nothing. */
  public static final double SILENT = -70;

  /** What is raised by more is noise more than voice. */
  private static final double MOST_GAIN_DB = 30;

  private static final double LEAST_GAIN_DB = -20;

  /** By how many decibels it is raised to reach {@link #TARGET_LUFS}; 0 for silence. */
  public double gainDb() {
    return lufs <= SILENT
        ? 0
        : Math.round(10 * Math.clamp(TARGET_LUFS - lufs, LEAST_GAIN_DB, MOST_GAIN_DB)) / 10.0;
  }
}
