package school.kerygma.core.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Hand-made tables, worked out with a wall calendar. The autumn term of 2026 begins on Monday,
 * September 7; October 12 is a holiday; November 11 is a holiday; on October 30 school ends at
 * noon. Standard: the clock changes of 2026 are those of the IANA tz database.
 */
class MeetingsAndDueRulesTest {

  private static SchoolCalendar autumn(String zone) {
    return new SchoolCalendar(
        ZoneId.of(zone),
        LocalDate.parse("2026-09-07"),
        12,
        Set.of(LocalDate.parse("2026-10-12"), LocalDate.parse("2026-11-11")),
        new SchoolDay(
            LocalTime.of(8, 50),
            LocalTime.of(15, 10),
            Map.of(LocalDate.parse("2026-10-30"), LocalTime.NOON)));
  }

  private static SchoolCalendar spring() {
    return new SchoolCalendar(
        ZoneId.of("America/Halifax"), LocalDate.parse("2026-01-05"), 12, Set.of());
  }

  private static SchoolCalendar summer() {
    return new SchoolCalendar(
        ZoneId.of("America/Halifax"),
        LocalDate.parse("2026-07-06"),
        8,
        Set.of(LocalDate.parse("2026-08-03")));
  }

  /** A term over the turn of the year: 2026 has a week 53 (ISO 8601). */
  private static SchoolCalendar winter() {
    return new SchoolCalendar(
        ZoneId.of("America/Halifax"),
        LocalDate.parse("2026-12-07"),
        8,
        Set.of(LocalDate.parse("2026-12-25"), LocalDate.parse("2027-01-01")));
  }

  @ParameterizedTest(name = "{0} meets from {1} to {2}: {3}")
  @CsvSource(
      delimiter = '|',
      value = {
        "MON,WED,FRI             | 2026-09-28 | 2026-10-02 | 28 30 2",
        "TUE,THU                 | 2026-09-28 | 2026-10-02 | 29 1",
        "MON,WED,FRI             | 2026-10-12 | 2026-10-16 | 14 16", // holiday on Monday
        "MON                     | 2026-10-12 | 2026-10-16 | ''",
        "WED help,FRI            | 2026-09-28 | 2026-10-02 | 2", // a help day is no meeting
        "TUE online,FRI          | 2026-09-28 | 2026-10-02 | 29 2",
        // Every other school day from September 7 on: 7 A, 8 B, 9 A, 10 B, 11 A, 14 B ...
        "A/B: A                  | 2026-09-07 | 2026-09-11 | 7 9 11",
        "A/B: B                  | 2026-09-07 | 2026-09-11 | 8 10",
        "A/B: A                  | 2026-09-14 | 2026-09-18 | 15 17",
        "A/B: B                  | 2026-09-14 | 2026-09-18 | 14 16 18",
        // October 9 is school day 25 (A); the holiday is skipped; October 13 is 26 (B).
        "A/B: A                  | 2026-10-09 | 2026-10-16 | 9 14 16",
        "A/B: B                  | 2026-10-09 | 2026-10-16 | 13 15",
        // Rotation of six: day 1 on September 7, 15, 23, October 1, 9, then 20 over the holiday.
        "6: 1                    | 2026-09-07 | 2026-10-23 | 7 15 23 1 9 20",
        "6: 6                    | 2026-09-07 | 2026-10-23 | 14 22 30 8 19",
        "6: 1 9:40-10:30,4       | 2026-09-07 | 2026-09-18 | 7 10 15 18",
      })
  void aSectionMeetsOnTheDaysOfItsPatternAndARotationSkipsDaysWithoutSchool(
      String pattern, LocalDate first, LocalDate last, String days) {
    List<Integer> expected =
        days.isEmpty() ? List.of() : Arrays.stream(days.split(" ")).map(Integer::valueOf).toList();
    assertThat(MeetingPattern.parse(pattern).between(first, last, autumn("America/Halifax")))
        .extracting(LocalDate::getDayOfMonth)
        .isEqualTo(expected);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "MON",
        "MON,WED,FRI",
        "MON 09:40-10:30,WED online,FRI 14:00-15:00 help",
        "6: 1 09:40-10:30,4",
        "2: 1 online"
      })
  void aPatternIsWrittenAsItIsRead(String text) {
    assertThat(MeetingPattern.parse(text)).hasToString(text);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "MOON",
        "MON 10:30-9:40",
        "MON sometimes",
        "6: 7",
        "1: 1",
        "11: 1",
        "A/B: C",
        "MON,,"
      })
  void whatIsNoPatternIsRefused(String text) {
    assertThatThrownBy(() -> MeetingPattern.parse(text))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @ParameterizedTest(name = "{0} of {1} for {2}, up at {3}: {4}")
  @CsvSource(
      delimiter = '|',
      value = {
        // rule | day | meets | goes up | due | doubts (for the autumn in Halifax, now = goes up)
        "day 23:59     | 2026-09-30 | MON,WED,FRI | 2026-09-28T12:00:00Z | 2026-10-01T02:59:00Z | ''",
        "day 08:00     | 2026-09-30 | MON,WED,FRI | 2026-09-28T12:00:00Z | 2026-09-30T11:00:00Z | ''",
        "day 23:59     | 2026-10-12 | TUE         | 2026-10-05T12:00:00Z | 2026-10-13T02:59:00Z | WITHOUT_SCHOOL",
        "day 23:59     | 2026-10-10 | TUE         | 2026-10-05T12:00:00Z | 2026-10-11T02:59:00Z | WITHOUT_SCHOOL",
        "day 23:59     | 2026-11-27 | TUE         | 2026-10-05T12:00:00Z | 2026-11-28T03:59:00Z | ''",
        "day 23:59     | 2026-12-01 | TUE         | 2026-10-05T12:00:00Z | 2026-12-02T03:59:00Z | AFTER_THE_TERM",
        "day 08:00     | 2026-09-28 | TUE         | 2026-09-28T12:00:00Z | 2026-09-28T11:00:00Z | IN_THE_PAST BEFORE_IT_GOES_UP",
        "school-end    | 2026-09-30 | MON         | 2026-09-28T12:00:00Z | 2026-09-30T18:10:00Z | ''",
        "school-end    | 2026-10-30 | MON         | 2026-10-28T12:00:00Z | 2026-10-30T15:00:00Z | ''", // closes at noon
        "school-end    | 2026-11-02 | MON         | 2026-10-28T12:00:00Z | 2026-11-02T19:10:00Z | ''", // winter time
        "next-meeting  | 2026-09-30 | MON,WED,FRI | 2026-09-28T12:00:00Z | 2026-10-02T11:50:00Z | ''",
        "next-meeting  | 2026-09-30 | MON,WED 13:00-14:00 | 2026-09-28T12:00:00Z | 2026-10-05T11:50:00Z | ''",
        "next-meeting  | 2026-09-28 | MON,WED 13:00-14:00 | 2026-09-27T12:00:00Z | 2026-09-30T16:00:00Z | ''",
        "next-meeting  | 2026-10-09 | MON,WED     | 2026-10-05T12:00:00Z | 2026-10-14T11:50:00Z | ''", // over the holiday
        "next-meeting  | 2026-10-09 | MON help,THU | 2026-10-05T12:00:00Z | 2026-10-15T11:50:00Z | ''",
        "next-meeting  | 2026-09-30 | 6: 1        | 2026-09-28T12:00:00Z | 2026-10-01T11:50:00Z | ''",
        "next-meeting  | 2026-10-09 | 6: 1        | 2026-10-05T12:00:00Z | 2026-10-20T11:50:00Z | ''",
        "next-meeting  | 2026-10-09 | A/B: B      | 2026-10-05T12:00:00Z | 2026-10-13T11:50:00Z | ''",
        "next-meeting  | 2026-10-30 | MON         | 2026-10-28T12:00:00Z | 2026-11-02T12:50:00Z | ''", // over the clock change
        "meeting 1     | 2026-09-30 | MON,WED,FRI | 2026-09-28T12:00:00Z | 2026-09-30T11:50:00Z | ''",
        "meeting 2     | 2026-09-30 | MON,WED,FRI | 2026-09-28T12:00:00Z | 2026-10-02T11:50:00Z | ''",
        "meeting 3     | 2026-09-30 | MON,WED,FRI | 2026-09-28T11:00:00Z | 2026-10-02T11:50:00Z | ''",
        "meeting 3     | 2026-10-09 | TUE,THU     | 2026-10-08T20:00:00Z | 2026-10-20T11:50:00Z | ''",
        "meeting 2     | 2026-11-09 | WED         | 2026-11-09T20:00:00Z | 2026-11-25T12:50:00Z | ''", // the 11th is a holiday
        "week THU 20:00 | 2026-09-28 | MON        | 2026-09-28T12:00:00Z | 2026-10-01T23:00:00Z | ''",
        "week FRI 15:00 | 2026-10-02 | MON        | 2026-09-28T12:00:00Z | 2026-10-02T18:00:00Z | ''",
        "week MON 23:59 | 2026-10-14 | WED        | 2026-10-09T12:00:00Z | 2026-10-13T02:59:00Z | WITHOUT_SCHOOL",
        "week SUN 18:00 | 2026-09-28 | MON        | 2026-09-28T12:00:00Z | 2026-10-04T21:00:00Z | WITHOUT_SCHOOL",
        "at 2026-10-06T02:59:00Z | 2026-09-28 | MON | 2026-09-28T12:00:00Z | 2026-10-06T02:59:00Z | ''",
        "at 2026-09-27T02:59:00Z | 2026-09-28 | MON | 2026-09-28T12:00:00Z | 2026-09-27T02:59:00Z | WITHOUT_SCHOOL IN_THE_PAST BEFORE_IT_GOES_UP",
        // The hour that comes twice: 1:30 a.m. of November 1 is taken the first time.
        "day 01:30     | 2026-11-01 | MON         | 2026-10-28T12:00:00Z | 2026-11-01T04:30:00Z | WITHOUT_SCHOOL DOUBLED_HOUR",
        "day 02:30     | 2026-11-01 | MON         | 2026-10-28T12:00:00Z | 2026-11-01T06:30:00Z | WITHOUT_SCHOOL",
      })
  void aRuleGivesTheSectionItsInstantAndSaysWhatIsDoubtful(
      String rule, LocalDate day, String meets, Instant goesUp, Instant due, String doubts) {
    DueRule.Due found =
        DueRuleText.read(rule)
            .resolve(
                new DueRule.Setting(
                    day, goesUp, goesUp, MeetingPattern.parse(meets), autumn("America/Halifax")));
    assertThat(found.at()).isEqualTo(due);
    assertThat(found.doubts().stream().map(Enum::name).collect(Collectors.joining(" ")))
        .isEqualTo(doubts);
  }

  @ParameterizedTest(name = "{0} of {1}: {3}")
  @CsvSource(
      delimiter = '|',
      value = {
        "day 23:59  | 2026-03-06 | 2026-03-02T12:00:00Z | 2026-03-07T03:59:00Z | ''",
        // 2:30 a.m. of March 8 does not exist; the clock shows 3:30.
        "day 02:30  | 2026-03-08 | 2026-03-02T12:00:00Z | 2026-03-08T06:30:00Z | WITHOUT_SCHOOL DROPPED_HOUR",
        "day 23:59  | 2026-03-09 | 2026-03-02T12:00:00Z | 2026-03-10T02:59:00Z | ''",
        "next-meeting | 2026-03-06 | 2026-03-02T12:00:00Z | 2026-03-09T11:50:00Z | ''",
      })
  void theSpringChangeLeavesAnHourOut(
      String rule, LocalDate day, Instant goesUp, Instant due, String doubts) {
    DueRule.Due found =
        DueRuleText.read(rule)
            .resolve(
                new DueRule.Setting(
                    day, goesUp, goesUp, MeetingPattern.parse("MON,FRI"), spring()));
    assertThat(found.at()).isEqualTo(due);
    assertThat(found.doubts().stream().map(Enum::name).collect(Collectors.joining(" ")))
        .isEqualTo(doubts);
  }

  @ParameterizedTest(name = "{0} of {1} is better {2}")
  @CsvSource(
      delimiter = '|',
      value = {
        "day 23:59 | 2026-10-12 | 2026-10-14T02:59:00Z", // the holiday: the day after
        "day 23:59 | 2026-10-10 | 2026-10-14T02:59:00Z", // the Saturday before it
        "day 23:59 | 2026-12-01 | 2026-11-28T03:59:00Z", // after the term: its last school day
        "day 08:00 | 2026-09-25 | 2026-09-29T11:00:00Z", // before it goes up: the next morning
        "week SUN 18:00 | 2026-09-28 | 2026-10-05T21:00:00Z",
      })
  void aDoubtfulRuleProposesTheNearestRightInstant(String rule, LocalDate day, Instant nearest) {
    Instant goesUp = Instant.parse("2026-09-28T12:00:00Z");
    assertThat(
            DueRuleText.read(rule)
                .resolve(
                    new DueRule.Setting(
                        day,
                        goesUp,
                        goesUp,
                        MeetingPattern.parse("MON"),
                        autumn("America/Halifax")))
                .nearest())
        .contains(nearest);
  }

  @ParameterizedTest
  @CsvSource({
    "2026-12-30, 4", // ISO week 53
    "2027-01-02, 4",
    "2027-01-04, 5",
    "2026-12-06, 0",
    "2027-01-31, 8",
    "2027-02-01, 0",
  })
  void weeksOfATermGoOnOverTheTurnOfTheYear(LocalDate date, int week) {
    assertThat(winter().weekOf(date).orElse(0)).isEqualTo(week);
  }

  @ParameterizedTest
  @CsvSource({
    "2026-07-06, 1, 1",
    "2026-07-31, 4, 20",
    "2026-08-04, 5, 21", // August 3 is a holiday
    "2026-08-28, 8, 39",
  })
  void aSummerTermHasEightWeeks(LocalDate date, int week, int schoolDay) {
    assertThat(summer().weekOf(date)).hasValue(week);
    assertThat(summer().schoolDayNumber(date)).hasValue(schoolDay);
  }

  @Test
  void aZoneWithoutClockChangesIsDueAtTheSameHourAllTheTerm() {
    for (String day : List.of("2026-10-30", "2026-11-02")) {
      LocalDate date = LocalDate.parse(day);
      assertThat(autumn("America/Regina").dueOn(date)).isEqualTo(date.plusDays(1) + "T05:59:00Z");
    }
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "day 23:59",
        "next-meeting",
        "school-end",
        "meeting 3",
        "week THU 20:00",
        "at 2026-10-02T02:59:00Z"
      })
  void aRuleIsWrittenAsItIsRead(String text) {
    assertThat(DueRuleText.write(DueRuleText.read(text))).isEqualTo(text);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "day",
        "day 25:00",
        "meeting 0",
        "meeting 31",
        "week XXX 10:00",
        "at noon",
        "soon"
      })
  void whatIsNoRuleIsRefused(String text) {
    assertThatThrownBy(() -> DueRuleText.read(text)).isInstanceOf(IllegalArgumentException.class);
  }
}
