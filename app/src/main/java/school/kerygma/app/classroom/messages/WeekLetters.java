package school.kerygma.app.classroom.messages;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.core.There;
import school.kerygma.core.time.SchoolCalendar;

/**
 * Writes the letters with everything in one: to each family that wants one, on the evening of the
 * week that it has chosen or on that of each school day, once.
 */
@Component
public class WeekLetters {

  /** So long before it goes it is written, so that what else waits for the evening goes with it. */
  private static final Duration BEFORE = Duration.ofMinutes(15);

  /** Later than this, after the server was down, the next is soon enough. */
  private static final Duration TOO_LATE = Duration.ofHours(12);

  /** So long nobody looks again at a family that has no child in a section. */
  private static final Duration A_DAY = Duration.ofDays(1);

  private static final Logger LOG = LoggerFactory.getLogger(WeekLetters.class);

  private final Message.Repository messages;
  private final MailWishes wishes;
  private final Mailbox mailbox;
  private final WeekNews news;
  private final People people;
  private final TransactionTemplate inTransaction;
  private final Clock clock;

  WeekLetters(
      Message.Repository messages,
      MailWishes wishes,
      Mailbox mailbox,
      WeekNews news,
      People people,
      TransactionTemplate inTransaction,
      Clock clock) {
    this.messages = messages;
    this.wishes = wishes;
    this.mailbox = mailbox;
    this.news = news;
    this.people = people;
    this.inTransaction = inTransaction;
    this.clock = clock;
  }

  /** Writes what is to be written now. */
  public void write() {
    wishes
        .due(clock.instant().plus(BEFORE))
        .forEach(
            (guardian, rhythm) -> {
              try {
                inTransaction.executeWithoutResult(t -> write(guardian, rhythm));
              } catch (RuntimeException e) {
                LOG.warn("A week letter could not be written: {}", e.getClass().getSimpleName());
              }
            });
  }

  private void write(UUID guardian, MailWishes.Rhythm rhythm) {
    Optional<SchoolCalendar> calendar = news.calendar(guardian);
    Instant now = clock.instant();
    if (calendar.isEmpty()) {
      wishes.notBefore(guardian, now.plus(A_DAY));
      return;
    }
    LocalDate week = rhythm.last(calendar.get().dateOf(now.plus(BEFORE)));
    Instant at = calendar.get().at(week, MailWishes.AT);
    if (!now.isBefore(at.minus(BEFORE)) && !now.isAfter(at.plus(TOO_LATE))) {
      messages.hold(guardian);
      if (!messages.existsByToIdAndWeek(guardian, week)) {
        news.of(guardian, rhythm.isDaily())
            .ifPresent(
                letter ->
                    mailbox.keep(
                        Message.ofWeek(week, guardian, letter.subject(), letter.body(), now, at),
                        There.in(people.contacts(Set.of(guardian)), guardian)));
      }
    }
    wishes.notBefore(guardian, rhythm.next(calendar.get(), now.plus(BEFORE)));
  }

  /** What is run every few minutes, on one node. */
  @Configuration(proxyBeanMethods = false)
  static class Job {

    @Bean
    RecurringTask<Void> weekLettersTask(WeekLetters letters) {
      return Tasks.recurring("week-letters", FixedDelay.of(Duration.ofMinutes(3)))
          .execute((instance, context) -> letters.write());
    }
  }
}
