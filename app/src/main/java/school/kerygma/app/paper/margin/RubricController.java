package school.kerygma.app.paper.margin;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.proof.Fact;
import school.kerygma.core.rubric.Rubric;

/** The tables of a handout, cell by cell, with their sums. */
@Controller
class RubricController {

  private static final Pattern READING = Pattern.compile("(\\d{1,5})-(\\d{1,3})-([A-Z]*)");

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
    Editions.Content paper = editions.opened(id);
    return show(id, paper, rubrics.of(paper), model);
  }

  /** The tables with what is being written in their cells; nothing is kept. */
  @PostMapping("/handouts/{id}/rubric/look")
  String look(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam Map<String, String> form,
      Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
    Editions.Content paper = editions.opened(id);
    return show(id, paper, rubrics.looked(paper, texts(form)), model);
  }

  private String show(UUID id, Editions.Content paper, List<Rubrics.Table> tables, Model model) {
    Handouts.View handout = handouts.get(id);
    model.addAttribute("handout", handout);
    model.addAttribute("called", PageView.called(handout.shown()));
    model.addAttribute(
        "pages", handout.shown().stream().collect(Collectors.toMap(PageView::number, p -> p)));
    model.addAttribute("tables", tables);
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
    Editions.Content paper = editions.opened(id);
    rubrics.mend(paper, texts(form));
    decide(paper, form.getOrDefault("reading", ""));
    return "redirect:/handouts/" + id + "/rubric";
  }

  /** How a table is read: "page-number-basis", or without a basis if it shall be asked again. */
  private void decide(Editions.Content paper, String reading) {
    Matcher m = READING.matcher(reading);
    if (m.matches()) {
      rubrics.decide(
          paper,
          new Rubrics.Place(
              Integer.parseInt(Objects.requireNonNull(m.group(1))),
              Integer.parseInt(Objects.requireNonNull(m.group(2)))),
          Arrays.stream(Rubric.Basis.values())
              .filter(b -> b.name().equals(m.group(3)))
              .findFirst());
    }
  }

  private static Map<String, String> texts(Map<String, String> form) {
    Map<String, String> texts = new HashMap<>();
    form.forEach(
        (name, text) -> {
          if (name.startsWith("cell-")) {
            texts.put(name.substring("cell-".length()), text);
          }
        });
    return texts;
  }
}
