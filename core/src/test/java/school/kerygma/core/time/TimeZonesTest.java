package school.kerygma.core.time;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Sources: IANA tz database (ids), Unicode CLDR (names and which place stands for a zone). */
class TimeZonesTest {

  @ParameterizedTest
  @CsvSource({
    "Eastern, America/New_York",
    "eastern time, America/New_York",
    "Pacific, America/Los_Angeles",
    "Atlantic, America/Halifax",
    "Halifax, America/Halifax",
    "new york, America/New_York",
    "America/Regina, America/Regina",
    "Central European Time, Europe/Paris",
    "Auckland, Pacific/Auckland",
  })
  void aZoneIsFoundByWhatPeopleCallIt(String said, String id) {
    assertThat(TimeZones.find(said)).extracting(z -> z.zone().getId()).containsExactly(id);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "Middle-earth", "Europe/Nowhere", "12:30"})
  void whatIsNoZoneIsNotGuessed(String said) {
    assertThat(TimeZones.find(said)).isEmpty();
  }

  @Test
  void whatMayBeSeveralIsAsked() {
    assertThat(TimeZones.find("Australian")).hasSizeGreaterThan(1);
  }

  @Test
  void everyZoneHasANameToBeFoundBy() {
    assertThat(TimeZones.all()).allSatisfy(z -> assertThat(z.name()).contains(", "));
  }
}
