package school.kerygma.app.school.booking;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.FamilyLanguage;
import school.kerygma.app.ground.accounts.LetterToSend;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.core.There;
import school.kerygma.core.booking.BookableTimes;

/** Books times of help hours and gives them back. */
@Service
@Transactional
public class Bookings {

  private final HelpHours helpHours;
  private final JdbcClient sql;
  private final People people;
  private final FamilyLanguage languages;
  private final ApplicationEventPublisher events;
  private final Clock clock;

  Bookings(
      HelpHours helpHours,
      JdbcClient sql,
      People people,
      FamilyLanguage languages,
      ApplicationEventPublisher events,
      Clock clock) {
    this.helpHours = helpHours;
    this.sql = sql;
    this.people = people;
    this.languages = languages;
    this.events = events;
    this.clock = clock;
  }

  /**
   * Books a time for a student, or moves the one they have of that hour to it.
   *
   * @param by the student, or a guardian of theirs
   * @throws Problem if it is another's, has begun, was called off, or the student has another time
   *     then; nothing is changed then
   */
  public void book(UUID hour, int number, UUID student, UUID by) {
    HelpHours.Hour of = hold(hour);
    List<BookableTimes.Time> times = of.times().times();
    if (number < 0 || number >= times.size()) {
      throw Problem.notFound();
    }
    BookableTimes.Time time = times.get(number);
    Instant now = clock.instant();
    if (!time.isOpen(now)) {
      throw Problem.conflict("times-begun", said(of, time));
    }
    List<HelpHours.Booking> all = helpHours.bookings("where help_hour_id = :of", hour);
    Optional<HelpHours.Booking> own =
        all.stream().filter(b -> b.student().equals(student)).findFirst();
    if (own.flatMap(HelpHours.Booking::number).filter(n -> n == number).isPresent()) {
      return; // Pressed twice.
    }
    if (all.stream().anyMatch(b -> b.number().filter(n -> n == number).isPresent())) {
      throw Problem.conflict("times-taken", said(of, time));
    }
    own.flatMap(HelpHours.Booking::number)
        .filter(n -> !times.get(n).isOpen(now))
        .ifPresent(
            n -> {
              throw Problem.conflict("times-begun", said(of, times.get(n)));
            });
    helpHours.told(Set.of(student), Optional.empty()).stream()
        .filter(t -> !t.cancelled() && !t.hour().id().equals(hour) && t.time().overlaps(time))
        .findFirst()
        .ifPresent(
            t -> {
              throw Problem.conflict("times-clash", t.hour().title(), said(t.hour(), t.time()));
            });
    sql.sql(
            "insert into booking (id, help_hour_id, number, was, student_id, booked_by, changes, changed_at)"
                + " values (?, ?, ?, ?, ?, ?, 0, ?) on conflict (help_hour_id, student_id) do update"
                + " set number = excluded.number, was = excluded.was, booked_by = excluded.booked_by,"
                + " changes = booking.changes + 1, changed_at = excluded.changed_at")
        .params(UUID.randomUUID(), hour, number, number, student, by, HelpHours.at(now))
        .update();
  }

  /** Until the end of the transaction nobody else books in this hour. */
  private HelpHours.Hour hold(UUID hour) {
    sql.sql("select 1 from help_hour where id = ? for update").param(hour).query().listOfRows();
    HelpHours.Hour of = helpHours.get(hour).orElseThrow(Problem::notFound);
    if (of.calledOff()) {
      throw Problem.conflict("times-off", of.title());
    }
    return of;
  }

  private static String said(HelpHours.Hour hour, BookableTimes.Time time) {
    return new Wording().moment(time.starts(), hour.zone());
  }

  /** A student, or a guardian of theirs, gives back what they have booked. */
  public void giveBack(UUID hour, UUID student) {
    HelpHours.Hour of = hold(hour);
    for (HelpHours.Booking b : helpHours.bookings("where help_hour_id = :of", hour)) {
      if (b.student().equals(student) && b.number().isPresent()) {
        BookableTimes.Time time = of.times().times().get(b.was());
        if (!time.isOpen(clock.instant())) {
          throw Problem.conflict("times-begun", said(of, time));
        }
        free(b);
      }
    }
  }

  private void free(HelpHours.Booking booking) {
    sql.sql(
            "update booking set number = null, changes = changes + 1, changed_at = ? where id = ? and number is not null")
        .params(HelpHours.at(clock.instant()), booking.id())
        .update();
  }

  /** The teacher takes a booking out, and whoever booked it is told. */
  void takeOut(UUID hour, UUID booking) {
    HelpHours.Hour of = hold(hour);
    helpHours.bookings("where help_hour_id = :of", hour).stream()
        .filter(b -> b.id().equals(booking) && b.number().isPresent())
        .forEach(
            b -> {
              free(b);
              tell(of, b);
            });
  }

  /** Calls an hour off, and tells who had booked a time that has not begun. */
  void callOff(UUID hour) {
    sql.sql("select 1 from help_hour where id = ? for update").param(hour).query().listOfRows();
    HelpHours.Hour of = helpHours.get(hour).orElseThrow(Problem::notFound);
    if (of.calledOff()) {
      return;
    }
    sql.sql("update help_hour set called_off = true, changed_at = ? where id = ?")
        .params(HelpHours.at(clock.instant()), hour)
        .update();
    sql.sql(
            "update booking set changes = changes + 1, changed_at = ? where help_hour_id = ? and number is not null")
        .params(HelpHours.at(clock.instant()), hour)
        .update();
    helpHours.bookings("where help_hour_id = :of", hour).stream()
        .filter(b -> b.number().isPresent())
        .filter(b -> of.times().times().get(b.was()).isOpen(clock.instant()))
        .forEach(b -> tell(of, b));
  }

  private void tell(HelpHours.Hour hour, HelpHours.Booking booking) {
    String name = There.in(people.contacts(Set.of(booking.student())), booking.student()).name();
    events.publishEvent(languages.to(booking.by(), () -> off(hour, booking, name)));
  }

  private LetterToSend off(HelpHours.Hour hour, HelpHours.Booking booking, String name) {
    Object[] details = {hour.title(), said(hour, hour.times().times().get(booking.was())), name};
    return new LetterToSend(
        booking.by(),
        languages.text("mail.time-off.subject", details),
        languages.text("mail.time-off.body", details));
  }
}
