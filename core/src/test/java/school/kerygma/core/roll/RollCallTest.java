package school.kerygma.core.roll;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.core.roll.RollCall.Presence;
import school.kerygma.core.roll.RollCall.State;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;

/** By hand, on a section that meets on Mondays, Wednesdays and Fridays; one Monday is off. */
class RollCallTest {

  private static final ZoneId ZONE = ZoneId.of("America/Halifax");
  private static final SchoolCalendar CALENDAR =
      new SchoolCalendar(ZONE, LocalDate.of(2026, 9, 7), 12, Set.of(LocalDate.of(2026, 10, 12)));
  private static final MeetingPattern MEETS = MeetingPattern.parse("MON,WED,FRI");
  private static final RollCall CALL =
      new RollCall(Optional.of(new RollCall.Times(LocalTime.of(8, 30), LocalTime.of(8, 45))));

  @ParameterizedTest
  @CsvSource({
    "2026-09-30, 2026-09-30T08:29:59, EARLY",
    "2026-09-30, 2026-09-30T08:30:00, OPEN",
    "2026-09-30, 2026-09-30T08:45:00, OPEN",
    "2026-09-30, 2026-09-30T08:45:59, OPEN", // the minute that is named lasts to its end
    "2026-09-30, 2026-09-30T08:46:00, CLOSED",
    "2026-10-01, 2026-10-01T08:40:00, NONE", // a Thursday
    "2026-10-12, 2026-10-12T08:40:00, NONE", // a day without school
    "2026-11-02, 2026-11-02T08:45:30, OPEN", // the day after the clocks went back
    "2026-09-30, 2026-10-02T08:40:00, CLOSED", // another day's
  })
  void itOpensAndClosesByTheSchoolsClock(String day, String now, State state) {
    assertThat(
            CALL.at(
                LocalDateTime.parse(now).atZone(ZONE).toInstant(),
                LocalDate.parse(day),
                MEETS,
                CALENDAR))
        .isEqualTo(state);
  }

  @ParameterizedTest
  @CsvSource({
    "OPEN, false, , WAITS",
    "OPEN, true, , HERE",
    "CLOSED, false, , ABSENT", // not answered counts as absent
    "CLOSED, true, , HERE",
    "CLOSED, false, EXCUSED, EXCUSED", // the teacher sets it right
    "CLOSED, false, HERE, HERE",
    "CLOSED, true, ABSENT, ABSENT", // somebody else pressed for them
    "EARLY, false, , WAITS",
  })
  void whatTheTeacherSetsCountsBeforeAnAnswer(
      State state, boolean answered, Presence set, Presence counts) {
    assertThat(RollCall.presence(state, answered, Optional.ofNullable(set))).isEqualTo(counts);
  }

  /** A rotation, and days of which only some have hours: each day by its own. */
  @ParameterizedTest
  @CsvSource({
    "'MON 9:40-10:30,WED 13:05-13:55', 2026-09-30, 12:55, 13:15",
    "'MON 9:40-10:30,WED 13:05-13:55', 2026-09-28, 09:30, 09:50",
    "'6: 1 9:40-10:30', 2026-10-01, 09:30, 09:50", // the 19th school day is day 1 again
    "'MON 9:40-10:30,WED', 2026-09-30, , ", // nobody has said at what hour
    "'MON 9:40-10:30,WED 9:40-10:30 help', 2026-09-30, , ", // nobody must come
    "'WED 0:05-0:50', 2026-09-30, 00:00, 00:15",
    "'WED 23:55-23:58', 2026-09-30, 23:45, 23:59",
  })
  void itIsAroundTheBeginningOfTheSectionsHours(
      String meets, String day, LocalTime opens, LocalTime closes) {
    Optional<RollCall.Times> times =
        RollCall.byHours().on(LocalDate.parse(day), MeetingPattern.parse(meets), CALENDAR);
    assertThat(times.map(RollCall.Times::opens)).isEqualTo(Optional.ofNullable(opens));
    assertThat(times.map(RollCall.Times::closes)).isEqualTo(Optional.ofNullable(closes));
  }

  @Test
  void itClosesAfterItOpens() {
    assertThatThrownBy(() -> new RollCall.Times(LocalTime.of(9, 0), LocalTime.of(8, 0)))
        .isInstanceOf(IllegalArgumentException.class);
  }
}
