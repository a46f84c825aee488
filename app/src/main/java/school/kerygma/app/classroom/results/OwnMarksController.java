package school.kerygma.app.classroom.results;

import java.math.BigDecimal;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.result.TermMark;
import school.kerygma.core.result.TypedPoints;

/** The marks of one student, for them and their family, and what would come of more. */
@Controller
class OwnMarksController {

  /** More points than one piece of work has. */
  private static final BigDecimal MOST = new BigDecimal(1000);

  private final MarkBook book;
  private final Sections sections;
  private final People people;

  OwnMarksController(MarkBook book, Sections sections, People people) {
    this.book = book;
    this.sections = sections;
    this.people = people;
  }

  @GetMapping("/class/marks/{section}")
  String ofStudent(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @RequestParam(defaultValue = "") String kind,
      @RequestParam(defaultValue = "") String outOf,
      @RequestParam(defaultValue = "") String wanted,
      Model model) {
    model.addAttribute("home", "/class?section=" + section);
    return show(section, me.id(), kind, outOf, wanted, model);
  }

  @GetMapping("/family/marks/{section}/{child}")
  String ofFamily(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @PathVariable UUID child,
      @RequestParam(defaultValue = "") String kind,
      @RequestParam(defaultValue = "") String outOf,
      @RequestParam(defaultValue = "") String wanted,
      Model model) {
    if (!people.studentsOf(me.id()).contains(child)) {
      throw Problem.notFound();
    }
    model.addAttribute("home", "/family");
    return show(section, child, kind, outOf, wanted, model);
  }

  private String show(
      UUID id, UUID student, String kind, String outOf, String wanted, Model model) {
    if (!sections.anySits(Set.of(student), Set.of(id))) {
      throw Problem.notFound();
    }
    SectionView section = sections.get(id);
    MarkBook.Table table = book.own(section, student);
    MarkBook.Row row = table.rows().getFirst();
    model.addAttribute("section", section);
    model.addAttribute("columns", table.columns());
    model.addAttribute("row", row);
    model.addAttribute("kinds", section.grading().kinds());
    model.addAttribute("kind", kind);
    model.addAttribute("outOf", outOf);
    model.addAttribute("wanted", wanted);
    if (!outOf.isBlank() && !wanted.isBlank()) {
      Optional<BigDecimal> points = number(outOf).filter(p -> p.signum() > 0);
      Optional<BigDecimal> mark = number(wanted);
      model.addAttribute("unread", points.isEmpty() || mark.isEmpty());
      if (points.isPresent() && mark.isPresent()) {
        model.addAttribute(
            "needed",
            TermMark.needed(section.grading(), row.items(), kind, points.get(), mark.get())
                .orElse(null));
      }
    }
    return "results/own-marks";
  }

  /** What is plainly a number up to 1000; what would have to be guessed is asked for again. */
  private static Optional<BigDecimal> number(String typed) {
    return TypedPoints.read(typed, Optional.of(MOST)).points();
  }
}
