package school.kerygma.app.school.sections;

import java.time.Clock;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Fields;
import school.kerygma.core.There;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.plan.Grading;
import school.kerygma.core.roster.PersonNames;

/** The settings of a section: its meetings, its teachers, who stands in. */
@Controller
class SectionSettingsController {

  private static final int KIND_ROWS = 4;

  /** Who stands in, and until when. */
  record Substitute(UUID id, String name, LocalDate lastDay) {}

  private final Sections sections;
  private final Rosters rosters;
  private final Linking linking;
  private final People people;
  private final Gate gate;
  private final Clock clock;

  SectionSettingsController(
      Sections sections, Rosters rosters, Linking linking, People people, Gate gate, Clock clock) {
    this.sections = sections;
    this.rosters = rosters;
    this.linking = linking;
    this.people = people;
    this.gate = gate;
    this.clock = clock;
  }

  @GetMapping("/sections/{id}/settings")
  String settings(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(required = false) @Nullable UUID as,
      Model model) {
    check(me, id);
    SectionView section = sections.get(id);
    model.addAttribute("section", section);
    model.addAttribute(
        "teachers",
        people.contacts(section.teachers()).values().stream()
            .sorted(People.Contact.BY_FAMILY_NAME)
            .toList());
    List<SectionView> others =
        sections.ofTeacher(me.id()).stream()
            .filter(s -> s.isTaught(section.school(), section.calendar().firstMonday()))
            .filter(s -> !s.id().equals(id))
            .toList();
    model.addAttribute("meetings", MeetingForm.shown(section.meets(), others, as));
    model.addAttribute("weekdays", List.of(DayOfWeek.values()));
    model.addAttribute("waitingFor", linking.waitingFor(id));
    model.addAttribute("substitutes", substitutes(id));
    model.addAttribute("improved", Grading.Improved.values());
    model.addAttribute("kindRows", kindRows(section.grading()));
    model.addAttribute("today", section.calendar().dateOf(clock.instant()));
    return "sections/settings";
  }

  private List<Substitute> substitutes(UUID id) {
    Map<UUID, LocalDate> last = rosters.substitutes(id);
    Map<UUID, People.Contact> known = people.contacts(last.keySet());
    return last.entrySet().stream()
        .filter(e -> known.containsKey(e.getKey()))
        .map(e -> new Substitute(e.getKey(), There.in(known, e.getKey()).name(), e.getValue()))
        .sorted(Comparator.comparing(Substitute::name, PersonNames.BY_FAMILY_NAME))
        .toList();
  }

  /** The kinds of points, and empty rows for more. */
  private static List<Optional<Grading.Kind>> kindRows(Grading grading) {
    int rows = Math.min(Grading.MAX_KINDS, Math.max(KIND_ROWS, grading.kinds().size() + 1));
    return IntStream.range(0, rows)
        .mapToObj(i -> grading.kinds().stream().skip(i).findFirst())
        .toList();
  }

  @PostMapping("/sections/{id}/settings")
  String change(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "") String seen,
      @RequestParam String name,
      @RequestParam int minutes,
      @RequestParam MultiValueMap<String, String> form) {
    check(me, id);
    sections.change(id, seen, name, new MeetingForm(new Fields(form)).read(), minutes);
    return back(id);
  }

  // ---- who teaches

  @PostMapping("/sections/{id}/teachers")
  String share(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam String email,
      RedirectAttributes flash) {
    check(me, id);
    invite(me, rosters.share(me.id(), id, email), email, flash);
    return back(id);
  }

  /** Whoever has no account yet gets a link to make one. */
  private void invite(SignedIn me, UUID teacher, String email, RedirectAttributes flash) {
    people
        .invitation(teacher, me.id())
        .ifPresent(
            link -> {
              flash.addFlashAttribute("invited", email);
              flash.addFlashAttribute("invitation", link);
            });
  }

  @PostMapping("/sections/{id}/teachers/{person}/end")
  String endTeaching(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @PathVariable UUID person) {
    check(me, id);
    rosters.endTeaching(id, person);
    return me.id().equals(person) ? "redirect:/sections" : back(id);
  }

  @PostMapping("/sections/{id}/substitutes")
  String standIn(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam String email,
      @RequestParam LocalDate lastDay,
      RedirectAttributes flash) {
    check(me, id);
    invite(me, rosters.standIn(me.id(), id, email, lastDay), email, flash);
    return back(id);
  }

  @PostMapping("/sections/{id}/substitutes/{person}/end")
  String endStandIn(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @PathVariable UUID person) {
    check(me, id);
    rosters.endStandIn(id, person);
    return back(id);
  }

  private void check(SignedIn me, UUID section) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, section);
  }

  private static String back(UUID section) {
    return "redirect:/sections/" + section + "/settings";
  }
}
