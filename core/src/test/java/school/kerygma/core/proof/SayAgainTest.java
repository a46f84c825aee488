package school.kerygma.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.plan.RollForward;
import school.kerygma.core.proof.SayAgain.Why;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;

/**
 * What is said in one term and is no longer right in another. The days are those of the calendar;
 * that work moves by meetings and not by weekdays is common practice.
 */
class SayAgainTest {

  private static final ZoneId ZONE = ZoneId.of("America/Halifax");
  private static final SchoolCalendar AUTUMN =
      new SchoolCalendar(ZONE, LocalDate.parse("2026-09-07"), 14, Set.of());
  private static final SchoolCalendar WINTER =
      new SchoolCalendar(
          ZONE, LocalDate.parse("2027-01-04"), 12, Set.of(LocalDate.parse("2027-01-15")));
  private static final MeetingPattern MWF = MeetingPattern.parse("MON,WED,FRI");
  private static final MeetingPattern TT = MeetingPattern.parse("TUE,THU");
  private static final LocalDate THEN = LocalDate.parse("2026-09-28");
  private static final LocalDate NOW = LocalDate.parse("2027-01-18");
  private static final List<String> SECTIONS = List.of("7A Design", "7C Design", "8B Woodwork");

  private static SayAgain.Moved moved(
      MeetingPattern from, MeetingPattern to, LocalDate now, String name, String other) {
    Map<LocalDate, LocalDate> weeks = Map.of(THEN, now, THEN.plusWeeks(1), now.plusWeeks(1));
    return new SayAgain.Moved(
        new DatePhrases.Reference(THEN, AUTUMN, from),
        new DatePhrases.Reference(now, WINTER, to),
        day -> {
          LocalDate monday = SchoolCalendar.mondayOf(day);
          return !weeks.containsKey(monday)
              ? java.util.Optional.empty()
              : RollForward.week(
                      List.of(day),
                      monday,
                      weeks.get(monday),
                      new RollForward.Rhythm(from, AUTUMN),
                      new RollForward.Rhythm(to, WINTER))
                  .stream()
                  .findFirst()
                  .map(RollForward.Move::to);
        },
        name,
        other);
  }

  private static List<SayAgain.Line> same(String script) {
    return SayAgain.of(script, List.of(moved(MWF, MWF, NOW, "7A Design", "7A Design")), SECTIONS);
  }

  private static List<SayAgain.Line> otherDays(String script) {
    return SayAgain.of(script, List.of(moved(MWF, TT, NOW, "7A Design", "7C Design")), SECTIONS);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Hand it in on Friday.",
        "It is due on Wednesday at 11:59 p.m.",
        "Tomorrow you get the workbook.",
        "Bring it back next Wednesday.",
        "Read part two, it gives six points.",
        "You have forty minutes for it.",
        "Load it until it bends.",
      })
  void whatMeansTheRightDayInTheOtherTermTooStands(String script) {
    assertThat(same(script)).isEmpty();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "It is due on October 2.         | October 2         | 2027-01-22",
        "Hand it in by Friday the 2nd.   | Friday the 2nd    | 2027-01-22",
        "On Wednesday, September 30, we draw. | Wednesday, September 30 | 2027-01-20",
        "The model is due 10/9.          | 10/9              | 2027-01-29",
      })
  void aDateOfThenIsAnotherDayNow(String script, String quote, String right) {
    List<SayAgain.Line> lines = same(script);
    assertThat(lines).hasSize(1);
    assertThat(lines.getFirst().why()).isEqualTo(Why.DAY);
    assertThat(lines.getFirst().quote()).contains(quote);
    assertThat(lines.getFirst().becomes()).isEqualTo(right);
    assertThat(lines.getFirst().sentence()).isEqualTo(script);
  }

  @Test
  void aWeekdayOnWhichTheOtherSectionDoesNotDoItIsToldWithTheDayOnWhichItDoes() {
    assertThat(otherDays("Good morning. Draw it on Wednesday. Bring a pencil."))
        .containsExactly(
            new SayAgain.Line(
                "Wednesday", "Draw it on Wednesday.", Why.DAY, "7C Design", "2027-01-21"));
  }

  @Test
  void aWeekdayWithoutSchoolIsToldEvenIfTheSectionMeetsAsBefore() {
    List<SayAgain.Line> lines =
        SayAgain.of(
            "Hand it in on Friday.",
            List.of(moved(MWF, MWF, LocalDate.parse("2027-01-11"), "7A Design", "7A Design")),
            SECTIONS);
    assertThat(lines).hasSize(1);
    assertThat(lines.getFirst().becomes()).isNotEqualTo("2027-01-15");
  }

  @Test
  void aDateOutsideOfWhatWasMovedIsAskedForAndNoOtherDayIsClaimed() {
    assertThat(same("The open house is on November 20."))
        .containsExactly(
            new SayAgain.Line(
                "November 20", "The open house is on November 20.", Why.DATE, "7A Design", ""));
  }

  @Test
  void aSectionThatDoesNotGetItIsToldWithTheOneThatDoes() {
    assertThat(otherDays("This is for 7A Design. Ask if you are not sure."))
        .containsExactly(
            new SayAgain.Line("7A Design", "This is for 7A Design.", Why.SECTION, "", "7C Design"));
    assertThat(otherDays("8B Woodwork does it later.")).as("was not meant before").isEmpty();
    assertThat(same("This is for 7A Design.")).isEmpty();
  }

  @Test
  void ofTwoSectionsTheOneForWhichItIsWrongIsNamed() {
    List<SayAgain.Line> lines =
        SayAgain.of(
            "Draw it on Wednesday.",
            List.of(
                moved(MWF, MWF, NOW, "7A Design", "7A Design"),
                moved(MWF, TT, NOW, "7C Design", "7C Design")),
            SECTIONS);
    assertThat(lines).extracting(SayAgain.Line::section).containsExactly("7C Design");
  }

  @Test
  void wordsThatAreSaidTwiceAreToldWithTheirOwnSentence() {
    assertThat(same("Start on October 1. It is due on October 2. On October 1 I help."))
        .extracting(SayAgain.Line::sentence)
        .containsExactly("Start on October 1.", "It is due on October 2.", "On October 1 I help.");
  }
}
