package school.kerygma.core.walkthrough;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import school.kerygma.core.time.Span;

class StopCellsTest {

  private static final UUID FIRST = new UUID(1, 1);
  private static final UUID SECOND = new UUID(1, 2);
  private static final UUID RECORDING = new UUID(2, 1);

  private static RunningOrder.Part part(UUID stop, long from, long until) {
    return new RunningOrder.Part(stop, new UUID(3, from), RECORDING, Span.of(from, until));
  }

  /** RFC 6716, 2.1.4: packets of 20 ms; ISO/IEC 14496-3: AAC frames of 1,024 samples. */
  @Test
  void aCellIsWholeInPacketsOfBothKinds() {
    assertThat(StopCells.CELL_MS % 20).isZero();
    assertThat(StopCells.CELL_MS * 48 % 1_024).isZero();
    for (int shorter = 1; shorter < StopCells.CELL_MS; shorter++) {
      assertThat(shorter % 20 == 0 && shorter * 48 % 1_024 == 0).as("%d ms", shorter).isFalse();
    }
  }

  @Test
  void everyStopEndsInSilenceOfAtLeastOneAacFrame() {
    for (long length = 1; length < 2_000; length++) {
      double silence = StopCells.of(length) * StopCells.CELL_MS - length;
      assertThat(silence).isGreaterThanOrEqualTo(1_024 / 48.0).isLessThan(StopCells.CELL_MS + 22.0);
    }
  }

  @Test
  void theNextStopBeginsWithACellAndPartsOfOneStopFollowAtOnce() {
    RunningOrder order =
        RunningOrder.inCells(
            List.of(part(FIRST, 0, 900), part(FIRST, 1_500, 1_600), part(SECOND, 2_000, 2_298)));
    assertThat(order.segments())
        .extracting(RunningOrder.Segment::programStartMs)
        .containsExactly(0L, 900L, 1_280L);
    assertThat(order.programOf(FIRST)).contains(Span.of(0, 1_280));
    assertThat(order.programOf(SECOND)).contains(Span.of(1_280, 1_600));
    assertThat(order.durationMs()).isEqualTo(1_600);
    assertThat(order.at(1_100)).isEmpty();
    assertThat(order.takesIn(Span.of(950, 1_300)))
        .extracting(RunningOrder.TakeSpan::span)
        .containsExactly(Span.of(1_550, 1_600), Span.of(2_000, 2_020));
  }
}
