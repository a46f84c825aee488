package school.kerygma.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;

/** Halifax is 3 hours behind UTC until November 1, 2026, then 4 (IANA). */
class OpensTest {

  private static final SchoolCalendar TERM =
      new SchoolCalendar(ZoneId.of("America/Halifax"), LocalDate.parse("2026-09-07"), 12, Set.of());
  private static final MeetingPattern MEETS = MeetingPattern.parse("MON 9:40-10:30,WED");

  @ParameterizedTest
  @CsvSource({
    "WITH_ITS_POSTING, 2026-09-28,",
    "WHEN_THOSE_BEFORE_ARE_TICKED, 2026-09-28,",
    "WHEN_CHOSEN_ARE_TICKED, 2026-09-28,",
    "ON_ITS_DAY, 2026-09-28, 2026-09-28T03:00:00Z",
    "ON_ITS_DAY, 2026-11-02, 2026-11-02T04:00:00Z",
    "WHEN_THE_SECTION_MEETS, 2026-09-28, 2026-09-28T12:40:00Z",
    "WHEN_THE_SECTION_MEETS, 2026-09-30, 2026-09-30T11:50:00Z", // its hours are not known
    "WHEN_THE_SECTION_MEETS, 2026-10-01, 2026-10-01T11:50:00Z", // it does not meet
  })
  void theClockOpensIt(Opens opens, LocalDate day, Instant at) {
    assertThat(opens.at(day, MEETS, TERM)).isEqualTo(Optional.ofNullable(at));
  }
}
