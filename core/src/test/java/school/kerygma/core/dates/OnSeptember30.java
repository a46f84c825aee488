package school.kerygma.core.dates;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;

/**
 * Against what the tests of dates are read. September 30, 2026 is a Wednesday; October 12 and 30
 * are days without school; the section meets Mondays, Wednesdays and Fridays at 9:40; school is
 * from 8:50 to 15:10; the term ends on November 27.
 */
final class OnSeptember30 {

  static final SchoolCalendar TERM =
      new SchoolCalendar(
          ZoneId.of("America/Halifax"),
          LocalDate.parse("2026-09-07"),
          12,
          Set.of(LocalDate.parse("2026-10-12"), LocalDate.parse("2026-10-30")));
  private static final MeetingPattern MEETS =
      MeetingPattern.parse("MON 9:40-10:30,WED 9:40-10:30,FRI 9:40-10:30");

  static List<DatePhrases.Found> in(String text, String today) {
    return DatePhrases.in(text, reference(today));
  }

  static DatePhrases.Reference reference(String today) {
    return new DatePhrases.Reference(LocalDate.parse(today), TERM, MEETS);
  }

  private OnSeptember30() {}

  /** Asserts that a phrase is one date, with these doubts. */
  static void assertRead(String phrase, LocalDateTime meant, @Nullable String doubts) {
    List<DatePhrases.Found> found = in(phrase, "2026-09-30");
    assertThat(found).hasSize(1);
    assertThat(found.getFirst().at(TERM).atZone(TERM.zone()).toLocalDateTime()).isEqualTo(meant);
    List<String> expected = doubts == null ? List.of() : Arrays.asList(doubts.split(" "));
    assertThat(found.getFirst().doubts())
        .extracting(Enum::name)
        .containsExactlyElementsOf(expected);
  }
}
