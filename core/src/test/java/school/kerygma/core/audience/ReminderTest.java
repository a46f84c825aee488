package school.kerygma.core.audience;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import school.kerygma.core.audience.Reminder.Reason;

class ReminderTest {

  private static final Instant DUE = Instant.parse("2026-10-02T23:59:00Z");
  private static final Instant UP = DUE.minus(Duration.ofDays(7));
  private static final Progress NOTHING = new Progress(false, false);
  private static final Progress BEGUN = new Progress(true, false);
  private static final Progress DONE = new Progress(true, true);

  private static Optional<Reason> reason(Progress progress, Duration beforeDue, String... late) {
    return Reminder.of(progress, List.of(late), UP, DUE, DUE.minus(beforeDue))
        .map(Reminder::reason);
  }

  @Test
  void nobodyIsRemindedWhileThereIsTime() {
    assertThat(reason(NOTHING, Duration.ofHours(6 * 24 + 1))).isEmpty();
    assertThat(reason(BEGUN, Duration.ofDays(5))).isEmpty();
  }

  @Test
  void whoHasNotBegunADayAfterItWentUpMayHaveMissedIt() {
    assertThat(reason(NOTHING, Duration.ofDays(6))).contains(Reason.NOT_BEGUN);
  }

  @Test
  void fromTwoDaysBeforeItIsDueWhoHasNotFollowedIsReminded() {
    assertThat(reason(NOTHING, Duration.ofHours(48))).contains(Reason.NOT_BEGUN);
    assertThat(reason(BEGUN, Duration.ofHours(47))).contains(Reason.NOT_TO_THE_END);
    assertThat(reason(DONE, Duration.ofHours(1))).isEmpty();
  }

  @Test
  void aTaskThatIsLateIsRemindedOfAtAnyTime() {
    assertThat(reason(DONE, Duration.ofDays(5), "Sketch")).contains(Reason.LATE);
    assertThat(reason(NOTHING, Duration.ofDays(5), "Sketch")).contains(Reason.NOT_BEGUN_AND_LATE);
  }

  @Test
  void whatIsDueAndNotBegunIsTheMostPressing() {
    assertThat(reason(NOTHING, Duration.ZERO))
        .isNotEqualTo(reason(NOTHING, Duration.ofMinutes(-1)));
    assertThat(reason(NOTHING, Duration.ofMinutes(-1))).contains(Reason.NOT_BEGUN_AND_LATE);
    assertThat(reason(BEGUN, Duration.ofHours(-3))).contains(Reason.NOT_TO_THE_END);
    assertThat(reason(DONE, Duration.ofHours(-3))).isEmpty();
    assertThat(
            Stream.of(
                    new Reminder(Reason.LATE, List.of("a")),
                    new Reminder(Reason.NOT_TO_THE_END, List.of()),
                    new Reminder(Reason.LATE, List.of("a", "b")),
                    new Reminder(Reason.NOT_BEGUN_AND_LATE, List.of()))
                .sorted(Reminder.PRESSING)
                .map(r -> r.reason() + " " + r.late().size()))
        .containsExactly("NOT_BEGUN_AND_LATE 0", "LATE 2", "LATE 1", "NOT_TO_THE_END 0");
  }
}
