package school.kerygma.app.school.sections;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
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
import school.kerygma.core.There;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.roster.PersonNames;

/** A section and who is in it. */
@Controller
class SectionController {

  /** Who has left, and the last day. */
  record Left(UUID id, String name, LocalDate lastDay) {}

  private final Sections sections;
  private final Rosters rosters;
  private final People people;
  private final Gate gate;

  SectionController(Sections sections, Rosters rosters, People people, Gate gate) {
    this.sections = sections;
    this.rosters = rosters;
    this.people = people;
    this.gate = gate;
  }

  @GetMapping("/sections/{id}")
  String section(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    check(me, id);
    SectionView section = sections.get(id);
    model.addAttribute("section", section);
    model.addAttribute(
        "students",
        people.contacts(section.students()).values().stream()
            .sorted(People.Contact.BY_FAMILY_NAME)
            .toList());
    model.addAttribute("guardians", guardians(section));
    model.addAttribute("left", left(id));
    model.addAttribute(
        "others",
        sections.ofTeacher(me.id()).stream()
            .filter(s -> !s.id().equals(id) && gate.may(me, Deed.CHANGE, Gate.Kind.ROSTER, s.id()))
            .toList());
    return "sections/section";
  }

  /** The guardians of each student, by name. */
  private Map<UUID, List<People.Contact>> guardians(SectionView section) {
    Map<UUID, Set<UUID>> guarded = people.studentsByGuardian(section.students());
    Map<UUID, People.Contact> contacts = people.contacts(guarded.keySet());
    Map<UUID, List<People.Contact>> byStudent = new HashMap<>();
    guarded.forEach(
        (guardian, children) ->
            children.forEach(
                c ->
                    byStudent
                        .computeIfAbsent(c, added -> new ArrayList<>())
                        .add(contacts.get(guardian))));
    byStudent.values().forEach(all -> all.sort(People.Contact.BY_FAMILY_NAME));
    return byStudent;
  }

  private List<Left> left(UUID id) {
    Map<UUID, LocalDate> left = rosters.left(id);
    Map<UUID, People.Contact> known = people.contacts(left.keySet());
    return left.entrySet().stream()
        .filter(e -> known.containsKey(e.getKey()))
        .map(e -> new Left(e.getKey(), There.in(known, e.getKey()).name(), e.getValue()))
        .sorted(Comparator.comparing(Left::name, PersonNames.BY_FAMILY_NAME))
        .toList();
  }

  /** Puts right a student of the section, or a guardian of one. */
  @PostMapping("/sections/{id}/persons/{person}")
  String correct(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @PathVariable UUID person,
      @RequestParam String name,
      @RequestParam(defaultValue = "") String email) {
    check(me, id);
    SectionView section = sections.get(id);
    boolean here =
        section.students().contains(person)
            || people.studentsByGuardian(section.students()).containsKey(person);
    if (!here) {
      throw Problem.notFound();
    }
    people.correct(person, name, email);
    return back(id);
  }

  @PostMapping("/sections/{id}/students/{student}/guardians")
  String addGuardian(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @PathVariable UUID student,
      @RequestParam String name,
      @RequestParam(defaultValue = "") String email) {
    check(me, id);
    if (!sections.get(id).students().contains(student)) {
      throw Problem.notFound();
    }
    rosters.addGuardian(me.id(), id, student, name, email);
    return back(id);
  }

  /** Seats a student again who had left. */
  @PostMapping("/sections/{id}/left/{student}")
  String seatAgain(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @PathVariable UUID student) {
    check(me, id);
    if (!rosters.left(id).containsKey(student)) {
      throw Problem.notFound();
    }
    rosters.seat(id, student);
    return back(id);
  }

  @PostMapping("/sections/{id}/students/{student}")
  String moveStudent(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @PathVariable UUID student,
      @RequestParam(required = false) @Nullable UUID to,
      @RequestParam(defaultValue = "false") boolean leave) {
    check(me, id);
    if (leave) {
      rosters.remove(id, student);
    } else if (to != null) {
      check(me, to);
      rosters.move(id, to, student);
    }
    return back(id);
  }

  private void check(SignedIn me, UUID section) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, section);
  }

  private static String back(UUID section) {
    return "redirect:/sections/" + section;
  }
}
