package school.kerygma.core.dates;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;

/** Wednesday, September 30, 2026, 10:15 in Halifax. Common practice: a bare weekday is the next. */
class MomentPhraseTest {

  private static final SchoolCalendar TERM =
      new SchoolCalendar(ZoneId.of("America/Halifax"), LocalDate.parse("2026-09-07"), 12, Set.of());
  private static final MomentPhrase.Setting NOW =
      new MomentPhrase.Setting(
          Instant.parse("2026-09-30T13:15:20Z"),
          TERM,
          MeetingPattern.parse("MON 9:40-10:30,WED 9:40-10:30,FRI"),
          LocalTime.of(23, 59));

  @ParameterizedTest
  @CsvSource({
    "now, 2026-09-30T10:15",
    "At once, 2026-09-30T10:15",
    "6 p.m., 2026-09-30T18:00",
    "6pm, 2026-09-30T18:00",
    "9 a.m., 2026-10-01T09:00", // that time of today is over
    "18:30, 2026-09-30T18:30",
    "noon, 2026-09-30T12:00",
    "midnight, 2026-09-30T23:59",
    "today 6 p.m., 2026-09-30T18:00",
    "tomorrow, 2026-10-01T23:59",
    "tomorrow at 7:30 a.m., 2026-10-01T07:30",
    "Sunday 6 p.m., 2026-10-04T18:00",
    "on Sunday at 6 p.m., 2026-10-04T18:00",
    "Friday, 2026-10-02T23:59",
    "Fri 8 a.m., 2026-10-02T08:00",
    "Oct 16, 2026-10-16T23:59",
    "October 16 at noon, 2026-10-16T12:00",
    "10/16 3 p.m., 2026-10-16T15:00",
    "Friday the 16th, 2026-10-16T23:59",
    "in two weeks, 2026-10-14T23:59",
    "2026-10-16, 2026-10-16T23:59",
    "2026-10-16T18:00, 2026-10-16T18:00",
    "when 7A meets next, 2026-10-02T08:50", // its hours on Friday are not known: school begins
    "when it meets next, 2026-10-02T08:50",
    "next class, 2026-10-02T08:50",
  })
  void aMomentIsUnderstood(String said, LocalDateTime local) {
    assertThat(MomentPhrase.read(said, NOW).map(MomentPhrase.Read::at))
        .contains(local.atZone(TERM.zone()).toInstant());
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "soon",
        "Fri and Mon",
        "Friday or so",
        "25:00",
        "13 p.m.",
        "when they are ready",
        "February 30",
        "page 12",
        "2026-13-40",
        "Friday, but only for Ben",
        "7A"
      })
  void whatIsNoMomentOrMoreThanOneIsNotGuessed(String said) {
    assertThat(MomentPhrase.read(said, NOW)).isEmpty();
  }

  @Test
  void aWeekdayThatIsNotThatOfTheDateIsADoubt() {
    assertThat(MomentPhrase.read("Thursday, October 16", NOW).orElseThrow().doubts())
        .containsExactly(DatePhrases.Doubt.WRONG_WEEKDAY);
  }

  @Test
  void whatIsWrittenIsReadBackAsTheSameMinute() {
    Instant first = NOW.now().truncatedTo(ChronoUnit.MINUTES).minus(30, ChronoUnit.DAYS);
    for (int i = 0; i < 2_000; i++) {
      Instant at = first.plus(i * 97L, ChronoUnit.MINUTES);
      String words = MomentPhrase.write(at, NOW);
      assertThat(MomentPhrase.read(words, NOW).map(MomentPhrase.Read::at))
          .as(words)
          .isEqualTo(Optional.of(at));
    }
  }

  @ParameterizedTest
  @CsvSource({
    "2026-09-30T10:15, now",
    "2026-09-30T18:00, today 6 p.m.",
    "2026-10-01T07:30, tomorrow 7:30 a.m.",
    "2026-10-04T18:00, Sunday 6 p.m.",
    "2026-10-16T23:59, Oct 16 11:59 p.m.",
  })
  void itIsWrittenAsPeopleSayIt(LocalDateTime local, String words) {
    assertThat(MomentPhrase.write(local.atZone(TERM.zone()).toInstant(), NOW)).isEqualTo(words);
  }
}
