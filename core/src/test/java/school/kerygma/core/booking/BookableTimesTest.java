package school.kerygma.core.booking;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.core.booking.BookableTimes.Time;

/** Counted by hand; that times which touch do not overlap is common practice (half-open spans). */
class BookableTimesTest {

  private static final ZoneId HALIFAX = ZoneId.of("America/Halifax");

  private static BookableTimes times(
      String day, String begins, String ends, int minutes, int pause) {
    return new BookableTimes(
        LocalDate.parse(day),
        LocalTime.parse(begins),
        LocalTime.parse(ends),
        minutes,
        pause,
        HALIFAX);
  }

  @ParameterizedTest
  @CsvSource({
    "15:00, 16:00, 10, 0, 6, 15:50",
    "15:00, 16:00, 10, 5, 4, 15:45",
    "15:00, 16:00, 25, 0, 2, 15:25",
    "15:00, 16:00, 60, 0, 1, 15:00",
    "18:30, 20:00, 7, 3, 9, 19:50",
    "15:00, 15:10, 10, 60, 1, 15:00",
  })
  void anHourIsDividedAndWhatIsTooShortIsLeft(
      String begins, String ends, int minutes, int pause, int count, String last) {
    List<Time> all = times("2026-10-01", begins, ends, minutes, pause).times();
    assertThat(all).hasSize(count);
    assertThat(all.getLast().starts().atZone(HALIFAX).toLocalTime())
        .isEqualTo(LocalTime.parse(last));
    assertThat(all)
        .allSatisfy(
            t ->
                assertThat(Duration.between(t.starts(), t.ends()))
                    .isEqualTo(Duration.ofMinutes(minutes)));
  }

  @ParameterizedTest
  @CsvSource({
    "15:00, 15:09, 10, 0",
    "16:00, 15:00, 10, 0",
    "15:00, 16:00, 2, 0",
    "15:00, 23:00, 241, 0",
    "15:00, 16:00, 10, 61",
    "15:00, 16:00, 10, -1",
    "08:00, 23:00, 3, 0",
  })
  void whatCannotBeDividedIsRefused(String begins, String ends, int minutes, int pause) {
    assertThatThrownBy(() -> times("2026-10-01", begins, ends, minutes, pause))
        .isInstanceOf(IllegalArgumentException.class);
  }

  /** Clocks in Halifax go back from 2 to 1 on 1 November 2026 (IANA time zone database). */
  @Test
  void inTheNightInWhichTheClocksAreChangedEachIsAsLongAsItSays() {
    List<Time> all = times("2026-11-01", "00:30", "02:30", 60, 0).times();
    assertThat(all)
        .extracting(Time::starts)
        .containsExactly(
            Instant.parse("2026-11-01T03:30:00Z"), Instant.parse("2026-11-01T04:30:00Z"));
  }

  @Test
  void timesThatTouchDoNotOverlapAndATimeIsOpenUntilItBegins() {
    List<Time> all = times("2026-10-01", "15:00", "16:00", 10, 0).times();
    assertThat(all.get(0).overlaps(all.get(1))).isFalse();
    assertThat(all.get(0).overlaps(all.get(0))).isTrue();
    Time longer = times("2026-10-01", "15:05", "16:00", 30, 0).times().getFirst();
    assertThat(all.get(0).overlaps(longer)).isTrue();
    assertThat(longer.overlaps(all.get(3))).isTrue();
    assertThat(longer.overlaps(all.get(4))).isFalse();
    Instant three = Instant.parse("2026-10-01T18:00:00Z");
    assertThat(all.get(0).isOpen(three.minusMillis(1))).isTrue();
    assertThat(all.get(0).isOpen(three)).isFalse();
  }
}
