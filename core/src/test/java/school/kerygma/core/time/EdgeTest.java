package school.kerygma.core.time;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import school.kerygma.core.handin.LateRule;
import school.kerygma.core.handin.Lateness;

/** What is due at 9:03 may be sent during all of 9:03 (common practice). */
class EdgeTest {

  private static final SchoolCalendar CALENDAR =
      new SchoolCalendar(ZoneId.of("America/Halifax"), LocalDate.parse("2026-09-07"), 12, Set.of());
  private static final Instant UP = Instant.parse("2026-09-28T12:00:00Z");
  private static final Instant DUE = Instant.parse("2026-09-30T12:03:00Z");

  @Test
  void aMomentLastsToTheEndOfItsMinute() {
    assertThat(Edge.isOver(DUE, DUE)).isFalse();
    assertThat(Edge.isOver(DUE, Instant.parse("2026-09-30T12:03:59.999999999Z"))).isFalse();
    assertThat(Edge.isOver(DUE, Instant.parse("2026-09-30T12:04:00Z"))).isTrue();
    assertThat(Edge.after(DUE.plusSeconds(17))).isEqualTo(Edge.after(DUE));
  }

  @Test
  void lateClosedAndImprovedSayTheSameInEverySecondAroundIt() {
    Moments moments = new Moments(UP, DUE, Optional.of(DUE));
    for (int s = -120; s <= 180; s++) {
      Instant now = DUE.plusSeconds(s);
      boolean over = Edge.isOver(DUE, now);
      assertThat(Lateness.of(DUE, now, LateRule.NONE, CALENDAR).isPresent())
          .as("late %d s", s)
          .isEqualTo(over);
      assertThat(moments.stateAt(now) == Moments.State.CLOSED).as("closed %d s", s).isEqualTo(over);
      assertThat(moments.speaksAt(now)).as("speaks %d s", s).isEqualTo(!over);
      assertThat(Lateness.takes(DUE, Optional.empty(), true, now))
          .as("takes once more %d s", s)
          .isEqualTo(!over);
    }
  }

  @Test
  void aMinuteLateIsNoSchoolDay() {
    Lateness minute = Lateness.of(DUE, DUE.plusSeconds(60), LateRule.NONE, CALENDAR).orElseThrow();
    assertThat(minute.isShort()).isTrue();
    Lateness day = Lateness.of(DUE, DUE.plusSeconds(86_460), LateRule.NONE, CALENDAR).orElseThrow();
    assertThat(day.isShort()).isFalse();
  }
}
