package school.kerygma.app.school.sections;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.springframework.util.LinkedMultiValueMap;
import school.kerygma.app.ground.problems.Fields;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.plan.Grading;
import school.kerygma.core.result.LetterScale;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;

/** When a section meets, as it is set on the grid and as a week shows it. */
class MeetingFormTest {

  private static final LocalDate MONDAY = LocalDate.parse("2026-09-28");

  private static final SchoolCalendar CALENDAR =
      new SchoolCalendar(
          ZoneId.of("America/Halifax"), LocalDate.parse("2026-09-07"), 12, Set.of(MONDAY));

  private static SectionView section(String name, String meets) {
    return new SectionView(
        UUID.randomUUID(),
        name,
        "Harbor School",
        MeetingPattern.parse(meets),
        45,
        Optional.empty(),
        Grading.NONE,
        LetterScale.NONE,
        CALENDAR,
        Set.of(),
        Set.of());
  }

  private static MeetingPattern read(String... form) {
    LinkedMultiValueMap<String, String> fields = new LinkedMultiValueMap<>();
    for (int i = 0; i < form.length; i += 2) {
      fields.add(form[i], form[i + 1]);
    }
    return new MeetingForm(new Fields(fields)).read();
  }

  @Test
  void theSameHoursHoldEveryDayWhateverStandsUnderTheDays() {
    assertThat(
            read(
                "same", "true", "from-0", "09:40", "until-0", "10:30", "how-0", "ONLINE", "meet-1",
                "true", "meet-3", "true", "from-3", "13:00", "until-3", "12:00"))
        .isEqualTo(MeetingPattern.parse("MON 9:40-10:30 online,WED 9:40-10:30 online"));
    assertThat(read("meet-1", "true", "from-1", "09:40", "until-1", "10:30", "meet-3", "true"))
        .isEqualTo(MeetingPattern.parse("MON 9:40-10:30,WED"));
  }

  @Test
  void hoursThatEndBeforeTheyBeginAreRefusedAtTheirField() {
    assertThatThrownBy(
            () -> read("same", "true", "from-0", "10:30", "until-0", "09:40", "meet-1", "true"))
        .isInstanceOfSatisfying(Problem.class, p -> assertThat(p.field()).contains("until-0"));
  }

  @Test
  void theGridSaysWhetherAllDaysAreAlikeAndTakesTheHoursOfAnother() {
    SectionView other = section("7B", "TUE 13:00-13:50,THU 13:00-13:50");
    MeetingPattern own = MeetingPattern.parse("MON 9:40-10:30,WED 8:30-9:20");
    assertThat(MeetingForm.shown(own, List.of(other), null).same()).isFalse();
    MeetingForm.Grid taken = MeetingForm.shown(own, List.of(other), other.id());
    assertThat(taken.same()).isTrue();
    assertThat(taken.all().from()).isEqualTo("13:00");
    assertThat(taken.columns().stream().filter(MeetingForm.Column::meets))
        .extracting(MeetingForm.Column::number)
        .containsExactly(2, 4);
    // A section of somebody else gives none.
    assertThat(MeetingForm.shown(own, List.of(other), UUID.randomUUID()).all().from())
        .isEqualTo("09:40");
  }

  @Test
  void aWeekShowsItsMeetingsByTheirHoursAndSaysWhatIsOff() {
    SectionView early = section("7B", "MON 8:00-8:50,TUE 8:00-8:50");
    SectionView unknown = section("7A", "TUE");
    WeekHours week = WeekHours.of(List.of(unknown, early), CALENDAR, MONDAY.plusDays(2));
    assertThat(week.monday()).isEqualTo(MONDAY);
    assertThat(week.days()).hasSize(5);
    assertThat(week.days().getFirst().off()).isTrue();
    assertThat(week.days().getFirst().hours()).isEmpty();
    assertThat(week.days().get(1).hours())
        .extracting(h -> h.section().name())
        .containsExactly("7B", "7A");
    assertThat(week.days().getLast().off()).isFalse();
    assertThat(week.days().getLast().hours()).isEmpty();
  }

  @Test
  void onAWeekendItIsTheWeekThatComesAndNeverOneOutsideTheTerm() {
    Map<String, String> mondays =
        Map.of(
            "2026-10-03", "2026-10-05",
            "2026-10-04", "2026-10-05",
            "2026-10-09", "2026-10-05",
            "2026-08-01", "2026-09-07",
            "2027-01-15", "2026-11-23");
    mondays.forEach(
        (today, monday) ->
            assertThat(WeekHours.of(List.of(), CALENDAR, LocalDate.parse(today)).monday())
                .as(today)
                .isEqualTo(monday));
  }
}
