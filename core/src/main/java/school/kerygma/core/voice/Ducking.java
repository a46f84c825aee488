package school.kerygma.core.voice;

import java.util.Arrays;

/**
 * Lowers the microphone while another sound is heard that goes into the recording by itself: what
 * comes out of the loudspeakers would be heard twice. Common practice of broadcasting; the figures
 * are this project's own.
 */
public final class Ducking {

  /** By so many decibels the microphone is lowered. */
  public static final double LOWERED_DB = 26;

  /** Below this, relative to full scale, the other sound is taken for silence. */
  private static final double HEARD_DB = -52;

  /** The microphone is down before the other sound begins. */
  private static final int BEFORE_MS = 80;

  /** Short rests of the other sound do not let the microphone up, nor does its echo in the room. */
  private static final int AFTER_MS = 700;

  /** Over so much it goes down and up, so that nothing clicks. */
  private static final int GLIDE_MS = 80;

  /** The other sound is not raised or lowered by more, to be as loud as the voice. */
  private static final double MOST_GAIN_DB = 18;

  private Ducking() {}

  /**
   * By what the microphone is multiplied while another sound plays.
   *
   * @param other its loudness
   * @return one factor for each of its frames and for those in which the microphone comes up again;
   *     1 leaves the microphone as it is, and so it is after the last
   */
  public static double[] gains(Loudness other) {
    int frame = other.frameMs();
    int glide = GLIDE_MS / frame;
    int length = other.decibels().length + (AFTER_MS + GLIDE_MS) / frame + 1;
    int[] until = new int[length]; // How far each frame is from one in which it is down.
    Arrays.fill(until, glide);
    for (int i = 0; i < other.decibels().length; i++) {
      if (other.decibels()[i] > HEARD_DB) {
        int from = Math.max(0, i - BEFORE_MS / frame);
        Arrays.fill(until, from, i + AFTER_MS / frame + 1, 0);
      }
    }
    for (int i = 1; i < length; i++) {
      until[i] = Math.min(until[i], until[i - 1] + 1);
    }
    for (int i = length - 2; i >= 0; i--) {
      until[i] = Math.min(until[i], until[i + 1] + 1);
    }
    return Arrays.stream(until)
        .mapToDouble(u -> Math.pow(10, -LOWERED_DB * (glide - u) / glide / 20))
        .toArray();
  }

  /** By how many decibels another sound is raised to be as loud as the voice; 0 beside silence. */
  public static double otherGainDb(Level voice, Level other) {
    return voice.lufs() <= Level.SILENT || other.lufs() <= Level.SILENT
        ? 0
        : Math.clamp(voice.lufs() - other.lufs(), -MOST_GAIN_DB, MOST_GAIN_DB);
  }
}
