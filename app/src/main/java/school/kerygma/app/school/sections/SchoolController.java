package school.kerygma.app.school.sections;

import java.time.Clock;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.HasMail;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Fields;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.result.LetterScale;
import school.kerygma.core.roll.Hears;
import school.kerygma.core.time.MeetingPattern;

/** The school, its terms and its sections. */
@Controller
class SchoolController {

  private final SchoolTime time;
  private final Sections sections;
  private final Gate gate;
  private final HasMail mail;
  private final Clock clock;

  SchoolController(SchoolTime time, Sections sections, Gate gate, HasMail mail, Clock clock) {
    this.time = time;
    this.sections = sections;
    this.gate = gate;
    this.mail = mail;
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
    LocalDate today = terms.getFirst().calendar().dateOf(clock.instant());
    SchoolTime.TermView shown =
        terms.stream()
            .filter(t -> t.id().equals(term))
            .findFirst()
            .or(() -> terms.stream().filter(t -> t.calendar().holds(today)).findFirst())
            .orElse(terms.getLast());
    model.addAttribute("mail", mail.hasMail());
    model.addAttribute("hears", Hears.values());
    model.addAttribute("terms", terms);
    model.addAttribute("weekdays", List.of(DayOfWeek.values()));
    model.addAttribute("term", shown);
    model.addAttribute("year", YearView.of(shown, terms, today));
    model.addAttribute("daysOff", time.daysOff(shown.id()));
    model.addAttribute("sections", sections.ofTeacher(me.id()));
    return "sections/school";
  }

  @PostMapping("/school/{term}")
  String change(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID term,
      @RequestParam(defaultValue = "") String seen,
      @RequestParam String name,
      @RequestParam LocalDate firstDay,
      @RequestParam int weeks,
      @RequestParam LocalTime begins,
      @RequestParam LocalTime ends) {
    check(me, term);
    time.change(term, seen, name, firstDay, weeks, begins, ends);
    return back(term);
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

  @PostMapping("/school/{term}/keep")
  String keep(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID term, @RequestParam int days) {
    check(me, term);
    time.keep(term, days);
    return back(term);
  }

  @PostMapping("/school/{term}/hears")
  String letHear(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID term, @RequestParam Hears hears) {
    check(me, term);
    time.letHear(term, hears);
    return back(term);
  }

  /** The letters for percents; nothing if the school gives none. */
  @PostMapping("/school/{term}/letters")
  String letters(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID term,
      @RequestParam(defaultValue = "") String letters) {
    check(me, term);
    try {
      time.name(term, LetterScale.parse(letters));
    } catch (IllegalArgumentException e) {
      throw Problem.refused("letter-scale").at("letters");
    }
    return back(term);
  }

  // ---- sections

  @GetMapping("/school/{term}/sections/new")
  String newSection(@AuthenticationPrincipal SignedIn me, @PathVariable UUID term, Model model) {
    check(me, term);
    model.addAttribute("term", time.get(term));
    model.addAttribute("weekdays", List.of(DayOfWeek.values()));
    MeetingPattern usual =
        MeetingPattern.on(DayOfWeek.MONDAY, DayOfWeek.WEDNESDAY, DayOfWeek.FRIDAY);
    model.addAttribute("meetings", MeetingForm.columns(usual));
    return "sections/new";
  }

  @PostMapping("/school/{term}/sections")
  String addSection(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID term,
      @RequestParam String name,
      @RequestParam int minutes,
      @RequestParam MultiValueMap<String, String> form) {
    check(me, term);
    return "redirect:/sections/"
        + sections.add(me.id(), term, name, new MeetingForm(new Fields(form)).read(), minutes);
  }

  private void check(SignedIn me, UUID term) {
    gate.check(me, Deed.CHANGE, Gate.Kind.TERM, term);
  }

  private static String back(UUID term) {
    return "redirect:/school?term=" + term;
  }
}
