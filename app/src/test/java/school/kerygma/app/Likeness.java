package school.kerygma.app;

import java.util.Arrays;
import school.kerygma.core.voice.Loudness;

/**
 * How alike two sounds are: Pearson's correlation of their energies, every 50 ms. A microphone of a
 * browser under test may drop or repeat some milliseconds when the machine is busy, so the one is
 * laid onto the other in stretches of two seconds, each near to where the one before it lay.
 */
public final class Likeness {

  private static final int STEPS_PER_SECOND = 20;
  private static final int STRETCH = 2 * STEPS_PER_SECOND;
  private static final int SLIP = STEPS_PER_SECOND / 2;

  private Likeness() {}

  /**
   * From -1 to 1.
   *
   * @param kept sound of 16,000 samples a second
   * @param said another, which may begin earlier and end later
   */
  public static double of(short[] kept, short[] said) {
    double[] ours = energy(kept);
    double[] theirs = energy(Arrays.copyOf(said, said.length + kept.length));
    double[] laid = new double[ours.length];
    int lag = bestLag(ours, theirs, 0, Math.min(ours.length, 5 * STRETCH), 0, said.length / 800);
    for (int from = 0; from < ours.length; from += STRETCH) {
      int to = Math.min(ours.length, from + STRETCH);
      lag = bestLag(ours, theirs, from, to, Math.max(0, lag - SLIP), lag + SLIP);
      System.arraycopy(theirs, from + lag, laid, from, to - from);
    }
    return correlation(ours, laid);
  }

  private static double[] energy(short[] samples) {
    Loudness loudness = Loudness.of(samples, 16_000);
    int frames = 1000 / STEPS_PER_SECOND / loudness.frameMs();
    double[] energy = new double[loudness.decibels().length / frames];
    for (int i = 0; i < energy.length; i++) {
      for (int k = 0; k < frames; k++) {
        energy[i] += Math.pow(10, loudness.decibels()[frames * i + k] / 20);
      }
    }
    return energy;
  }

  /** The lag among those given at which a stretch fits best; the middle one if all fit alike. */
  private static int bestLag(
      double[] ours, double[] theirs, int from, int to, int least, int most) {
    int best = (least + most) / 2;
    double[] stretch = Arrays.copyOfRange(ours, from, to);
    double alike = correlation(stretch, Arrays.copyOfRange(theirs, from + best, to + best));
    for (int lag = least; lag <= most && to + lag <= theirs.length; lag++) {
      double r = correlation(stretch, Arrays.copyOfRange(theirs, from + lag, to + lag));
      if (r > alike + 0.01) {
        alike = r;
        best = lag;
      }
    }
    return best;
  }

  private static double correlation(double[] a, double[] b) {
    int n = a.length;
    double sx = 0, sy = 0, sxx = 0, syy = 0, sxy = 0;
    for (int i = 0; i < n; i++) {
      sx += a[i];
      sy += b[i];
      sxx += a[i] * a[i];
      syy += b[i] * b[i];
      sxy += a[i] * b[i];
    }
    double spread = Math.sqrt((n * sxx - sx * sx) * (n * syy - sy * sy));
    return spread == 0 ? 0 : (n * sxy - sx * sy) / spread;
  }
}
