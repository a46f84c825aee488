package school.kerygma.core.voice;

/** Finds where a sound is quiet: there it is cut without anybody hearing it. */
public final class QuietPlaces {

  private QuietPlaces() {}

  /**
   * The quietest moment between two others; the nearest to a wish if several are as quiet.
   *
   * @param sound the sound
   * @param wishedMs where one would like to cut
   * @param fromMs the earliest, on the sound's clock
   * @param untilMs the latest
   * @return in milliseconds, the middle of a frame; the wish if nothing lies between
   */
  public static long near(Loudness sound, long wishedMs, long fromMs, long untilMs) {
    int first = (int) Math.max(0, Math.ceilDiv(fromMs, sound.frameMs()));
    int last = (int) Math.min(sound.decibels().length, untilMs / sound.frameMs()) - 1;
    long best = wishedMs;
    double quietest = Double.POSITIVE_INFINITY;
    for (int i = first; i <= last; i++) {
      long at = (long) i * sound.frameMs() + sound.frameMs() / 2;
      double level = sound.decibels()[i];
      boolean nearer = Math.abs(at - wishedMs) < Math.abs(best - wishedMs);
      if (level < quietest || level == quietest && nearer) {
        quietest = level;
        best = at;
      }
    }
    return best;
  }
}
