package school.kerygma.core.audience;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import school.kerygma.core.time.Span;
import school.kerygma.core.walkthrough.RunningOrder;

/** Numbers by hand. */
class LeftOffTest {

  private static final UUID FIRST = UUID.randomUUID();
  private static final UUID SECOND = UUID.randomUUID();

  private static RunningOrder order(long first, long second) {
    return RunningOrder.of(
        List.of(
            new RunningOrder.Part(FIRST, UUID.randomUUID(), UUID.randomUUID(), Span.of(0, first)),
            new RunningOrder.Part(
                SECOND, UUID.randomUUID(), UUID.randomUUID(), Span.of(0, second))));
  }

  @Test
  void whoLeftOffInAStopGoesOnThereWhateverCameBeforeItMeanwhile() {
    LeftOff place = LeftOff.at(order(20_000, 30_000), 28_000).orElseThrow();
    assertThat(place).isEqualTo(new LeftOff(SECOND, 8_000));
    assertThat(place.in(order(20_000, 30_000))).hasValue(28_000L);
    assertThat(place.in(order(35_000, 30_000))).hasValue(43_000L); // the first was said again
    assertThat(place.in(order(20_000, 6_000)))
        .hasValue(20_000L); // it is shorter now: from its start
  }

  @Test
  void whoHasHardlyBegunOrIsThroughBeginsAtTheBeginning() {
    assertThat(LeftOff.at(order(20_000, 30_000), 4_000)).isEmpty();
    assertThat(LeftOff.at(order(20_000, 30_000), 47_000)).isEmpty();
    assertThat(LeftOff.at(order(20_000, 30_000), 60_000)).isEmpty();
  }

  @Test
  void aStopThatIsGoneIsNoPlace() {
    assertThat(new LeftOff(UUID.randomUUID(), 8_000).in(order(20_000, 30_000))).isEmpty();
  }
}
