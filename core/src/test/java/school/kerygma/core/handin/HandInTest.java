package school.kerygma.core.handin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import school.kerygma.core.time.SchoolCalendar;

/** By hand calculation, on a calendar with one Monday off. */
class HandInTest {

  private static final ZoneId ZONE = ZoneId.of("America/New_York");
  private static final SchoolCalendar CALENDAR =
      new SchoolCalendar(ZONE, LocalDate.of(2026, 8, 31), 12, Set.of(LocalDate.of(2026, 10, 12)));

  private static Instant at(String local) {
    return LocalDateTime.parse(local).atZone(ZONE).toInstant();
  }

  /** Due on Friday, October 9; Monday, October 12, has no school. The clocks go back on Nov 1. */
  @ParameterizedTest
  @CsvSource({
    "2026-10-09T23:59, 2026-10-09T23:58:59, 0, 0",
    "2026-10-09T23:59, 2026-10-09T23:59:59, 0, 0", // the minute that is named lasts to its end
    "2026-10-09T23:59, 2026-10-10T00:00:00, 1, 10", // one second: a day
    "2026-10-09T23:59, 2026-10-12T20:00:00, 1, 10", // the weekend and the day off cost no more
    "2026-10-09T23:59, 2026-10-13T08:00:00, 1, 10",
    "2026-10-09T23:59, 2026-10-14T08:00:00, 2, 20",
    "2026-10-09T23:59, 2026-10-30T08:00:00, 14, 50", // no more than the most
    "2026-10-09T09:40, 2026-10-09T09:41:00, 1, 10", // on the same day
    "2026-10-30T23:59, 2026-11-02T00:30:00, 1, 10", // over the end of daylight saving time
  })
  void lateWorkCostsItsSchoolDays(String due, String begun, int days, int costs) {
    Optional<Lateness> late = Lateness.of(at(due), at(begun), new LateRule(10, 50), CALENDAR);
    assertThat(late.map(Lateness::schoolDays).orElse(0)).isEqualTo(days);
    assertThat(late.map(Lateness::costs).orElse(0)).isEqualTo(costs);
  }

  @Test
  void whereNothingIsSaidLateWorkIsLateAndCostsNothing() {
    Lateness late =
        Lateness.of(at("2026-10-09T23:59"), at("2026-10-14T08:00"), LateRule.NONE, CALENDAR)
            .orElseThrow();
    assertThat(late.costs()).isZero();
    assertThat(late.by()).hasHours(104);
    assertThat(new LateRule(20, 5).most()).isEqualTo(20);
  }

  @ParameterizedTest
  @CsvSource({
    "'', false, 2026-10-20T08:00, true", // the first time, however late
    "'', true, 2026-10-09T23:59:30, true", // again, until it is due
    "'', true, 2026-10-10T00:00, false",
    "2026-10-16T23:59, true, 2026-10-16T23:59:59, true", // or may last be improved
    "2026-10-16T23:59, true, 2026-10-17T00:00, false",
    "2026-10-16T23:59, false, 2026-10-17T00:00, true",
    "2026-10-01T23:59, true, 2026-10-09T12:00, true", // a day to improve before it is due means
    // nothing
  })
  void workIsTakenAgainUntilItMayLastBeImproved(
      String improve, boolean handedIn, String begun, boolean taken) {
    Optional<Instant> last = improve.isEmpty() ? Optional.empty() : Optional.of(at(improve));
    assertThat(Lateness.takes(at("2026-10-09T23:59"), last, handedIn, at(begun))).isEqualTo(taken);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "text",
        "text 150, files",
        "files, link, together 3",
        "link",
        "spoken 60",
        "text 40, spoken 90, filmed 90"
      })
  void aRuleInWritingIsReadBackTheSame(String written) {
    assertThat(HandInRule.read(written)).hasToString(written);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "song",
        "text 9000",
        "together 2",
        "files, together 9",
        "text many",
        "spoken 4",
        "filmed 301"
      })
  void whatIsNoRuleIsRefused(String written) {
    assertThatThrownBy(() -> HandInRule.read(written)).isInstanceOf(IllegalArgumentException.class);
  }

  @ParameterizedTest
  @CsvSource({
    "'', 0, EMPTY",
    "'  . - \u2013 !', 0, EMPTY",
    "'', 150, EMPTY",
    "'The deck bends.', 0, ", // where no length is asked, three words may be all
    "'The deck bends in the middle and the pier holds it up', 100, ", // 11 of 100
    "'The deck bends in the middle and the pier', 100, HARDLY_BEGUN", // 9 of 100
    "'La pasarela se dobla', 40, ", // a tenth is enough
  })
  void aTextThatIsHardlyBegunIsNoticed(String text, int asked, Blank.Finding finding) {
    assertThat(Blank.ofText(text, asked)).isEqualTo(Optional.ofNullable(finding));
  }

  @Test
  void wordsAreCountedAsPeopleDo() {
    assertThat(Blank.words("It's 3.5 m long \u2014 isn't it?")).isEqualTo(6);
    assertThat(Blank.words("well-known\nword\tword")).isEqualTo(3);
  }
}
