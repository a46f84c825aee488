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
import school.kerygma.core.time.MeetingPattern;

/** The school, its terms and its sections. */
@Controller
class SchoolController {

  private static final MeetingPattern USUAL =
      MeetingPattern.on(DayOfWeek.MONDAY, DayOfWeek.WEDNESDAY, DayOfWeek.FRIDAY);

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
    List<SchoolTime.TermView> terms = terms(me);
    SchoolTime.TermView shown = SchoolTime.shown(terms, term, clock.instant());
    LocalDate today = shown.calendar().dateOf(clock.instant());
    List<SectionView> own = shown.among(sections.ofTeacher(me.id()));
    model.addAttribute("mail", mail.hasMail());
    model.addAttribute("terms", terms);
    model.addAttribute("weekdays", List.of(DayOfWeek.values()));
    model.addAttribute("term", shown);
    model.addAttribute("year", YearView.of(shown, terms, today));
    model.addAttribute("daysOff", time.daysOff(shown.id()));
    model.addAttribute("sections", own);
    model.addAttribute("hours", WeekHours.of(own, shown.calendar(), today));
    return "sections/school";
  }

  private List<SchoolTime.TermView> terms(SignedIn me) {
    List<SchoolTime.TermView> terms = time.ofTeacher(me.id());
    if (terms.isEmpty()) {
      throw Problem.notFound();
    }
    return terms;
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

  // ---- sections

  /** In the term of today. */
  @GetMapping("/school/sections/new")
  String newSection(@AuthenticationPrincipal SignedIn me) {
    UUID term = SchoolTime.shown(terms(me), null, clock.instant()).id();
    return "redirect:/school/" + term + "/sections/new";
  }

  /**
   * A section that is not there yet.
   *
   * @param as a section of the teacher's whose hours it begins with
   */
  @GetMapping("/school/{term}/sections/new")
  String newSection(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID term,
      @RequestParam(required = false) @Nullable UUID as,
      Model model) {
    check(me, term);
    SchoolTime.TermView of = time.get(term);
    List<SectionView> own = sections.ofTeacher(me.id());
    List<SectionView> here = of.among(own);
    model.addAttribute("term", of);
    model.addAttribute("weekdays", List.of(DayOfWeek.values()));
    model.addAttribute("meetings", MeetingForm.shown(USUAL, here.isEmpty() ? own : here, as));
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
