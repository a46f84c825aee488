package school.kerygma.app.school.sections;

import java.time.Clock;
import java.util.List;
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
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.result.LetterScale;
import school.kerygma.core.roll.Hears;

/** The rules of a school: set once, and seldom looked at. */
@Controller
class RulesController {

  private final SchoolTime time;
  private final Sections sections;
  private final Gate gate;
  private final Clock clock;

  RulesController(SchoolTime time, Sections sections, Gate gate, Clock clock) {
    this.time = time;
    this.sections = sections;
    this.gate = gate;
    this.clock = clock;
  }

  @GetMapping("/school/rules")
  String rules(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam(required = false) @Nullable UUID term,
      Model model) {
    List<SchoolTime.TermView> terms = time.ofTeacher(me.id());
    if (terms.isEmpty()) {
      throw Problem.notFound();
    }
    SchoolTime.TermView shown = SchoolTime.shown(terms, term, clock.instant());
    model.addAttribute("term", shown);
    model.addAttribute("hears", Hears.values());
    model.addAttribute("sections", shown.among(sections.ofTeacher(me.id())));
    return "sections/rules";
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

  private void check(SignedIn me, UUID term) {
    gate.check(me, Deed.CHANGE, Gate.Kind.TERM, term);
  }

  private static String back(UUID term) {
    return "redirect:/school/rules?term=" + term;
  }
}
