package school.kerygma.app.margin;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.accounts.Gate;
import school.kerygma.app.accounts.SignedIn;
import school.kerygma.app.papers.Editions;
import school.kerygma.app.papers.Handouts;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.proof.Fact;

/** The tables of a handout, cell by cell, with their sums. */
@Controller
class RubricController {

  private final Rubrics rubrics;
  private final Facts facts;
  private final Handouts handouts;
  private final Editions editions;
  private final Gate gate;

  RubricController(Rubrics rubrics, Facts facts, Handouts handouts, Editions editions, Gate gate) {
    this.rubrics = rubrics;
    this.facts = facts;
    this.handouts = handouts;
    this.editions = editions;
    this.gate = gate;
  }

  @GetMapping("/handouts/{id}/rubric")
  String rubric(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
    model.addAttribute("handout", handouts.get(id));
    Editions.Content paper = editions.opened(id);
    model.addAttribute("tables", rubrics.of(paper));
    model.addAttribute("totals", totals(paper));
    return "margin/rubric";
  }

  /** What the paper itself says beside its tables: "25 points in all". */
  private List<String> totals(Editions.Content paper) {
    return facts.of(paper).pages().stream()
        .flatMap(p -> p.notes().stream())
        .filter(n -> n.fact().kind() == Fact.Kind.TOTAL && !n.dismissed())
        .map(Facts.Note::value)
        .distinct()
        .toList();
  }

  @PostMapping("/handouts/{id}/rubric")
  String mend(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam Map<String, String> form) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
    Map<String, String> texts = new HashMap<>();
    form.forEach(
        (name, text) -> {
          if (name.startsWith("cell-")) {
            texts.put(name.substring("cell-".length()), text);
          }
        });
    rubrics.mend(editions.opened(id), texts);
    return "redirect:/handouts/" + id + "/rubric";
  }
}
