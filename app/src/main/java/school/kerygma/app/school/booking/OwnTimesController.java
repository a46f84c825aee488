package school.kerygma.app.school.booking;

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
import school.kerygma.core.There;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.access.Access.Role;

/** A student or a family books a time. */
@Controller
class OwnTimesController {

  /**
   * What a student can book, or a family for a child.
   *
   * @param off what was booked, lies ahead and was called off
   */
  record ForOne(
      UUID student, String name, List<ShownTimes.Shown> hours, List<HelpHours.Booked> off) {}

  private final ShownTimes times;
  private final HelpHours hours;
  private final Bookings bookings;
  private final Sections sections;
  private final People people;
  private final Gate gate;

  OwnTimesController(
      ShownTimes times,
      HelpHours hours,
      Bookings bookings,
      Sections sections,
      People people,
      Gate gate) {
    this.times = times;
    this.hours = hours;
    this.bookings = bookings;
    this.sections = sections;
    this.people = people;
    this.gate = gate;
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
            .sorted(People.Contact.BY_FAMILY_NAME)
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
                    times.shown(
                        h,
                        There.in(teachers, h.teacher()).name(),
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
      bookings.giveBack(id, whose);
    } else {
      bookings.book(id, number, whose, me.id());
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
