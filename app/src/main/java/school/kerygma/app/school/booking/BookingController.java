package school.kerygma.app.school.booking;

import java.time.Clock;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.access.Access.Role;
import school.kerygma.core.booking.BookableTimes;

/** Times to book: a teacher divides an hour, students and guardians book. */
@Controller
class BookingController {

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

  /**
   * What a student can book, or a family for a child.
   *
   * @param off what was booked, lies ahead and was called off
   */
  record ForOne(UUID student, String name, List<Shown> hours, List<HelpHours.Booked> off) {}

  private final HelpHours hours;
  private final Sections sections;
  private final People people;
  private final Gate gate;
  private final Clock clock;

  BookingController(HelpHours hours, Sections sections, People people, Gate gate, Clock clock) {
    this.hours = hours;
    this.sections = sections;
    this.people = people;
    this.gate = gate;
    this.clock = clock;
  }

  @GetMapping("/times")
  String times(@AuthenticationPrincipal SignedIn me, Model model) {
    List<SectionView> own = own(me);
    Instant now = clock.instant();
    List<HelpHours.Hour> all = hours.ofTeacher(me.id());
    model.addAttribute("sections", own);
    model.addAttribute(
        "ahead",
        forTeacher(all.stream().filter(h -> !h.calledOff() && now.isBefore(h.over())).toList()));
    model.addAttribute(
        "over",
        forTeacher(
            all.stream()
                .filter(h -> h.calledOff() || !now.isBefore(h.over()))
                .sorted(Comparator.comparing(HelpHours.Hour::over).reversed())
                .limit(20)
                .toList()));
    model.addAttribute("whose", HelpHours.Whose.values());
    if (!own.isEmpty()) {
      model.addAttribute("today", own.getFirst().calendar().dateOf(now));
    }
    return "booking/teacher";
  }

  private List<SectionView> own(SignedIn me) {
    return sections.ofTeacher(me.id()).stream()
        .filter(s -> gate.may(me, Deed.CHANGE, Gate.Kind.SECTION, s.id()))
        .toList();
  }

  private List<Shown> forTeacher(List<HelpHours.Hour> of) {
    Map<UUID, List<HelpHours.Booking>> bookings =
        hours.bookings(of.stream().map(HelpHours.Hour::id).toList());
    Set<UUID> named = new HashSet<>();
    bookings
        .values()
        .forEach(
            all ->
                all.forEach(
                    b -> {
                      named.add(b.student());
                      named.add(b.by());
                    }));
    Map<UUID, People.Contact> names = people.contacts(named);
    return of.stream()
        .map(h -> shown(h, "", bookings.getOrDefault(h.id(), List.of()), Optional.empty(), names))
        .toList();
  }

  private Shown shown(
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

  private static Who who(HelpHours.Booking booking, Map<UUID, People.Contact> names) {
    return new Who(
        booking.id(),
        names.get(booking.student()).name(),
        booking.by().equals(booking.student())
            ? Optional.empty()
            : Optional.of(names.get(booking.by()).name()));
  }

  @PostMapping("/times")
  String divide(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam(defaultValue = "") String title,
      @RequestParam(defaultValue = "") String place,
      @RequestParam(required = false) @Nullable Set<UUID> section,
      @RequestParam(defaultValue = "BOTH") HelpHours.Whose whose,
      @RequestParam(defaultValue = "") String day,
      @RequestParam(defaultValue = "") String begins,
      @RequestParam(defaultValue = "") String ends,
      @RequestParam(defaultValue = "10") int minutes,
      @RequestParam(defaultValue = "0") int pause) {
    Set<UUID> chosen = section == null ? Set.of() : section;
    chosen.forEach(s -> gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, s));
    hours.divide(
        me.id(),
        new HelpHours.Sheet(
            title, place, chosen, whose, day(day), time(begins), time(ends), minutes, pause));
    return "redirect:/times";
  }

  private static LocalDate day(String text) {
    try {
      return LocalDate.parse(text);
    } catch (DateTimeException e) {
      throw Problem.refused("times-when").at("day");
    }
  }

  private static LocalTime time(String text) {
    try {
      return LocalTime.parse(text);
    } catch (DateTimeException e) {
      throw Problem.refused("times-when").at("begins");
    }
  }

  @PostMapping("/times/{id}/off")
  String callOff(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HELP_HOUR, id);
    hours.callOff(id);
    return "redirect:/times";
  }

  @PostMapping("/times/{id}/out/{booking}")
  String takeOut(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @PathVariable UUID booking) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HELP_HOUR, id);
    hours.takeOut(id, booking);
    return "redirect:/times";
  }

  @GetMapping("/class/times")
  String ofStudent(@AuthenticationPrincipal SignedIn me, Model model) {
    model.addAttribute("all", List.of(forOne(me.id(), me.name(), false)));
    model.addAttribute("at", "/class");
    return "booking/book";
  }

  @GetMapping("/family/times")
  String ofFamily(@AuthenticationPrincipal SignedIn me, Model model) {
    model.addAttribute(
        "all",
        people.contacts(people.studentsOf(me.id())).values().stream()
            .sorted(Comparator.comparing(People.Contact::name))
            .map(c -> forOne(c.id(), c.name(), true))
            .toList());
    model.addAttribute("at", "/family");
    return "booking/book";
  }

  private ForOne forOne(UUID student, String name, boolean families) {
    List<HelpHours.Hour> open =
        hours.open(sections.ofStudent(student).stream().map(SectionView::id).toList(), families);
    Map<UUID, List<HelpHours.Booking>> bookings =
        hours.bookings(open.stream().map(HelpHours.Hour::id).toList());
    Map<UUID, People.Contact> teachers =
        people.contacts(open.stream().map(HelpHours.Hour::teacher).toList());
    return new ForOne(
        student,
        name,
        open.stream()
            .map(
                h ->
                    shown(
                        h,
                        teachers.get(h.teacher()).name(),
                        bookings.getOrDefault(h.id(), List.of()),
                        Optional.of(student),
                        Map.of()))
            .toList(),
        hours.calledOff(student));
  }

  /**
   * Books a time, moves the one that was booked to it, or gives it back.
   *
   * @param number the time; nothing gives back
   */
  @PostMapping({"/class/times/{id}", "/family/times/{id}"})
  String book(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(required = false) @Nullable UUID student,
      @RequestParam(required = false) @Nullable Integer number) {
    gate.check(me, Deed.SEE, Gate.Kind.HELP_HOUR, id);
    boolean family = me.role() == Role.GUARDIAN;
    UUID whose = family ? child(me, student, id) : me.id();
    if (number == null) {
      hours.giveBack(id, whose);
    } else {
      hours.book(id, number, whose, me.id());
    }
    return "redirect:" + (family ? "/family" : "/class") + "/times";
  }

  /** The child for whom a guardian books: theirs, and one for whom the hour is. */
  private UUID child(SignedIn me, @Nullable UUID student, UUID hour) {
    Set<UUID> of = hours.get(hour).orElseThrow(Problem::notFound).sections();
    return Optional.ofNullable(student)
        .filter(people.studentsOf(me.id())::contains)
        .filter(s -> sections.anySits(Set.of(s), of))
        .orElseThrow(Problem::notFound);
  }
}
