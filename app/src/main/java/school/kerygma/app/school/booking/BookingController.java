package school.kerygma.app.school.booking;

import java.time.Clock;
import java.time.Instant;
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
import school.kerygma.app.ground.problems.Fields;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;

/** A teacher divides an hour into times, and sees who has booked them. */
@Controller
class BookingController {

  private final ShownTimes times;
  private final HelpHours hours;
  private final Bookings bookings;
  private final Sections sections;
  private final People people;
  private final Gate gate;
  private final Clock clock;

  BookingController(
      ShownTimes times,
      HelpHours hours,
      Bookings bookings,
      Sections sections,
      People people,
      Gate gate,
      Clock clock) {
    this.times = times;
    this.hours = hours;
    this.bookings = bookings;
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

  private List<ShownTimes.Shown> forTeacher(List<HelpHours.Hour> of) {
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
        .map(
            h ->
                times.shown(
                    h, "", bookings.getOrDefault(h.id(), List.of()), Optional.empty(), names))
        .toList();
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
            title,
            place,
            chosen,
            whose,
            Fields.day(day, "day", "times-when"),
            Fields.time(begins, "begins", "times-when"),
            Fields.time(ends, "ends", "times-when"),
            minutes,
            pause));
    return "redirect:/times";
  }

  @PostMapping("/times/{id}/off")
  String callOff(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HELP_HOUR, id);
    bookings.callOff(id);
    return "redirect:/times";
  }

  @PostMapping("/times/{id}/out/{booking}")
  String takeOut(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @PathVariable UUID booking) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HELP_HOUR, id);
    bookings.takeOut(id, booking);
    return "redirect:/times";
  }
}
