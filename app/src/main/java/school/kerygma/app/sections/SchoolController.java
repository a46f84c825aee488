package school.kerygma.app.sections;

import java.io.IOException;
import java.time.Clock;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import school.kerygma.app.accounts.Gate;
import school.kerygma.app.accounts.People;
import school.kerygma.app.accounts.SignedIn;
import school.kerygma.app.problems.Problem;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.time.MeetingPattern;

/** School time on one screen, and the sections with their meetings and rosters. */
@Controller
class SchoolController {

  private static final int MAX_FILE = 1024 * 1024;

  private final SchoolTime time;
  private final Sections sections;
  private final Rosters rosters;
  private final People people;
  private final Gate gate;
  private final Clock clock;

  SchoolController(
      SchoolTime time, Sections sections, Rosters rosters, People people, Gate gate, Clock clock) {
    this.time = time;
    this.sections = sections;
    this.rosters = rosters;
    this.people = people;
    this.gate = gate;
    this.clock = clock;
  }

  @GetMapping("/school")
  String school(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam(required = false) @Nullable UUID term,
      Model model) {
    List<SchoolTime.TermView> terms = time.ofTeacher(me.id());
    if (terms.isEmpty()) {
      throw Problem.notFound();
    }
    SchoolTime.TermView shown =
        terms.stream().filter(t -> t.id().equals(term)).findFirst().orElse(terms.getFirst());
    LocalDate today = shown.calendar().dateOf(clock.instant());
    model.addAttribute("terms", terms);
    model.addAttribute("weekdays", List.of(DayOfWeek.values()));
    model.addAttribute("term", shown);
    model.addAttribute("year", YearView.of(shown.calendar(), today));
    model.addAttribute("sections", sections.ofTeacher(me.id()));
    return "sections/school";
  }

  @PostMapping("/school/{term}")
  String change(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID term,
      @RequestParam String name,
      @RequestParam LocalDate firstDay,
      @RequestParam int weeks,
      @RequestParam LocalTime begins,
      @RequestParam LocalTime ends) {
    check(me, term);
    time.change(term, name, firstDay, weeks, begins, ends);
    return back(term);
  }

  private void check(SignedIn me, UUID term) {
    gate.check(me, Deed.CHANGE, Gate.Kind.TERM, term);
  }

  private static String back(UUID term) {
    return "redirect:/school?term=" + term;
  }

  @PostMapping("/school/{term}/terms")
  String addTerm(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID term,
      @RequestParam String name,
      @RequestParam LocalDate firstDay,
      @RequestParam int weeks) {
    check(me, term);
    return back(time.addTerm(term, name, firstDay, weeks));
  }

  @PostMapping("/school/{term}/turn")
  String turn(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID term, @RequestParam LocalDate day) {
    check(me, term);
    time.turn(term, day);
    return back(term) + "#d" + day;
  }

  @PostMapping("/school/{term}/early")
  String early(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID term,
      @RequestParam LocalDate day,
      @RequestParam(required = false) @Nullable LocalTime at) {
    check(me, term);
    time.closeEarly(term, day, Optional.ofNullable(at));
    return back(term);
  }

  @PostMapping("/school/{term}/days")
  String days(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID term,
      @RequestParam MultipartFile file,
      RedirectAttributes flash)
      throws IOException {
    check(me, term);
    if (file.getSize() > MAX_FILE) {
      throw Problem.refused("calendar-unreadable");
    }
    SchoolTime.TermView of = time.get(term);
    flash.addFlashAttribute(
        "closed", time.close(term, DaysOffFile.read(file.getInputStream(), of.calendar().zone())));
    return back(term);
  }

  // ---- sections

  @PostMapping("/school/{term}/sections")
  String addSection(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID term,
      @RequestParam String name,
      @RequestParam String meets,
      @RequestParam int minutes) {
    check(me, term);
    return "redirect:/sections/" + sections.add(me.id(), term, name, pattern(meets), minutes);
  }

  private static MeetingPattern pattern(String text) {
    try {
      return MeetingPattern.parse(text);
    } catch (IllegalArgumentException e) {
      throw Problem.refused("pattern", text);
    }
  }

  @GetMapping("/sections/{id}")
  String section(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, id);
    SectionView section = sections.get(id);
    model.addAttribute("section", section);
    model.addAttribute(
        "students",
        people.contacts(section.students()).values().stream()
            .sorted(Comparator.comparing(People.Contact::name))
            .toList());
    model.addAttribute(
        "teachers",
        people.contacts(section.teachers()).values().stream()
            .map(People.Contact::name)
            .sorted()
            .toList());
    model.addAttribute(
        "others", sections.ofTeacher(me.id()).stream().filter(s -> !s.id().equals(id)).toList());
    return "sections/section";
  }

  @PostMapping("/sections/{id}")
  String changeSection(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam String name,
      @RequestParam String meets,
      @RequestParam int minutes) {
    gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, id);
    sections.change(id, name, pattern(meets), minutes);
    return "redirect:/sections/" + id;
  }

  @PostMapping("/sections/{id}/roster")
  String roster(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam String lines,
      RedirectAttributes flash) {
    gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, id);
    Rosters.Added added = rosters.add(id, lines);
    flash.addFlashAttribute("added", added.students());
    flash.addFlashAttribute("already", added.already());
    return "redirect:/sections/" + id;
  }

  @PostMapping("/sections/{id}/students/{student}")
  String moveStudent(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @PathVariable UUID student,
      @RequestParam(required = false) @Nullable UUID to,
      @RequestParam(defaultValue = "false") boolean leave) {
    gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, id);
    if (leave) {
      rosters.remove(id, student);
    } else if (to != null) {
      gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, to);
      rosters.move(id, to, student);
    }
    return "redirect:/sections/" + id;
  }

  @PostMapping("/sections/{id}/teachers")
  String share(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestParam String email) {
    gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, id);
    rosters.share(id, email);
    return "redirect:/sections/" + id;
  }
}
