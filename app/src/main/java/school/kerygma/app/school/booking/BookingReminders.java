package school.kerygma.app.school.booking;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.ground.accounts.FamilyLanguage;
import school.kerygma.app.ground.accounts.LetterToSend;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.core.There;
import school.kerygma.core.booking.BookableTimes;

/** Reminds, on the evening before, who has booked a time; of each time once. */
@Component
public class BookingReminders {

  /** When, by the clock of the hour: common practice. */
  private static final LocalTime EVENING = LocalTime.of(17, 0);

  private final HelpHours hours;
  private final People people;
  private final FamilyLanguage languages;
  private final ApplicationEventPublisher events;
  private final JdbcClient sql;
  private final TransactionTemplate inTransaction;
  private final Clock clock;

  BookingReminders(
      HelpHours hours,
      People people,
      FamilyLanguage languages,
      ApplicationEventPublisher events,
      JdbcClient sql,
      TransactionTemplate inTransaction,
      Clock clock) {
    this.hours = hours;
    this.people = people;
    this.languages = languages;
    this.events = events;
    this.sql = sql;
    this.inTransaction = inTransaction;
    this.clock = clock;
  }

  /** Writes what is to be written now. */
  public void write() {
    List<UUID> soon =
        sql.sql(
                "select distinct h.id from help_hour h join booking b on b.help_hour_id = h.id where not h.called_off"
                    + " and b.number is not null and b.reminded is distinct from b.number"
                    + " and h.day between cast(:now as timestamptz)::date - 1 and cast(:now as timestamptz)::date + 2")
            .param("now", HelpHours.at(clock.instant()))
            .query(UUID.class)
            .list();
    for (UUID hour : soon) {
      inTransaction.executeWithoutResult(t -> write(hours.get(hour).orElseThrow()));
    }
  }

  private void write(HelpHours.Hour hour) {
    Instant now = clock.instant();
    for (HelpHours.Booking booking : hours.bookings("where help_hour_id = :of", hour.id())) {
      if (booking.number().isPresent()) {
        BookableTimes.Time time = hour.times().times().get(booking.number().get());
        Instant evening =
            time.starts()
                .atZone(hour.zone())
                .toLocalDate()
                .minusDays(1)
                .atTime(EVENING)
                .atZone(hour.zone())
                .toInstant();
        // Who books it on that very evening knows.
        if (!now.isBefore(evening) && time.isOpen(now) && mark(booking)) {
          if (booking.changedAt().isBefore(evening)) {
            tell(hour, booking, time);
          }
        }
      }
    }
  }

  /** Of two that look at once only one goes on. */
  private boolean mark(HelpHours.Booking booking) {
    return sql.sql(
                "update booking set reminded = number where id = ? and number = ? and reminded is distinct from number")
            .params(booking.id(), booking.number().orElseThrow())
            .update()
        == 1;
  }

  private void tell(HelpHours.Hour hour, HelpHours.Booking booking, BookableTimes.Time time) {
    Map<UUID, People.Contact> names = people.contacts(Set.of(booking.student()));
    events.publishEvent(
        languages.to(
            booking.by(),
            () -> letter(hour, booking.by(), time, There.in(names, booking.student()).name())));
  }

  private LetterToSend letter(
      HelpHours.Hour hour, UUID to, BookableTimes.Time time, String student) {
    Object[] details = {
      hour.title(), new Wording().moment(time.starts(), hour.zone()), student, hour.place()
    };
    return new LetterToSend(
        to,
        languages.text("mail.booked.subject", details),
        languages.text("mail.booked.body", details));
  }

  /** What is run every few minutes, on one node. */
  @Configuration(proxyBeanMethods = false)
  static class Job {

    @Bean
    RecurringTask<Void> bookingRemindersTask(BookingReminders reminders) {
      return Tasks.recurring("booking-reminders", FixedDelay.of(Duration.ofMinutes(5)))
          .execute((instance, context) -> reminders.write());
    }
  }
}
