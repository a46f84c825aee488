package school.kerygma.core.audience;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.core.time.SchoolCalendar;

/**
 * Which weeks are whole, by a rule such as "a week not whole by Wednesday of the next counts as
 * missed; six cost the credit". Common practice of courses that are worked through at home.
 */
class PaceTest {

  private static final ZoneId HALIFAX = ZoneId.of("America/Halifax");

  /** Five weeks from September 7; Wednesday the 23rd is a day off. */
  private static final SchoolCalendar CALENDAR =
      new SchoolCalendar(HALIFAX, LocalDate.of(2026, 9, 7), 5, Set.of(LocalDate.of(2026, 9, 23)));

  private static final Pace.Rule SIX = new Pace.Rule(DayOfWeek.WEDNESDAY, 6);

  /** "09-11T23:59": by the clock of the school. */
  private static Instant at(String said) {
    return LocalDateTime.parse("2026-" + said).atZone(HALIFAX).toInstant();
  }

  /** "09-11T23:59 09-12T10:00" is due and done, "09-11T23:59 -" is open. */
  private static List<Pace.Work> work(String said) {
    return Arrays.stream(said.split(","))
        .map(String::strip)
        .map(w -> w.split(" "))
        .map(
            w ->
                new Pace.Work(
                    at(w[0]), w[1].equals("-") ? Optional.empty() : Optional.of(at(w[1]))))
        .toList();
  }

  private static Pace pace(String work, String since, String now) {
    return Pace.of(SIX, work(work), LocalDate.parse("2026-" + since), CALENDAR, at(now));
  }

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      value = {
        "done before it is due | 09-11T23:59 09-10T10:00 | 09-21T12:00 | 09-07 WHOLE",
        "done late and still by Wednesday | 09-11T23:59 09-16T23:30 | 09-21T12:00 | 09-07 WHOLE",
        "the last minute of Wednesday is in time | 09-11T23:59 09-16T23:59 | 09-21T12:00 | 09-07 WHOLE",
        "a minute later is not | 09-11T23:59 09-17T00:00 | 09-21T12:00 | 09-07 MISSED",
        "open, and Wednesday is not over | 09-11T23:59 - | 09-16T23:59 | 09-07 OPEN 1",
        "open, and Wednesday is over | 09-11T23:59 - | 09-17T00:00 | 09-07 MISSED 1",
        "one of two is not enough | 09-11T23:59 09-10T10:00, 09-09T23:59 - | 09-17T00:00 | 09-07 MISSED 1",
        "Wednesday is a day off: until Thursday | 09-18T23:59 09-24T20:00 | 09-28T12:00 | 09-14 WHOLE",
        "what is due on Sunday night is of the week before | 09-13T23:59 - | 09-14T08:00 | 09-07 OPEN 1",
        "each week stands for itself | 09-11T23:59 -, 09-18T23:59 09-18T10:00 | 09-21T12:00 | 09-07 MISSED 1, 09-14 WHOLE",
      })
  void aWeekIsWholeWhenAllItsWorkIsDoneInTime(
      String why, String work, String now, String expected) {
    assertThat(
            pace(work, "09-07", now).weeks().stream()
                .map(
                    w ->
                        "%tm-%<td %s%s"
                            .formatted(w.monday(), w.state(), w.open() > 0 ? " " + w.open() : ""))
                .collect(Collectors.joining(", ")))
        .isEqualTo(expected);
  }

  @Test
  void aRuleHoldsFromTheWeekInWhichItIsSet() {
    Pace pace = pace("09-11T23:59 -, 09-18T23:59 -", "09-16", "10-01T12:00");
    assertThat(pace.weeks())
        .extracting(Pace.Week::monday)
        .containsExactly(LocalDate.of(2026, 9, 14));
    assertThat(pace.missed()).isEqualTo(1);
    assertThat(pace.left()).isEqualTo(5);
  }

  @Test
  void aMissedWeekStaysMissedAndItIsSaidThatItWasCaughtUp() {
    Pace.Week week = pace("09-11T23:59 09-19T10:00", "09-07", "09-21T12:00").weeks().getFirst();
    assertThat(week.state()).isEqualTo(Pace.State.MISSED);
    assertThat(week.caughtUp()).isTrue();
  }

  @Test
  void itIsSaidThatAWeekIsThreatenedBeforeItIsMissed() {
    String open = "09-11T23:59 -";
    assertThat(pace(open, "09-07", "09-13T22:00").threatened(at("09-13T22:00"))).isEmpty();
    assertThat(pace(open, "09-07", "09-14T07:00").threatened(at("09-14T07:00"))).isPresent();
    assertThat(pace(open, "09-07", "09-17T07:00").threatened(at("09-17T07:00"))).isEmpty();
  }

  @Test
  void itIsSaidThatWeeksRunOutBeforeTheyHave() {
    Pace.Rule three = new Pace.Rule(DayOfWeek.WEDNESDAY, 3);
    Pace one =
        Pace.of(
            three, work("09-11T23:59 -"), LocalDate.of(2026, 9, 7), CALENDAR, at("09-21T12:00"));
    assertThat(one.runsOut()).isTrue();
    assertThat(pace("09-11T23:59 -", "09-07", "09-21T12:00").runsOut()).isFalse();
    Pace lost =
        Pace.of(
            new Pace.Rule(DayOfWeek.WEDNESDAY, 1),
            work("09-11T23:59 -, 09-18T23:59 -"),
            LocalDate.of(2026, 9, 7),
            CALENDAR,
            at("10-01T12:00"));
    assertThat(lost.left()).isZero();
    assertThatThrownBy(() -> new Pace.Rule(DayOfWeek.WEDNESDAY, 0))
        .isInstanceOf(IllegalArgumentException.class);
  }

  /** Until Wednesday, and from the third week on until Friday. */
  @Test
  void aRuleThatChangesHoldsFromThenOnAndWeeksBeforeStayUnderTheirOwn() {
    SortedMap<LocalDate, Pace.Rule> rules =
        new TreeMap<>(
            Map.of(
                LocalDate.of(2026, 9, 9),
                SIX,
                LocalDate.of(2026, 9, 22),
                new Pace.Rule(DayOfWeek.FRIDAY, 4)));
    // Each was done on the Thursday of the week after.
    Pace pace =
        Pace.of(
            rules,
            work("09-11T23:59 09-17T10:00, 09-25T23:59 10-01T10:00"),
            CALENDAR,
            at("10-05T12:00"));
    assertThat(pace.weeks())
        .extracting(Pace.Week::state)
        .containsExactly(Pace.State.MISSED, Pace.State.WHOLE);
    assertThat(pace.left()).isEqualTo(3);
  }
}
