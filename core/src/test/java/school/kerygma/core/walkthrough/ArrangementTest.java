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
import school.kerygma.core.voice.TimedSentence;
import school.kerygma.core.voice.TimedWord;
import school.kerygma.core.walkthrough.RunningOrder.Part;

/** Cuts are decisions: nothing that is cut is played, and all of it can be had back. */
class ArrangementTest {

  private static final UUID STOP = new UUID(1, 1);
  private static final UUID RECORDING = new UUID(3, 1);

  private static Part part(long take, long from, long until) {
    return new Part(STOP, new UUID(2, take), new UUID(3, take), Span.of(from, until));
  }

  /** Some parts, of which several may be of one recording, but never the same stretch twice. */
  private static Arrangement some(Random random) {
    List<Part> parts = new ArrayList<>();
    long at = random.nextInt(5_000);
    for (int i = 0; i < 1 + random.nextInt(4); i++) {
      long until = at + 500 + random.nextInt(30_000);
      parts.add(part(random.nextInt(2), at, until));
      at = until + 1 + random.nextInt(3) * 1_000L;
    }
    return Arrangement.of(parts);
  }

  private static Span somewhere(Random random, Arrangement a) {
    long from = random.nextLong(a.lengthMs());
    return Span.of(from, Math.min(a.lengthMs(), from + 1 + random.nextInt(4_000)));
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10})
  void noCutEverPlaysWhatWasRemovedAndNothingElseIsLost(int seed) {
    Random random = new Random(seed);
    Arrangement a = some(random);
    Spans removed = Spans.none();
    for (int i = 0; i < 30; i++) {
      Span cut = somewhere(random, a);
      a = a.cut(cut);
      removed = removed.union(cut);
      for (Part played : a.played()) {
        assertThat(
                a.cuts()
                    .getOrDefault(played.recordingId(), Spans.none())
                    .intersection(played.span())
                    .isEmpty())
            .isTrue();
      }
      assertThat(a.keptOnClock().intersection(removed).isEmpty()).isTrue();
      // What is too short to be heard between two cuts goes with them, and only that.
      Spans whole = Spans.of(Span.of(0, a.lengthMs())).minus(removed);
      assertThat(whole.minus(a.keptOnClock()).stream())
          .allMatch(s -> s.lengthMs() < Arrangement.SHORTEST_MS);
      assertThat(a.playedMs()).isEqualTo(a.keptOnClock().lengthMs());
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10})
  void liftingAllCutsGivesTheWholeTakeBack(int seed) {
    Random random = new Random(seed);
    Arrangement whole = some(random);
    Arrangement a = whole;
    for (int i = 0; i < 20; i++) {
      a = a.cut(somewhere(random, a));
    }
    for (int i = 0; !a.cutsOnClock().isEmpty(); i++) {
      assertThat(i).isLessThan(100);
      a = a.lifted(a.cutsOnClock().asList().getFirst().startMs());
    }
    assertThat(a).isEqualTo(whole);
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8})
  void theClocksGoThereAndBack(int seed) {
    Random random = new Random(seed);
    Arrangement a = some(random);
    for (int i = 0; i < 6; i++) {
      a = a.cut(somewhere(random, a));
    }
    List<RunningOrder.Segment> segments = RunningOrder.of(a.played()).segments();
    for (int i = 0; i < 300 && a.playedMs() > 0; i++) {
      long played = random.nextLong(a.playedMs());
      long local = a.toLocal(played);
      assertThat(a.keptOnClock().contains(local)).isTrue();
      assertThat(a.toPlayed(local)).isEqualTo(played);
      // The running order says the same of the recording.
      RunningOrder.Segment segment =
          segments.stream().filter(s -> s.program().contains(played)).findFirst().orElseThrow();
      assertThat(a.at(local).recordingMs()).isEqualTo(segment.toRecording(played));
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8})
  void whatIsSplitAndJoinedPlaysAsBefore(int seed) {
    Random random = new Random(seed);
    Arrangement a = some(random).cut(Span.of(100, 400));
    long at = random.nextLong(a.lengthMs());
    a.split(at)
        .ifPresent(
            both -> {
              assertThat(both.get(0).playedMs() + both.get(1).playedMs())
                  .isBetween(a.playedMs() - 2 * Arrangement.SHORTEST_MS, a.playedMs());
              assertThat(both.get(0).joined(both.get(1)).played()).isEqualTo(a.played());
            });
  }

  @Test
  void aStopIsNotSplitWhereNothingWouldBeLeft() {
    Arrangement a = Arrangement.of(List.of(part(1, 0, 10_000))).cut(Span.of(0, 5_000));
    assertThat(a.split(5_100)).isEmpty();
    assertThat(a.split(9_900)).isEmpty();
    assertThat(a.split(7_000)).isPresent();
  }

  @Test
  void aSentenceThatIsSaidAgainTakesThePlaceOfTheOldOne() {
    Arrangement a = Arrangement.of(List.of(part(1, 1_000, 11_000)));
    Part again = new Part(STOP, new UUID(2, 9), new UUID(3, 9), Span.of(300, 2_300), true);
    assertThat(a.replaced(Span.of(4_000, 7_000), again).played())
        .containsExactly(part(1, 1_000, 5_000), again, part(1, 8_000, 11_000));
    assertThat(a.replaced(Span.of(4_000, 7_000), again).joints()).containsExactly(4_000L, 6_000L);
    assertThat(a.replaced(Span.of(0, 10_000), again).played()).containsExactly(again);
  }

  @Test
  void aStruckWordIsInNoSentenceAndThoseAfterItComeEarlier() {
    Arrangement a =
        Arrangement.of(List.of(new Part(STOP, new UUID(2, 1), RECORDING, Span.of(500, 9_500))))
            .cut(Span.of(2_000, 3_000));
    TimedSentence sentence =
        new TimedSentence(
            "Take your um pencils.",
            Span.of(1_000, 4_000),
            Spans.of(Span.of(1_000, 4_000)),
            List.of(
                new TimedWord("Take", 1_000, 1_400),
                new TimedWord("your", 1_400, 2_000),
                new TimedWord("um", 2_100, 2_900),
                new TimedWord("pencils.", 3_000, 4_000)));
    List<TimedSentence> heard = a.heard(List.of(sentence));
    assertThat(heard).hasSize(1);
    assertThat(heard.getFirst().text()).isEqualTo("Take your pencils.");
    assertThat(heard.getFirst().words())
        .containsExactly(
            new TimedWord("Take", 1_000, 1_400),
            new TimedWord("your", 1_400, 2_000),
            new TimedWord("pencils.", 2_000, 3_000));
    assertThat(a.cut(Span.of(900, 4_200)).heard(List.of(sentence))).isEmpty();
    assertThat(a.lifted(2_500).heard(List.of(sentence)).getFirst().text())
        .isEqualTo("Take your um pencils.");
  }
}
