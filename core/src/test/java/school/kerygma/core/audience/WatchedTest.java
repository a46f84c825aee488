package school.kerygma.core.audience;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;

class WatchedTest {

  private static final Spans STOP = Spans.of(Span.of(5_000, 15_000));

  @Test
  void playingAPartTwiceWatchesItOnceAndReplaysItOnce() {
    Watched watched = Watched.of(List.of(Span.of(5_000, 10_000), Span.of(8_000, 10_000)), STOP);
    assertThat(watched.seen()).isEqualTo(Spans.of(Span.of(5_000, 10_000)));
    assertThat(watched.share()).isEqualTo(0.5);
    assertThat(watched.againMs()).isEqualTo(2_000);
    assertThat(watched.shareAgain()).isCloseTo(0.2, within(1e-9));
    assertThat(watched.followed()).isFalse();
  }

  @Test
  void whatTheStopDoesNotPlayDoesNotCount() {
    Watched watched = Watched.of(List.of(Span.of(0, 6_000), Span.of(14_000, 99_000)), STOP);
    assertThat(watched.seen().lengthMs()).isEqualTo(2_000);
    assertThat(watched.againMs()).isZero();
  }

  @Test
  void theLastBreathNeedNotBeHeard() {
    assertThat(Watched.of(List.of(Span.of(5_000, 14_000)), STOP).followed()).isTrue();
    assertThat(Watched.of(List.of(Span.of(5_000, 13_999)), STOP).followed()).isFalse();
  }

  @Test
  void nothingPlayedIsNotStarted() {
    assertThat(Watched.of(List.of(), STOP).started()).isFalse();
    assertThat(Watched.of(List.of(), Spans.none()).share()).isZero();
  }
}
