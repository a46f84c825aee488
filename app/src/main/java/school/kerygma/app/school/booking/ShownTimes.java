package school.kerygma.app.school.booking;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;
import school.kerygma.core.booking.BookableTimes;

/** The times of an hour as somebody sees them: free, taken, or their own. */
@Component
class ShownTimes {

  /**
   * One time on a page.
   *
   * @param taken whether somebody else has it
   * @param open whether it has not begun
   * @param who has it, for the teacher alone
   */
  record Slot(
      BookableTimes.Time time, boolean own, boolean taken, boolean open, Optional<Who> who) {}

  /**
   * Who has a time.
   *
   * @param by the guardian who booked it; nothing if the student did
   */
  record Who(UUID booking, String student, Optional<String> by) {}

  /** A help hour on a page. */
  record Shown(HelpHours.Hour hour, String teacher, List<String> sections, List<Slot> slots) {

    public Optional<BookableTimes.Time> own() {
      return slots.stream().filter(Slot::own).map(Slot::time).findFirst();
    }

    public long free() {
      return slots.stream().filter(s -> s.open() && !s.taken() && !s.own()).count();
    }

    public long booked() {
      return slots.stream().filter(s -> s.who().isPresent()).count();
    }
  }

  private final Sections sections;
  private final Clock clock;

  ShownTimes(Sections sections, Clock clock) {
    this.sections = sections;
    this.clock = clock;
  }

  Shown shown(
      HelpHours.Hour hour,
      String teacher,
      List<HelpHours.Booking> bookings,
      Optional<UUID> student,
      Map<UUID, People.Contact> names) {
    List<Slot> slots = new ArrayList<>();
    for (BookableTimes.Time time : hour.times().times()) {
      Optional<HelpHours.Booking> has =
          bookings.stream()
              .filter(b -> b.number().filter(n -> n == time.number()).isPresent())
              .findFirst();
      boolean own = has.isPresent() && student.filter(has.get().student()::equals).isPresent();
      slots.add(
          new Slot(
              time,
              own,
              has.isPresent() && !own,
              time.isOpen(clock.instant()),
              student.isPresent() ? Optional.empty() : has.map(b -> who(b, names))));
    }
    List<String> of =
        student.isPresent()
            ? List.of()
            : sections.among(hour.sections()).stream().map(SectionView::name).sorted().toList();
    return new Shown(hour, teacher, of, slots);
  }

  static Who who(HelpHours.Booking booking, Map<UUID, People.Contact> names) {
    return new Who(
        booking.id(),
        There.in(names, booking.student()).name(),
        booking.by().equals(booking.student())
            ? Optional.empty()
            : Optional.of(There.in(names, booking.by()).name()));
  }
}
