package school.kerygma.core.voice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import org.junit.jupiter.api.Test;

class DuckingTest {

  private static final double DOWN = Math.pow(10, -Ducking.LOWERED_DB / 20);

  /** A second of silence, a second of sound, then three seconds of silence. */
  private static Loudness sound() {
    double[] decibels = new double[500];
    Arrays.fill(decibels, Loudness.FLOOR_DB);
    Arrays.fill(decibels, 100, 200, -20);
    return new Loudness(10, decibels);
  }

  @Test
  void microphoneIsDownBeforeTheOtherSoundBeginsAndUntilItsEchoIsGone() {
    double[] gains = Ducking.gains(sound());
    for (int frame = 92; frame < 260; frame++) {
      assertThat(gains[frame]).isEqualTo(DOWN, within(1e-9));
    }
  }

  @Test
  void microphoneIsAsItWasWhereNothingElseIsHeard() {
    double[] gains = Ducking.gains(sound());
    assertThat(Arrays.copyOfRange(gains, 0, 80)).containsOnly(1);
    assertThat(Arrays.copyOfRange(gains, 300, gains.length)).containsOnly(1);
  }

  @Test
  void microphoneNeverJumps() {
    double[] gains = Ducking.gains(sound());
    for (int i = 1; i < gains.length; i++) {
      double step = Math.abs(20 * Math.log10(gains[i] / gains[i - 1]));
      assertThat(step).isLessThan(Ducking.LOWERED_DB / 7);
    }
  }

  @Test
  void microphoneComesUpAgainAfterSoundThatEndsWithItsTrack() {
    double[] gains = Ducking.gains(new Loudness(10, new double[] {-20, -20}));
    assertThat(gains[0]).isEqualTo(DOWN, within(1e-9));
    assertThat(gains[gains.length - 1]).isEqualTo(1);
  }

  @Test
  void shortRestDoesNotLetTheMicrophoneUp() {
    double[] decibels = new double[200];
    Arrays.fill(decibels, -20);
    Arrays.fill(decibels, 80, 120, Loudness.FLOOR_DB);
    double[] gains = Ducking.gains(new Loudness(10, decibels));
    assertThat(Arrays.stream(gains, 0, 200).max()).hasValueCloseTo(DOWN, within(1e-9));
  }

  @Test
  void silentTrackLeavesTheMicrophoneAlone() {
    double[] decibels = new double[100];
    Arrays.fill(decibels, -70);
    assertThat(Ducking.gains(new Loudness(10, decibels))).containsOnly(1);
    assertThat(Ducking.gains(new Loudness(10, new double[0]))).containsOnly(1);
  }

  @Test
  void otherSoundIsBroughtToTheVoice() {
    assertThat(Ducking.otherGainDb(new Level(-30, -10), new Level(-14, -1))).isEqualTo(-16);
    assertThat(Ducking.otherGainDb(new Level(-20, -10), new Level(-60, -50))).isEqualTo(18);
    assertThat(Ducking.otherGainDb(new Level(Level.SILENT, -90), new Level(-14, -1))).isZero();
    assertThat(Ducking.otherGainDb(new Level(-20, -3), new Level(Level.SILENT, -90))).isZero();
  }
}
