package school.kerygma.app.classroom.messages;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
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

  /** So many families are looked up together. */
  private static final int AT_ONCE = 100;

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
    Map<UUID, MailWishes.Rhythm> due = wishes.due(clock.instant().plus(BEFORE));
    List<UUID> guardians = List.copyOf(due.keySet());
    for (int from = 0; from < guardians.size(); from += AT_ONCE) {
      write(guardians.subList(from, Math.min(guardians.size(), from + AT_ONCE)), due);
    }
  }

  /** If they cannot be written together, each is tried alone: one family's fault is no other's. */
  private void write(List<UUID> guardians, Map<UUID, MailWishes.Rhythm> due) {
    try {
      together(guardians, due);
    } catch (RuntimeException e) {
      if (guardians.size() > 1) {
        guardians.forEach(g -> write(List.of(g), due));
      } else {
        LOG.warn("A week letter could not be written: {}", e.getClass().getSimpleName());
      }
    }
  }

  /** A letter, and the day of the week that it is for. */
  private record Due(LocalDate week, Instant at) {}

  private void together(List<UUID> guardians, Map<UUID, MailWishes.Rhythm> due) {
    Map<UUID, SchoolCalendar> calendars = news.calendars(guardians);
    Instant now = clock.instant();
    Map<UUID, Due> written = new HashMap<>();
    calendars.forEach(
        (guardian, calendar) -> {
          LocalDate week = There.in(due, guardian).last(calendar.dateOf(now.plus(BEFORE)));
          Instant at = calendar.at(week, MailWishes.AT);
          if (!now.isBefore(at.minus(BEFORE)) && !now.isAfter(at.plus(TOO_LATE))) {
            written.put(guardian, new Due(week, at));
          }
        });
    Set<UUID> daily =
        written.keySet().stream()
            .filter(g -> There.in(due, g).isDaily())
            .collect(Collectors.toSet());
    Map<UUID, WeekNews.Letter> letters = news.of(written.keySet(), daily);
    Map<UUID, People.Contact> contacts = people.contacts(letters.keySet());
    letters.forEach(
        (guardian, letter) ->
            inTransaction.executeWithoutResult(
                t -> keep(There.in(contacts, guardian), There.in(written, guardian), letter, now)));
    Map<Instant, Set<UUID>> next = new HashMap<>();
    for (UUID guardian : guardians) {
      Instant at =
          Optional.ofNullable(calendars.get(guardian))
              .map(c -> There.in(due, guardian).next(c, now.plus(BEFORE)))
              .orElse(now.plus(A_DAY));
      next.computeIfAbsent(at, first -> new HashSet<>()).add(guardian);
    }
    next.forEach((at, of) -> inTransaction.executeWithoutResult(t -> wishes.notBefore(of, at)));
  }

  private void keep(People.Contact to, Due due, WeekNews.Letter letter, Instant now) {
    messages.hold(to.id());
    if (!messages.existsByToIdAndWeek(to.id(), due.week())) {
      mailbox.keep(
          Message.ofWeek(due.week(), to.id(), letter.subject(), letter.body(), now, due.at()), to);
    }
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
