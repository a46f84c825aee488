package school.kerygma.app.classroom.results;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.result.Given;

/** A cell of a section's marks: what it rests on, and points that are typed into it. */
@Controller
class MarkCellController {

  /** Points as they are typed, over the state that the table shows. */
  record Typed(String points, String seen) {}

  private final MarkBook book;
  private final MarkLines lines;
  private final MarkRests rests;
  private final Giving giving;
  private final Results results;
  private final Sections sections;
  private final Gate gate;

  MarkCellController(
      MarkBook book,
      MarkLines lines,
      MarkRests rests,
      Giving giving,
      Results results,
      Sections sections,
      Gate gate) {
    this.book = book;
    this.lines = lines;
    this.rests = rests;
    this.giving = giving;
    this.results = results;
    this.sections = sections;
    this.gate = gate;
  }

  /** A student's line, as it stands after a cell was changed. */
  @GetMapping("/sections/{id}/marks/{student}")
  String line(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @PathVariable UUID student,
      Model model) {
    SectionView section = sits(me, id, student);
    model.addAttribute("section", section);
    MarkBook.Table table = book.line(section, student);
    model.addAttribute("table", table);
    model.addAttribute("lines", lines.of(section.id(), table));
    model.addAttribute("kinds", section.grading().kinds());
    return "results/marks :: lines";
  }

  /** What a cell rests on. */
  @GetMapping("/sections/{id}/marks/{student}/{task}")
  String rests(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @PathVariable UUID student,
      @PathVariable UUID task,
      Model model) {
    SectionView section = sits(me, id, student);
    gate.check(me, Deed.CHANGE, Gate.Kind.TASK, task);
    rests.show(section, student, task, model);
    return "results/rests";
  }

  /** Points that are typed into a cell; what was said of the work otherwise stays. */
  @PutMapping("/sections/{id}/marks/{student}/{task}")
  @ResponseBody
  Giving.Kept type(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @PathVariable UUID student,
      @PathVariable UUID task,
      @RequestParam(required = false) @Nullable UUID version,
      @RequestBody Typed typed) {
    sits(me, id, student);
    gate.check(me, Deed.CHANGE, Gate.Kind.TASK, task);
    Optional<Given> before =
        (version == null ? results.onPaper(task, student) : results.ofVersions(List.of(version)))
            .stream().reduce((one, other) -> other).map(ResultView::given);
    return giving.give(
        me.id(),
        new Giving.Meant(id, task, student, version),
        GivenForm.points(typed.points(), typed.seen(), before));
  }

  private SectionView sits(SignedIn me, UUID id, UUID student) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, id);
    SectionView section = sections.get(id);
    if (!section.students().contains(student)) {
      throw Problem.notFound();
    }
    return section;
  }
}
