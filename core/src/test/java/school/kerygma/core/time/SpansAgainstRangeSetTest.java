package school.kerygma.core.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.google.common.collect.Range;
import com.google.common.collect.RangeSet;
import com.google.common.collect.TreeRangeSet;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Reference library: Guava's TreeRangeSet, on 400 pairs of sets made from fixed seeds. */
class SpansAgainstRangeSetTest {

  record Pair(List<Span> a, List<Span> b) {}

  static Stream<Pair> pairs() {
    return IntStream.range(0, 400)
        .mapToObj(
            seed -> {
              Random random = new Random(seed);
              return new Pair(some(random), some(random));
            });
  }

  private static List<Span> some(Random random) {
    List<Span> spans = new ArrayList<>();
    for (int i = random.nextInt(9); i > 0; i--) {
      int start = random.nextInt(60) - 10;
      spans.add(Span.of(start, start + 1 + random.nextInt(15)));
    }
    return spans;
  }

  private static RangeSet<Long> reference(List<Span> spans) {
    RangeSet<Long> set = TreeRangeSet.create();
    spans.forEach(s -> set.add(Range.closedOpen(s.startMs(), s.endMs())));
    return set;
  }

  private static Spans ours(RangeSet<Long> set) {
    return Spans.of(
        set.asRanges().stream()
            .filter(r -> !r.isEmpty())
            .map(r -> Span.of(r.lowerEndpoint(), r.upperEndpoint()))
            .toList());
  }

  @ParameterizedTest
  @MethodSource("pairs")
  void unionIntersectionDifferenceAndComplementAgree(Pair pair) {
    RangeSet<Long> union = reference(pair.a());
    union.addAll(reference(pair.b()));
    RangeSet<Long> minus = reference(pair.a());
    minus.removeAll(reference(pair.b()));
    RangeSet<Long> both = reference(pair.a());
    both.removeAll(reference(pair.b()).complement());
    RangeSet<Long> rest = TreeRangeSet.create();
    rest.add(Range.closedOpen(0L, 50L));
    rest.removeAll(reference(pair.a()));

    Spans a = Spans.of(pair.a());
    Spans b = Spans.of(pair.b());
    assertThat(a.union(b)).isEqualTo(ours(union));
    assertThat(a.minus(b)).isEqualTo(ours(minus));
    assertThat(a.intersection(b)).isEqualTo(ours(both));
    assertThat(a.complement(Span.of(0, 50))).isEqualTo(ours(rest));
  }

  @ParameterizedTest
  @MethodSource("pairs")
  void membershipAgreesMillisecondByMillisecond(Pair pair) {
    Spans a = Spans.of(pair.a());
    RangeSet<Long> reference = reference(pair.a());
    for (long at = -12; at < 70; at++) {
      assertThat(a.contains(at)).isEqualTo(reference.contains(at));
    }
  }

  @Test
  void spansThatTouchAreOneAndDoNotOverlap() {
    Span first = Span.of(0, 5);
    Span second = Span.of(5, 9);
    assertThat(first.abuts(second)).isTrue();
    assertThat(first.overlaps(second)).isFalse();
    assertThat(Spans.of(first, second).asList()).containsExactly(Span.of(0, 9));
  }

  @Test
  void anEmptyOrBackwardSpanCannotBeBuilt() {
    assertThatThrownBy(() -> Span.of(5, 5)).hasMessageContaining("5 to 5");
    assertThatThrownBy(() -> Span.of(9, 5)).isInstanceOf(IllegalArgumentException.class);
    assertThat(Span.ifAny(5, 5)).isEmpty();
  }

  @Test
  void shortGapsCloseAndShortSpansFallAway() {
    Spans spans = Spans.of(Span.of(0, 100), Span.of(150, 300), Span.of(900, 910));
    assertThat(spans.closingGapsUnder(51).asList())
        .containsExactly(Span.of(0, 300), Span.of(900, 910));
    assertThat(spans.closingGapsUnder(50)).isEqualTo(spans);
    assertThat(spans.atLeast(100).asList()).containsExactly(Span.of(0, 100), Span.of(150, 300));
  }
}
