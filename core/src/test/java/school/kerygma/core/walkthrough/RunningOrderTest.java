package school.kerygma.core.walkthrough;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;

class RunningOrderTest {

  private static final UUID STOP = new UUID(1, 1);
  private static final UUID OTHER = new UUID(1, 2);

  private static RunningOrder.Part part(UUID stop, long take, long from, long until) {
    return new RunningOrder.Part(stop, new UUID(2, take), new UUID(3, take), Span.of(from, until));
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8})
  void programTimeGoesToTheTakeAndBack(int seed) {
    Random random = new Random(seed);
    List<RunningOrder.Part> parts = new ArrayList<>();
    for (int i = 0; i < 12; i++) {
      long from = random.nextInt(100_000);
      parts.add(part(new UUID(1, i), i, from, from + 1 + random.nextInt(90_000)));
    }
    RunningOrder order = RunningOrder.of(parts);
    for (int i = 0; i < 500; i++) {
      long at = random.nextLong(order.durationMs());
      RunningOrder.Segment segment = order.at(at).orElseThrow();
      assertThat(segment.toProgram(segment.toRecording(at))).isEqualTo(at);
      assertThat(segment.part().span().contains(segment.toRecording(at))).isTrue();
    }
    assertThat(order.at(order.durationMs())).isEmpty();
    assertThat(order.at(-1)).isEmpty();
  }

  @Test
  void aStretchOfTheProgramFallsIntoItsTakes() {
    RunningOrder order =
        RunningOrder.of(List.of(part(STOP, 1, 5_000, 15_000), part(OTHER, 2, 0, 10_000)));
    assertThat(order.takesIn(Span.of(8_000, 13_000)))
        .containsExactly(
            new RunningOrder.TakeSpan(new UUID(2, 1), Span.of(13_000, 15_000)),
            new RunningOrder.TakeSpan(new UUID(2, 2), Span.of(0, 3_000)));
    assertThat(order.takesIn(Span.of(50_000, 60_000))).isEmpty();
  }

  @Test
  void whatIsPlayedInPiecesAddsUpToWhatIsPlayedAtOnce() {
    RunningOrder order =
        RunningOrder.of(List.of(part(STOP, 1, 300, 4_000), part(OTHER, 2, 70, 9_000)));
    Random random = new Random(3);
    List<Span> pieces = new ArrayList<>();
    for (long at = 0; at < order.durationMs(); ) {
      long next = Math.min(order.durationMs(), at + 1 + random.nextInt(700));
      order.takesIn(Span.of(at, next)).stream()
          .filter(t -> t.takeId().equals(new UUID(2, 1)))
          .forEach(t -> pieces.add(t.span()));
      at = next;
    }
    assertThat(Spans.of(pieces)).isEqualTo(Spans.of(Span.of(300, 4_000)));
  }

  @Test
  void aStopOfTwoPartsReachesFromTheFirstToTheLast() {
    RunningOrder order =
        RunningOrder.of(
            List.of(part(STOP, 1, 0, 1_000), part(STOP, 2, 0, 500), part(OTHER, 3, 0, 100)));
    assertThat(order.programOf(STOP)).contains(Span.of(0, 1_500));
    assertThat(order.programOf(new UUID(9, 9))).isEmpty();
  }

  @Test
  void aRecordingIsCutWhereItsStopsBegin() {
    Trace trace =
        new Trace(
            List.of(
                new TraceEvent.StopBegins(9_000, OTHER, false),
                new TraceEvent.StopBegins(0, STOP, true),
                new TraceEvent.StopBegins(9_100, STOP, false)));
    assertThat(trace.stretches(20_000))
        .containsExactly(
            new Trace.Stretch(STOP, Span.of(0, 9_000), true),
            new Trace.Stretch(
                STOP, Span.of(9_100, 20_000), false)); // the slip of 100 ms holds no speech
  }
}
