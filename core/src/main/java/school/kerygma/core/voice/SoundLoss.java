package school.kerygma.core.voice;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Finds where a microphone that starved lost sound. Two clocks are compared: that of the machine,
 * and that which counts the sound that came (W3C Media Capture Extensions, {@code
 * totalFramesDuration}). Where the first runs away from the second, sound is missing. Time stamps
 * of packets alone say nothing: they may jump although not a sample is missing.
 */
public final class SoundLoss {

  /**
   * Both clocks are read by steps of about 10 ms; less than this is no loss that could be heard.
   */
  static final long LEAST_MS = 40;

  /**
   * A reading may come too early, never too late: of those of two seconds, three at least, the
   * least is the truth.
   */
  private static final int LEAST_READINGS = 3;

  private static final long LOOK_AHEAD_MS = 2_000;

  /** Sound that is lost little by little is one loss; the clocks' own drift is far slower. */
  private static final long LOOK_BACK_MS = 3_000;

  /** A jump of the time stamps further away than this has another cause. */
  private static final long NEAR_MS = 2_500;

  /**
   * Both clocks at a moment.
   *
   * @param atMs on the recording's clock
   * @param lagMs how far the machine's clock is ahead of the sound's; only its growth counts
   * @param afresh whether the microphone was paused since the reading before: it may have lost
   *     sound that nobody recorded
   */
  public record Reading(long atMs, long lagMs, boolean afresh) {}

  /**
   * Sound that is missing.
   *
   * @param atMs where, on the recording's clock
   * @param lengthMs how much
   */
  public record Gap(long atMs, long lengthMs) {}

  private SoundLoss() {}

  /**
   * Finds the gaps of a recording.
   *
   * @param readings in the order of their times
   * @param jumps where the time stamps of packets jump, in milliseconds of the recording
   * @return in the order of their places; none if there are no readings
   */
  public static List<Gap> gaps(List<Reading> readings, List<Long> jumps) {
    List<Gap> gaps = new ArrayList<>();
    int known = 0;
    // The last readings have none after them that would confirm a growth.
    for (int i = 1; i <= readings.size() - LEAST_READINGS; i++) {
      if (readings.get(i).afresh()) {
        known = i;
        continue;
      }
      long before = Long.MAX_VALUE;
      for (int j = i - 1; j >= known; j--) {
        if (j < i - 1 && readings.get(i).atMs() - readings.get(j).atMs() > LOOK_BACK_MS) {
          break;
        }
        before = Math.min(before, level(readings, j));
      }
      long grown = level(readings, i) - before;
      if (grown >= LEAST_MS) {
        gaps.add(new Gap(place(readings.get(i - 1).atMs(), readings.get(i).atMs(), jumps), grown));
        known = i;
      }
    }
    gaps.sort(Comparator.comparing(Gap::atMs));
    return List.copyOf(gaps);
  }

  private static long level(List<Reading> readings, int from) {
    long least = readings.get(from).lagMs();
    long until = readings.get(from).atMs() + LOOK_AHEAD_MS;
    for (int i = from + 1; i < readings.size(); i++) {
      boolean enough = i - from >= LEAST_READINGS && readings.get(i).atMs() > until;
      if (enough || readings.get(i).afresh()) {
        break;
      }
      least = Math.min(least, readings.get(i).lagMs());
    }
    return least;
  }

  /** At the nearest jump of the time stamps; without one, in the middle of the two readings. */
  private static long place(long begins, long ends, List<Long> jumps) {
    long middle = (begins + ends) / 2;
    return jumps.stream()
        .min(Comparator.comparing(j -> Math.abs(j - middle)))
        .filter(j -> j >= begins - NEAR_MS && j <= ends + NEAR_MS)
        .orElse(middle);
  }
}
