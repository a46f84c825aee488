package school.kerygma.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.Map;
import org.junit.jupiter.api.Test;

class UnitWeeksTest {

  private static final UnitWeeks UNIT = unit("2026-10-05", "2026-10-19");

  private static UnitWeeks unit(String first, String last) {
    return new UnitWeeks(LocalDate.parse(first), LocalDate.parse(last));
  }

  private static LocalDate day(String day) {
    return LocalDate.parse(day);
  }

  @Test
  void itsWeeksAreWhole() {
    assertThat(UNIT.includes(day("2026-10-04"))).isFalse();
    assertThat(UNIT.includes(day("2026-10-05"))).isTrue();
    assertThat(UNIT.includes(day("2026-10-25"))).isTrue();
    assertThat(UNIT.includes(day("2026-10-26"))).isFalse();
    assertThat(unit("2026-10-07", "2026-10-23")).isEqualTo(UNIT);
  }

  @Test
  void itDoesNotEndBeforeItBegins() {
    assertThat(unit("2026-10-07", "2026-10-05").includes(day("2026-10-06"))).isTrue();
    assertThatThrownBy(() -> unit("2026-10-05", "2026-10-02"))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void whereItIsPlannedOnceMoreAWeekWithoutSchoolMakesItLonger() {
    Map<LocalDate, LocalDate> weeks =
        Map.of(
            day("2026-10-05"), day("2027-02-01"),
            day("2026-10-12"), day("2027-02-08"),
            day("2026-10-19"), day("2027-02-22"));
    assertThat(UNIT.moved(weeks)).isEqualTo(unit("2027-02-01", "2027-02-22"));
  }

  @Test
  void whatLiesOutsideTheWeeksThatGoKeepsItsDistance() {
    Map<LocalDate, LocalDate> last = Map.of(day("2026-10-19"), day("2027-02-22"));
    assertThat(UNIT.moved(last)).isEqualTo(unit("2027-02-08", "2027-02-22"));
  }
}
