package school.kerygma.core.walkthrough;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class PartsTest {

  private static List<Long> minutes(double... lengths) {
    return java.util.Arrays.stream(lengths).mapToObj(m -> Math.round(m * 60_000)).toList();
  }

  @Test
  void shortTalkIsLeftWhole() {
    assertThat(Parts.begin(minutes(2, 3, 3))).isEmpty();
    assertThat(Parts.begin(minutes(25))).isEmpty();
    assertThat(Parts.begin(List.of())).isEmpty();
  }

  @Test
  void eighteenMinutesAreThreePartsAtTheBordersOfStops() {
    assertThat(Parts.begin(minutes(2, 2, 2, 3, 3, 1, 4, 1))).containsExactly(3, 5);
  }

  @Test
  void longStopIsNotCut() {
    assertThat(Parts.begin(minutes(1, 14, 1, 2))).hasSize(2);
  }

  /** Reference: all ways to divide, tried one by one. */
  @Test
  void noOtherDivisionIsMoreEqual() {
    Random random = new Random(13);
    for (int round = 0; round < 300; round++) {
      List<Long> stops = random.longs(2 + random.nextInt(9), 20_000, 400_000).boxed().toList();
      List<Integer> begins = Parts.begin(stops);
      assertThat(begins)
          .isSorted()
          .doesNotHaveDuplicates()
          .allMatch(b -> b > 0 && b < stops.size());
      double least = Double.POSITIVE_INFINITY;
      for (int mask = 0; mask < 1 << (stops.size() - 1); mask++) {
        if (Integer.bitCount(mask) == begins.size()) {
          List<Integer> other = new ArrayList<>();
          for (int i = 1; i < stops.size(); i++) {
            if ((mask >> (i - 1) & 1) == 1) {
              other.add(i);
            }
          }
          least = Math.min(least, unevenness(stops, other));
        }
      }
      assertThat(unevenness(stops, begins)).isLessThan(least * 1.000_001 + 1);
    }
  }

  private static double unevenness(List<Long> stops, List<Integer> begins) {
    double mean = stops.stream().mapToLong(Long::longValue).sum() / (begins.size() + 1.0);
    double sum = 0;
    long length = 0;
    for (int i = 0; i <= stops.size(); i++) {
      if (i == stops.size() || begins.contains(i)) {
        sum += (length - mean) * (length - mean);
        length = 0;
      }
      length += i < stops.size() ? stops.get(i) : 0;
    }
    return sum;
  }
}
