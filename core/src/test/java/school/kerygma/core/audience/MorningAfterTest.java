package school.kerygma.core.audience;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.core.time.SchoolCalendar;

/** Who is reminded on the morning after: our own rule, as teachers of young classes ask for it. */
class MorningAfterTest {

  private static final ZoneId HALIFAX = ZoneId.of("America/Halifax");
  private static final SchoolCalendar CALENDAR =
      new SchoolCalendar(HALIFAX, LocalDate.of(2026, 9, 7), 12, Set.of());
  private static final MorningAfter RULE = new MorningAfter(LocalTime.of(6, 30), 2);
  private static final UUID IMANI = new UUID(0, 1);
  private static final UUID FINN = new UUID(0, 2);
  private static final List<UUID> BOTH = List.of(IMANI, FINN);
  private static final UUID SKETCH = new UUID(1, 1);
  private static final UUID MODEL = new UUID(1, 2);

  private static Instant at(String said) {
    return LocalDateTime.parse("2026-" + said).atZone(HALIFAX).toInstant();
  }

  private static MorningAfter.Due due(UUID task, String moment) {
    return new MorningAfter.Due(task, at(moment));
  }

  @Test
  void whoHasNotDoneWhatWasDueYesterdayIsToldOfItThisMorning() {
    List<MorningAfter.Telling> told =
        RULE.tell(
            at("09-15T06:30"),
            at("09-16T06:30"),
            List.of(due(SKETCH, "09-15T23:59"), due(MODEL, "09-16T23:59")),
            BOTH,
            Map.of(IMANI, Map.of(SKETCH, at("09-15T20:00"))),
            Map.of());
    assertThat(told).containsExactly(new MorningAfter.Telling(FINN, List.of(SKETCH), 1, false));
  }

  @Test
  void whatWasDoneInTheNightIsNotAskedFor() {
    List<MorningAfter.Due> due = List.of(due(SKETCH, "09-15T23:59"));
    assertThat(
            RULE.tell(
                at("09-15T06:30"),
                at("09-16T06:30"),
                due,
                List.of(FINN),
                Map.of(FINN, Map.of(SKETCH, at("09-16T06:29"))),
                Map.of()))
        .isEmpty();
  }

  @ParameterizedTest(name = "told before {0} days ago: time {1}, family {2}")
  @CsvSource({"1, 2, true", "13, 2, true", "15, 1, false"})
  void theFamilyIsToldTheSecondTimeInTwoWeeks(int daysAgo, int time, boolean family) {
    Instant now = at("09-30T06:30");
    assertThat(
            RULE.tell(
                at("09-29T06:30"),
                now,
                List.of(due(SKETCH, "09-29T23:59")),
                List.of(FINN),
                Map.of(),
                Map.of(FINN, List.of(now.minusSeconds(86_400L * daysAgo)))))
        .containsExactly(new MorningAfter.Telling(FINN, List.of(SKETCH), time, family));
  }

  @Test
  void eachDueMomentBelongsToOneMorningEvenWhenTheClockChanges() {
    // Clocks go back on November 1, 2026, at 2 a.m. (IANA time zone database, America/Halifax).
    List<MorningAfter.Due> dues = new ArrayList<>();
    for (int hour = 0; hour < 24 * 4; hour++) {
      dues.add(
          new MorningAfter.Due(new UUID(7, hour), at("10-30T00:00").plusSeconds(3600L * hour)));
    }
    List<UUID> told = new ArrayList<>();
    for (LocalDate day = LocalDate.of(2026, 10, 30);
        day.getDayOfYear() != 309;
        day = day.plusDays(1)) {
      RULE.tell(
              CALENDAR.at(day.minusDays(1), RULE.at()),
              CALENDAR.at(day, RULE.at()),
              dues,
              List.of(FINN),
              Map.of(),
              Map.of())
          .forEach(t -> told.addAll(t.tasks()));
    }
    assertThat(told).doesNotHaveDuplicates().hasSameSizeAs(dues);
  }

  @Test
  void afterAServerThatStoodStillWhatWasDueMeanwhileIsTold() {
    List<MorningAfter.Due> dues = List.of(due(SKETCH, "09-14T23:59"), due(MODEL, "09-10T23:59"));
    assertThat(
            RULE.tell(
                at("09-09T06:30"), at("09-16T06:30"), dues, List.of(FINN), Map.of(), Map.of()))
        .containsExactly(new MorningAfter.Telling(FINN, List.of(SKETCH), 1, false));
  }

  @Test
  void whatItWouldHaveToldLastWeekCountsTheTimesInIt() {
    List<MorningAfter.Morning> week =
        RULE.before(
            7,
            CALENDAR,
            at("09-18T12:00"),
            List.of(due(SKETCH, "09-14T23:59"), due(MODEL, "09-17T23:59")),
            BOTH,
            Map.of(IMANI, Map.of(SKETCH, at("09-14T20:00"), MODEL, at("09-18T11:00"))));
    assertThat(week)
        .containsExactly(
            new MorningAfter.Morning(
                LocalDate.of(2026, 9, 15),
                List.of(new MorningAfter.Telling(FINN, List.of(SKETCH), 1, false))),
            new MorningAfter.Morning(
                LocalDate.of(2026, 9, 18),
                List.of(
                    new MorningAfter.Telling(IMANI, List.of(MODEL), 1, false),
                    new MorningAfter.Telling(FINN, List.of(MODEL), 2, true))));
  }

  @Test
  void nobodyIsWrittenToAtNight() {
    assertThatThrownBy(() -> new MorningAfter(LocalTime.of(5, 59), 2))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> new MorningAfter(LocalTime.of(21, 1), 2))
        .isInstanceOf(IllegalArgumentException.class);
    assertThat(MorningAfter.isAwake(at("09-18T05:59"), CALENDAR)).isFalse();
    assertThat(MorningAfter.isAwake(at("09-18T06:00"), CALENDAR)).isTrue();
    assertThat(MorningAfter.isAwake(at("09-18T21:01"), CALENDAR)).isFalse();
  }
}
