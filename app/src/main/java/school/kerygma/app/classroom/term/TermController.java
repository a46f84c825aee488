package school.kerygma.app.classroom.term;

import java.time.Clock;
import java.time.DayOfWeek;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Fields;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.frame.CsvFile;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.audience.Pace;

/** The term in one look: of a section, and the rule of its pace. */
@Controller
class TermController {

  private final Terms terms;
  private final PaceRules paces;
  private final Sections sections;
  private final Gate gate;
  private final Clock clock;

  TermController(Terms terms, PaceRules paces, Sections sections, Gate gate, Clock clock) {
    this.terms = terms;
    this.paces = paces;
    this.sections = sections;
    this.gate = gate;
    this.clock = clock;
  }

  @GetMapping("/sections/{id}/term")
  String term(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, id);
    SectionView section = sections.get(id);
    model.addAttribute("section", section);
    Term term = terms.of(section);
    model.addAttribute("term", term);
    model.addAttribute("pace", term.pace().orElse(null));
    model.addAttribute("days", List.of(DayOfWeek.values()));
    return "term/section";
  }

  @GetMapping("/sections/{id}/term.csv")
  ResponseEntity<byte[]> csv(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, id);
    SectionView section = sections.get(id);
    return CsvFile.of(section.name() + " term.csv", terms.of(section).rows());
  }

  /** Sets the rule of the pace, from this week on, or ends it. */
  @PostMapping("/sections/{id}/pace")
  String pace(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "") String by,
      @RequestParam(defaultValue = "") String most,
      @RequestParam(defaultValue = "false") boolean end) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, id);
    if (end) {
      paces.end(id);
    } else {
      if (!most.strip().matches("[0-9]{1,2}")
          || Integer.parseInt(most.strip()) < 1
          || Integer.parseInt(most.strip()) > Pace.Rule.MOST) {
        throw Problem.refused("pace-weeks", Pace.Rule.MOST).at("most");
      }
      paces.set(
          id,
          new Pace.Rule(
              Fields.one(DayOfWeek.class, by.toUpperCase(Locale.ROOT)),
              Integer.parseInt(most.strip())),
          sections.get(id).calendar().dateOf(clock.instant()));
    }
    return "redirect:/sections/" + id + "/term";
  }
}
