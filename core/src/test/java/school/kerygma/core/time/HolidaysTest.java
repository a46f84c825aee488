package school.kerygma.core.time;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.core.time.Holidays.Country;

/** Days of published calendars of 2024 to 2027 (from memory). */
class HolidaysTest {

  @ParameterizedTest
  @CsvSource({
    "2026, Thanksgiving, UNITED_STATES, 2026-11-26",
    "2024, Thanksgiving, UNITED_STATES, 2024-11-28",
    "2026, Thanksgiving, CANADA, 2026-10-12",
    "2026, Thanksgiving, BRITAIN,",
    "2026, Labor Day, UNITED_STATES, 2026-09-07",
    "2026, Labour Day, CANADA, 2026-09-07",
    "2027, Memorial Day, UNITED_STATES, 2027-05-31",
    "2026, Victoria Day, CANADA, 2026-05-18",
    "2027, MLK Day, UNITED_STATES, 2027-01-18",
    "2027, Presidents' Day, UNITED_STATES, 2027-02-15",
    "2026, Columbus Day, UNITED_STATES, 2026-10-12",
    "2024, Easter, OTHER, 2024-03-31",
    "2025, Easter, OTHER, 2025-04-20",
    "2026, Easter, OTHER, 2026-04-05",
    "2027, Easter Monday, BRITAIN, 2027-03-29",
    "2026, Good Friday, CANADA, 2026-04-03",
    "2027, Mardi Gras, UNITED_STATES, 2027-02-09",
    "2026, St. Swithin's Day, BRITAIN,",
  })
  void holidaysFollowTheirRules(int year, String name, Country country, LocalDate day) {
    assertThat(Holidays.in(year, name, country).orElse(null)).isEqualTo(day);
  }

  @Test
  void aPlaceTellsWhoseRulesHold() {
    assertThat(Holidays.country(ZoneId.of("America/Chicago"))).isEqualTo(Country.UNITED_STATES);
    assertThat(Holidays.country(ZoneId.of("America/Halifax"))).isEqualTo(Country.CANADA);
    assertThat(Holidays.country(ZoneId.of("Europe/London"))).isEqualTo(Country.BRITAIN);
    assertThat(Holidays.country(ZoneId.of("America/Lima"))).isEqualTo(Country.OTHER);
  }

  @Test
  void aBreakIsAStretchOfDaysWithoutSchoolAndOnlyTheOneThatFits() {
    Set<LocalDate> off =
        Stream.of(
                "2026-10-12",
                "2026-12-21",
                "2026-12-22",
                "2026-12-23",
                "2026-12-24",
                "2026-12-25",
                "2026-12-28")
            .map(LocalDate::parse)
            .collect(Collectors.toSet());
    SchoolCalendar calendar =
        new SchoolCalendar(ZoneId.of("America/Chicago"), LocalDate.parse("2026-09-07"), 18, off);
    assertThat(Holidays.named("winter", calendar))
        .contains(new Holidays.Break(LocalDate.parse("2026-12-21"), LocalDate.parse("2026-12-28")));
    assertThat(Holidays.named("fall", calendar)).as("one day is no break").isEmpty();
    assertThat(Holidays.named("spring", calendar)).isEmpty();
  }
}
