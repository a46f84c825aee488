package school.kerygma.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;

/** Hand-made table, and properties over random weeks. October 12, 2026 is a holiday. */
class RollForwardTest {

  private static final LocalDate FIRST = LocalDate.parse("2026-09-07");

  private static SchoolCalendar calendar(Set<LocalDate> off) {
    return new SchoolCalendar(ZoneId.of("America/Halifax"), FIRST, 12, off);
  }

  private static LocalDate inWeek(LocalDate monday, String weekday) {
    return monday.plusDays(List.of("MON", "TUE", "WED", "THU", "FRI").indexOf(weekday));
  }

  @ParameterizedTest(name = "{0}: {1} goes to {2}")
  @CsvSource(
      delimiter = '|',
      value = {
        // from the whole week of October 5 to the week of the 12th, whose Monday is off
        "MON,WED,FRI | MON         | WED",
        "MON,WED,FRI | MON WED     | WED FRI",
        "MON,WED,FRI | MON WED FRI | WED FRI FRI!",
        "MON,WED,FRI | TUE         | THU", // the day after the first meeting
        "MON,WED,FRI | THU         | FRI!", // a day after the second meeting is not there
        "TUE,THU     | TUE THU     | TUE THU",
        "TUE,THU     | MON         | TUE!", // before the first meeting there is no day left
        "TUE,THU     | WED FRI     | WED FRI",
        "MON         | MON WED     | TUE THU", // no meeting in that week: its first and third
        // school day
        "6: 1        | TUE FRI     | WED FRI!", // nor here: its second, and the fifth is not there
      })
  void aWeekIsLaidOntoTheMeetingsOfAWeekWithAHoliday(String meets, String from, String to) {
    LocalDate source = LocalDate.parse("2026-10-05");
    LocalDate target = LocalDate.parse("2026-10-12");
    SchoolCalendar calendar = calendar(Set.of(target));
    List<LocalDate> days =
        java.util.Arrays.stream(from.split(" ")).map(d -> inWeek(source, d)).toList();
    RollForward.Rhythm rhythm = new RollForward.Rhythm(MeetingPattern.parse(meets), calendar);
    List<RollForward.Move> moves = RollForward.week(days, source, target, rhythm, rhythm);
    assertThat(
            moves.stream()
                .map(m -> m.to().getDayOfWeek().name().substring(0, 3) + (m.squeezed() ? "!" : ""))
                .collect(Collectors.joining(" ")))
        .isEqualTo(to);
  }

  @Test
  void aWeekWithoutSchoolTakesNothing() {
    LocalDate target = LocalDate.parse("2026-10-12");
    Set<LocalDate> off = Set.copyOf(SchoolCalendar.schoolWeek(target));
    assertThat(
            RollForward.week(
                List.of(LocalDate.parse("2026-10-05")),
                LocalDate.parse("2026-10-05"),
                target,
                new RollForward.Rhythm(MeetingPattern.parse("MON"), calendar(off)),
                new RollForward.Rhythm(MeetingPattern.parse("MON"), calendar(off))))
        .isEmpty();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"MON", "TUE,THU", "MON,WED,FRI", "A/B: A", "6: 1,4", "MON,TUE,WED,THU,FRI"})
  void orderIsKeptNoDayIsWithoutSchoolAndBackAgainGivesTheStart(String pattern) {
    Random random = new Random(pattern.hashCode());
    MeetingPattern meets = MeetingPattern.parse(pattern);
    for (int round = 0; round < 400; round++) {
      Set<LocalDate> off = new HashSet<>();
      for (int i = 0; i < 8; i++) {
        off.add(FIRST.plusDays(random.nextInt(84)));
      }
      SchoolCalendar calendar = calendar(off);
      RollForward.Rhythm rhythm = new RollForward.Rhythm(meets, calendar);
      LocalDate source = FIRST.plusWeeks(random.nextInt(12));
      LocalDate target = FIRST.plusWeeks(random.nextInt(12));
      List<LocalDate> days =
          SchoolCalendar.schoolWeek(source).stream()
              .filter(calendar::isSchoolDay)
              .filter(d -> random.nextBoolean())
              .toList();
      List<RollForward.Move> moves = RollForward.week(days, source, target, rhythm, rhythm);
      assertThat(moves.stream().map(RollForward.Move::to).toList()).isSorted();
      assertThat(moves)
          .allMatch(m -> calendar.isSchoolDay(m.to()))
          .allMatch(m -> SchoolCalendar.mondayOf(m.to()).equals(target));
      for (RollForward.Move move : moves) {
        if (!move.squeezed()) {
          assertThat(RollForward.week(List.of(move.to()), target, source, rhythm, rhythm))
              .containsExactly(new RollForward.Move(move.to(), move.from(), false));
        }
      }
    }
  }

  /** Second and third meeting of last year's week are Tuesday and Thursday of this year's. */
  @Test
  void lastYearsSectionOnOtherWeekdaysHandsItsMeetingsOnInTheirOrder() {
    LocalDate source = LocalDate.parse("2025-09-29");
    SchoolCalendar lastYear =
        new SchoolCalendar(
            ZoneId.of("America/Halifax"), LocalDate.parse("2025-09-08"), 12, Set.of());
    assertThat(
            RollForward.week(
                List.of(source.plusDays(2), source.plusDays(4)),
                source,
                LocalDate.parse("2026-09-28"),
                new RollForward.Rhythm(MeetingPattern.parse("MON,WED,FRI"), lastYear),
                new RollForward.Rhythm(MeetingPattern.parse("MON,TUE,THU"), calendar(Set.of()))))
        .containsExactly(
            new RollForward.Move(source.plusDays(2), LocalDate.parse("2026-09-29"), false),
            new RollForward.Move(source.plusDays(4), LocalDate.parse("2026-10-01"), false));
  }
}
