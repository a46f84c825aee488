package school.kerygma.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.core.round.RoundRule;
import school.kerygma.core.time.SchoolCalendar;

class DueMomentsTest {

  private static SchoolCalendar calendar(String zone) {
    return new SchoolCalendar(ZoneId.of(zone), LocalDate.parse("2026-09-07"), 30, Set.of());
  }

  private static DueMoments moments(String zone, String whole, int days) {
    return DueMoments.of(
        LocalDateTime.parse(whole).atZone(ZoneId.of(zone)).toInstant(),
        Optional.empty(),
        Optional.of(
            ChoiceBoard.of(2, List.of("Plan, " + days + " days before", "Build"), List.of())),
        Optional.of(RoundRule.written(0, 0, 0, false, days)),
        calendar(zone));
  }

  /** Source of the changes of the clock: IANA time zone database. */
  @ParameterizedTest
  @CsvSource({
    // Halifax: back on November 1, 2026, at 2 a.m.; forward on March 14, 2027, at 2 a.m.
    "America/Halifax, 2026-10-02T23:59, 3, 2026-09-29T23:59",
    "America/Halifax, 2026-11-02T23:59, 2, 2026-10-31T23:59",
    "America/Halifax, 2027-03-15T08:00, 2, 2027-03-13T08:00",
    // No clock shows 2:30 on that night: it is moved by the length of the gap (ZonedDateTime).
    "America/Halifax, 2027-03-15T02:30, 1, 2027-03-14T03:30",
    // Lord Howe Island: forward by half an hour on October 4, 2026, at 2 a.m.
    "Australia/Lord_Howe, 2026-10-05T09:00, 2, 2026-10-03T09:00",
    "Asia/Kathmandu, 2026-11-02T15:00, 14, 2026-10-19T15:00"
  })
  void partAndFirstAnswerAreDueAtTheTimeOfDayOfTheWhole(
      String zone, String whole, int days, String expected) {
    DueMoments moments = moments(zone, whole, days);
    Instant at = LocalDateTime.parse(expected).atZone(ZoneId.of(zone)).toInstant();
    assertThat(moments.parts())
        .extracting(DueMoments.Part::at)
        .containsExactly(at, moments.whole());
    assertThat(moments.firstAnswer()).hasValue(at);
    assertThat(moments.earlierParts()).extracting(DueMoments.Part::text).containsExactly("Plan");
    assertThat(moments.earlierAnswer()).hasValue(at);
  }

  @Test
  void whatIsDueWithTheWholeIsNoEarlierMoment() {
    DueMoments moments = moments("America/Halifax", "2026-10-02T23:59", 0);
    assertThat(moments.parts()).isEmpty();
    assertThat(moments.earlierAnswer()).isEmpty();
    assertThat(moments.firstAnswer()).hasValue(moments.whole());
  }

  @Test
  void waysToChooseFromHaveNoMomentsOfTheirOwn() {
    ChoiceBoard choice = ChoiceBoard.of(1, List.of("A poster", "A talk"), List.of());
    Instant whole = Instant.parse("2026-10-03T02:59:00Z");
    DueMoments moments =
        DueMoments.of(
            whole,
            Optional.of(whole.plusSeconds(60)),
            Optional.of(choice),
            Optional.empty(),
            calendar("America/Halifax"));
    assertThat(moments)
        .isEqualTo(
            new DueMoments(whole, List.of(), Optional.empty(), Optional.of(whole.plusSeconds(60))));
    assertThat(moments.part(choice.ways().getFirst().id())).isEmpty();
  }
}
