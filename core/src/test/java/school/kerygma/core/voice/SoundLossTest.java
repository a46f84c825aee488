package school.kerygma.core.voice;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import school.kerygma.core.voice.SoundLoss.Gap;
import school.kerygma.core.voice.SoundLoss.Reading;

/** Numbers by hand; how the clocks behave was measured in Chromium. */
class SoundLossTest {

  /** A reading a second, with a lag each. */
  private static List<Reading> readings(long... lags) {
    List<Reading> readings = new ArrayList<>();
    for (long lag : lags) {
      readings.add(new Reading(1_000L * readings.size(), lag, false));
    }
    return readings;
  }

  @Test
  void aLagThatStaysIsALossAtTheNearestJump() {
    assertThat(SoundLoss.gaps(readings(10, 12, 10, 311, 310, 310, 312), List.of(900L, 2_640L)))
        .containsExactly(new Gap(2_640, 300));
  }

  @Test
  void aJumpOfTheTimeStampsAloneIsNone() {
    assertThat(SoundLoss.gaps(readings(12, 9, 11, 10, 12, 9), List.of(2_640L, 4_000L))).isEmpty();
  }

  @Test
  void oneReadingThatComesLateIsNone() {
    assertThat(SoundLoss.gaps(readings(10, 10, 180, 10, 10, 95, 90, 10, 150), List.of())).isEmpty();
  }

  @Test
  void clocksThatDriftApartAreNone() {
    long[] lags = new long[600];
    for (int s = 0; s < lags.length; s++) {
      lags[s] = s / 10; // 100 millionths, more than any sound card may be off
    }
    assertThat(SoundLoss.gaps(readings(lags), List.of(3_000L))).isEmpty();
  }

  @Test
  void whatIsLostWhilePausedIsNotMissing() {
    List<Reading> readings = readings(10, 10, 400, 400, 400);
    List<Reading> paused = new ArrayList<>(readings);
    paused.set(2, new Reading(2_000, 400, true));
    assertThat(SoundLoss.gaps(paused, List.of())).isEmpty();
  }

  @Test
  void severalLossesAreToldApart() {
    assertThat(SoundLoss.gaps(readings(0, 0, 100, 100, 100, 250, 250, 250), List.of()))
        .containsExactly(new Gap(1_500, 100), new Gap(4_500, 150));
  }

  /** A reading every quarter of a second: three seconds of words that are said again. */
  private static List<Reading> often(long... lags) {
    List<Reading> readings = new ArrayList<>();
    for (long lag : lags) {
      readings.add(new Reading(250L * readings.size(), lag, false));
    }
    return readings;
  }

  @Test
  void aLossInAFewWordsIsFoundToo() {
    List<Reading> readings = often(10, 11, 10, 10, 12, 10, 910, 911, 910, 910, 912, 910);
    assertThat(SoundLoss.gaps(readings, List.of(1_400L))).containsExactly(new Gap(1_400, 900));
  }

  @Test
  void whatIsLostLittleByLittleIsLostAllTheSame() {
    List<Reading> readings = often(10, 10, 10, 35, 60, 85, 110, 135, 160, 160, 160, 160, 160, 160);
    assertThat(SoundLoss.gaps(readings, List.of()).stream().mapToLong(Gap::lengthMs).sum())
        .isEqualTo(150);
  }

  @Test
  void aMachineThatIsBusyForTwoSecondsHasLostNothing() {
    assertThat(
            SoundLoss.gaps(
                often(10, 10, 300, 320, 280, 300, 310, 300, 290, 300, 10, 10, 10, 10, 10),
                List.of()))
        .isEmpty();
  }
}
