package school.kerygma.core.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Standard: the IANA tz database, as java.time ships it. Dates checked by hand with a calendar. */
class SchoolTimeTest {

  private static final LocalDate FIRST = LocalDate.of(2026, 9, 7);

  private static SchoolCalendar calendar(String zone) {
    return new SchoolCalendar(ZoneId.of(zone), FIRST, 12, Set.of(LocalDate.of(2026, 10, 12)));
  }

  @ParameterizedTest(name = "{1} in {0} is due at {2}")
  @CsvSource({
    // Halifax is UTC-3 in summer and UTC-4 from 2026-11-01, 2 a.m. on.
    "America/Halifax,   2026-10-02, 2026-10-03T02:59:00Z",
    "America/Halifax,   2026-10-31, 2026-11-01T02:59:00Z",
    "America/Halifax,   2026-11-01, 2026-11-02T03:59:00Z",
    "America/Halifax,   2026-03-07, 2026-03-08T03:59:00Z",
    "America/Halifax,   2026-03-08, 2026-03-09T02:59:00Z",
    // A zone without clock changes.
    "Africa/Nairobi,    2026-10-31, 2026-10-31T20:59:00Z",
    "Africa/Nairobi,    2026-11-01, 2026-11-01T20:59:00Z",
    "Asia/Kathmandu,    2026-11-01, 2026-11-01T18:14:00Z",
  })
  void workIsDueAtElevenFiftyNineOnTheSchoolsOwnClock(String zone, LocalDate day, Instant due) {
    assertThat(calendar(zone).dueOn(day)).isEqualTo(due);
  }

  @Test
  void theNightOfTheClockChangeIsAnHourLonger() {
    SchoolCalendar halifax = calendar("America/Halifax");
    Duration night =
        Duration.between(
            halifax.dueOn(LocalDate.of(2026, 10, 31)), halifax.dueOn(LocalDate.of(2026, 11, 1)));
    assertThat(night).hasHours(25);
  }

  @Test
  void anHourThatComesTwiceMeansTheFirstAndAnHourThatIsLeftOutMovesOn() {
    SchoolCalendar halifax = calendar("America/Halifax");
    assertThat(halifax.at(LocalDate.of(2026, 11, 1), LocalTime.of(1, 30)))
        .isEqualTo("2026-11-01T04:30:00Z");
    assertThat(halifax.at(LocalDate.of(2026, 3, 8), LocalTime.of(2, 30)))
        .isEqualTo("2026-03-08T06:30:00Z");
  }

  @ParameterizedTest
  @CsvSource({
    "2026-09-07,1",
    "2026-09-13,1",
    "2026-09-30,4",
    "2026-11-29,12",
    "2026-11-30,",
    "2026-09-06,"
  })
  void weeksAreCountedFromTheFirstMonday(LocalDate date, Integer week) {
    var found = calendar("America/Halifax").weekOf(date);
    assertThat(found.isPresent() ? found.getAsInt() : null).isEqualTo(week);
  }

  @ParameterizedTest
  @CsvSource({
    "MON;WED;FRI, 2026-09-30, 2026-09-30",
    "MON;WED;FRI, 2026-10-01, 2026-10-02",
    "MON,         2026-10-06, 2026-10-19", // 12 October is a day without school
    "TUE;THU,     2026-10-02, 2026-10-06",
  })
  void theNextMeetingIsNeverOnADayWithoutSchool(String pattern, LocalDate from, LocalDate next) {
    MeetingPattern meets = MeetingPattern.parse(pattern.replace(';', ','));
    assertThat(meets.onOrAfter(from, calendar("America/Halifax"))).isEqualTo(next);
  }

  @Test
  void aPatternIsWrittenAsItIsRead() {
    assertThat(MeetingPattern.parse("fri, Mon,wed")).hasToString("MON,WED,FRI");
    assertThatThrownBy(() -> MeetingPattern.parse("")).isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void aTermStartsOnAMonday() {
    assertThatThrownBy(() -> new SchoolCalendar(ZoneId.of("UTC"), FIRST.plusDays(1), 12, Set.of()))
        .hasMessageContaining("2026-09-08");
  }

  // ---- the three moments of a delivery

  private static Moments moments(String up, String due, String closes) {
    return new Moments(
        Instant.parse(up), Instant.parse(due), Optional.ofNullable(closes).map(Instant::parse));
  }

  @Test
  void workCannotBeDueBeforeItGoesUpNorCloseBeforeItIsDue() {
    assertThat(moments("2026-10-02T12:00:00Z", "2026-10-02T12:00:00Z", null).faults())
        .containsExactly(Moments.Fault.DUE_BEFORE_IT_GOES_UP);
    assertThat(
            moments("2026-10-01T12:00:00Z", "2026-10-02T12:00:00Z", "2026-10-02T11:00:00Z")
                .faults())
        .containsExactly(Moments.Fault.CLOSES_BEFORE_IT_IS_DUE);
    assertThat(
            moments("2026-10-01T12:00:00Z", "2026-10-02T12:00:00Z", "2026-10-02T12:00:00Z")
                .faults())
        .isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "2026-09-30T11:59:59Z, SCHEDULED",
    "2026-09-30T12:00:00Z, UP",
    "2026-10-03T03:00:00Z, UP",
    "2026-10-05T00:00:59Z, UP", // its last minute lasts to the end
    "2026-10-05T00:01:00Z, CLOSED",
  })
  void aDeliveryIsUpFromItsFirstMomentUntilItCloses(Instant now, Moments.State state) {
    assertThat(
            moments("2026-09-30T12:00:00Z", "2026-10-02T02:59:00Z", "2026-10-05T00:00:00Z")
                .stateAt(now))
        .isEqualTo(state);
  }

  @ParameterizedTest
  @CsvSource({
    "2026-10-03T02:59:00Z, ''",
    "2026-10-04T02:59:00Z, DUE_WITHOUT_SCHOOL", // Saturday evening in Halifax
    "2026-10-13T02:59:00Z, DUE_WITHOUT_SCHOOL", // the day off
    "2026-09-29T02:59:00Z, DUE_IN_THE_PAST",
    "2026-12-02T03:59:00Z, DUE_AFTER_THE_TERM CLOCK_CHANGES_BEFORE_IT_IS_DUE",
    "2026-11-03T03:59:00Z, CLOCK_CHANGES_BEFORE_IT_IS_DUE",
  })
  void whatMayBeAMistakeIsSaid(Instant due, String doubts) {
    Moments moments = new Moments(Instant.parse("2026-09-28T12:00:00Z"), due, Optional.empty());
    assertThat(moments.doubts(calendar("America/Halifax"), Instant.parse("2026-09-30T13:15:00Z")))
        .map(Enum::name)
        .containsExactly(doubts.isEmpty() ? new String[0] : doubts.split(" "));
  }
}
