package school.kerygma.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.time.DueRule;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;

/** Lines as teachers type them (common practice). It is Monday, September 28, 2026. */
class TaskLineTest {

  private static final SchoolCalendar TERM =
      new SchoolCalendar(ZoneId.of("America/Halifax"), LocalDate.parse("2026-09-07"), 12, Set.of());
  private static final LocalDate MONDAY = LocalDate.parse("2026-09-28");
  private static final DatePhrases.Reference NOW =
      new DatePhrases.Reference(MONDAY, TERM, MeetingPattern.parse("MON,WED,FRI"));

  private static OptionalInt number(Integer value) {
    return value == null ? OptionalInt.empty() : OptionalInt.of(value);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Sketch three bridges 35 min 6 points due Friday | Sketch three bridges | 35 | 6 | 2026-10-02T23:59",
        "Sketch three bridges, 35 minutes, 6 pts, due Fri | Sketch three bridges | 35 | 6 | 2026-10-02T23:59",
        "Read the project sheet | Read the project sheet | | |",
        "Read the project sheet 15 min | Read the project sheet | 15 | |",
        "Read the project sheet (15 min) | Read the project sheet | 15 | |",
        "Read the project sheet - 15 minutes | Read the project sheet | 15 | |",
        "Read for 20 minutes | Read | 20 | |",
        "Load table 40m | Load table | 40 | |",
        "Load table half an hour | Load table | 30 | |",
        "Report, an hour, 24 points | Report | 60 | 24 |",
        "Report 2 hours | Report | 120 | |",
        "Quiz 10 points | Quiz | | 10 |",
        "Quiz worth 10 points | Quiz | | 10 |",
        "Quiz, one point | Quiz | | 1 |",
        "Card model due October 9 | Card model | | | 2026-10-09T23:59",
        "Card model by Friday | Card model | | | 2026-10-02T23:59",
        "Card model due Friday 5 p.m. | Card model | | | 2026-10-02T17:00",
        "Card model due tomorrow | Card model | | | 2026-09-29T23:59",
        "Card model due today at 3 p.m. | Card model | | | 2026-09-28T15:00",
        "Card model due Friday, 20 points | Card model | | 20 | 2026-10-02T23:59",
        "20 points: Card model | Card model | | 20 |",
        "35 min Sketch | Sketch | 35 | |",
        "Hand in the sketch by Friday | Hand in the sketch | | | 2026-10-02T23:59",
        "Write 2 questions, 10 min | Write 2 questions | 10 | |",
        // Counter-examples: what only looks like it stays in the title.
        "Read pages 42 to 45 | Read pages 42 to 45 | | |",
        "Read pages 42 to 45, 20 min | Read pages 42 to 45 | 20 | |",
        "Part 2: three sketches | Part 2: three sketches | | |",
        "Load table, rows 1 to 6 | Load table, rows 1 to 6 | | |",
        "Write 1,250 words | Write 1,250 words | | |",
        "A page about October 9 | A page about October 9 | | |",
        "Compare the three points of view | Compare the three points of view | | |",
        "Minutes of the meeting | Minutes of the meeting | | |",
        "Friday song | Friday song | | |",
        "Monday's warm-up 5 min | Monday's warm-up | 5 | |",
        "Read 1984, chapter 3 | Read 1984, chapter 3 | | |",
        "Study for the test, 25 min | Study for the test | 25 | |",
        "Bring 35 pennies | Bring 35 pennies | | |",
        "Due diligence essay | Due diligence essay | | |",
        "7A map of the school | 7A map of the school | | |",
        "Point at the arch | Point at the arch | | |",
      })
  void aLineIsUnderstood(
      String line, String title, Integer minutes, Integer points, LocalDateTime due) {
    TaskLine read = TaskLine.read(line, NOW);
    assertThat(read.title()).isEqualTo(title);
    assertThat(read.minutes()).isEqualTo(number(minutes));
    assertThat(read.points()).isEqualTo(number(points));
    assertThat(read.due()).isEqualTo(Optional.ofNullable(due));
    assertThat(read.required()).isTrue();
    assertThat(read.several()).isFalse();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Film a bridge, optional, 20 min | Film a bridge | 20",
        "Film a bridge if you like 20 min | Film a bridge | 20",
        "Film a bridge (optional) | Film a bridge |",
      })
  void whatIsOptionalIsNotRequired(String line, String title, Integer minutes) {
    TaskLine read = TaskLine.read(line, NOW);
    assertThat(read.title()).isEqualTo(title);
    assertThat(read.minutes()).isEqualTo(number(minutes));
    assertThat(read.required()).isFalse();
  }

  @Test
  void whatIsSaidTwiceIsAskedAndAWrongWeekdayIsADoubt() {
    assertThat(TaskLine.read("Read 10 min, write 20 min", NOW).several()).isTrue();
    assertThat(TaskLine.read("Model due Thursday, October 9", NOW).doubts())
        .contains(DatePhrases.Doubt.WRONG_WEEKDAY);
  }

  @Test
  void nothingButNumbersIsNoTask() {
    assertThat(TaskLine.read("35 min", NOW).title()).isEmpty();
  }

  @Test
  void dueOnItsDayAndInItsWeekMovesWithTheTaskAndAnotherDateDoesNot() {
    assertThat(TaskLine.read("A due today at 3 p.m.", NOW).rule(MONDAY, TERM))
        .contains(new DueRule.OnTheDay(LocalTime.of(15, 0)));
    assertThat(TaskLine.read("A due Friday", NOW).rule(MONDAY, TERM))
        .contains(new DueRule.DayOfPlanWeek(java.time.DayOfWeek.FRIDAY, LocalTime.of(23, 59)));
    assertThat(TaskLine.read("A due October 9", NOW).rule(MONDAY, TERM).orElseThrow())
        .isInstanceOf(DueRule.Fixed.class);
    assertThat(TaskLine.read("A", NOW).rule(MONDAY, TERM)).isEmpty();
  }
}
