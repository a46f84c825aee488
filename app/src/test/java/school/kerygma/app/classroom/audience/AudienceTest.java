package school.kerygma.app.classroom.audience;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.core.time.Span;

/** Watched means played: the union of the stretches that beacons report. */
class AudienceTest {

  private final Audience audience = DemoServer.bean(Audience.class);
  private final Scores scores = DemoServer.bean(Scores.class);
  private final Scores.Info score =
      scores
          .current(
              TestSchool.id("select id from walkthrough where title = 'The Footbridge Project'"))
          .orElseThrow();
  private final UUID student = TestSchool.in("America/Halifax", 1).students().iterator().next();

  private long seconds() {
    return audience.watched(score, Set.of(student)).get(student).values().stream()
            .mapToLong(w -> w.seen().lengthMs())
            .sum()
        / 1000;
  }

  @Test
  void aBeaconThatArrivesTwiceCountsOnce() {
    UUID viewing = UUID.randomUUID();
    audience.watched(student, score.id(), viewing, 0, List.of(Span.of(1_000, 5_000)));
    audience.watched(student, score.id(), viewing, 0, List.of(Span.of(10_000, 15_000)));
    assertThat(seconds()).isEqualTo(4);
  }

  @Test
  void whatIsPlayedTwiceIsWatchedOnceHoweverItOverlaps() {
    audience.watched(
        student,
        score.id(),
        UUID.randomUUID(),
        0,
        List.of(Span.of(0, 4_000), Span.of(2_000, 6_000), Span.of(0, 1_000)));
    assertThat(seconds()).isEqualTo(6);
  }

  @Test
  void whatLiesBehindTheEndOfTheWalkthroughCannotBeWatched() {
    audience.watched(
        student,
        score.id(),
        UUID.randomUUID(),
        0,
        List.of(Span.of(said() - 2_000, score.durationMs() + 60_000)));
    assertThat(seconds()).isEqualTo(2);
  }

  /** When the last take ends; the silence after it is nothing to watch. */
  private long said() {
    return score.order().segments().getLast().program().endMs();
  }
}
