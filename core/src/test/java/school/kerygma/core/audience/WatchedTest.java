package school.kerygma.core.audience;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SequencedMap;
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

  /** Two parts of one take, cut apart, and a part of another on a clock of its own. */
  @Test
  void allPartsOfAllTakesCount() {
    SequencedMap<String, Spans> parts = new LinkedHashMap<>();
    parts.put("first", Spans.of(List.of(Span.of(0, 4_000), Span.of(6_000, 10_000))));
    parts.put("second", Spans.of(Span.of(2_000, 4_000)));
    Watched watched =
        Watched.ofTakes(
            parts,
            Map.of(
                "first", List.of(Span.of(0, 10_000), Span.of(7_000, 8_000)),
                "second", List.of(Span.of(0, 3_000))));
    assertThat(watched.ofMs()).isEqualTo(10_000);
    assertThat(watched.seen().lengthMs()).isEqualTo(9_000);
    assertThat(watched.againMs()).isEqualTo(1_000);
    assertThat(watched.followed()).isTrue();
    assertThat(Watched.ofTakes(parts, Map.of()).started()).isFalse();
  }

  @Test
  void whoTickedOrWatchedAnythingHasBegun() {
    Watched nothing = Watched.of(List.of(), STOP);
    Watched half = Watched.of(List.of(Span.of(5_000, 10_000)), STOP);
    Watched all = Watched.of(List.of(Span.of(5_000, 15_000)), STOP);
    assertThat(Progress.of(Optional.of(List.of(nothing)), 0, 2))
        .isEqualTo(new Progress(false, false));
    assertThat(Progress.of(Optional.of(List.of(nothing)), 1, 2))
        .isEqualTo(new Progress(true, false));
    assertThat(Progress.of(Optional.of(List.of(half, nothing)), 0, 0))
        .isEqualTo(new Progress(true, false));
    assertThat(Progress.of(Optional.of(List.of(all, half)), 2, 2))
        .isEqualTo(new Progress(true, false));
    assertThat(Progress.of(Optional.of(List.of(all)), 0, 2)).isEqualTo(new Progress(true, true));
    // A walkthrough was posted, and nothing of it plays yet: handing in is no watching.
    assertThat(Progress.of(Optional.of(List.of()), 2, 2)).isEqualTo(new Progress(true, false));
    assertThat(Progress.of(Optional.empty(), 2, 2)).isEqualTo(new Progress(true, true));
    assertThat(Progress.of(Optional.empty(), 1, 2)).isEqualTo(new Progress(true, false));
    assertThat(Progress.of(Optional.empty(), 0, 0)).isEqualTo(new Progress(false, false));
  }

  @Test
  void whatWasPlayedAgainIsMeasuredAmongThoseWhoHaveStarted() {
    Watched nothing = Watched.of(List.of(), STOP);
    Watched twice = Watched.of(List.of(Span.of(5_000, 15_000), Span.of(5_000, 10_000)), STOP);
    assertThat(Watched.meanAgain(List.of(nothing, twice))).isCloseTo(0.5, within(1e-9));
    assertThat(Watched.meanAgain(List.of(nothing))).isZero();
  }
}
