package school.kerygma.app.paper.margin;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.jobs.Job;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.paper.marking.MarkView;
import school.kerygma.app.paper.marking.Marks;
import school.kerygma.app.paper.marking.RosterNames;
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.Leaf;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.app.school.frame.PageJson;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.text.Readability;
import school.kerygma.core.text.Words;

/** A paper as its teacher reads it, with what was read from it beside. */
@Controller
class ReaderController {

  /** What the script of the reader needs. */
  record Marking(List<PageView> pages, List<MarkView> marks) {}

  /**
   * Pages that are shown at once; a long paper has several of these.
   *
   * @param open whether it is the one that is shown
   */
  record Sheaf(List<PageView> pages, boolean open) {

    private static final int PAGES = 20;

    /**
     * @param at number of a page in the open one; beyond the paper it is the nearest
     */
    static List<Sheaf> of(List<PageView> all, int at) {
      int shown = Math.clamp(at - 1L, 0, Math.max(0, all.size() - 1)) / PAGES;
      return IntStream.rangeClosed(0, (all.size() - 1) / PAGES)
          .mapToObj(
              i ->
                  new Sheaf(
                      all.subList(i * PAGES, Math.min(all.size(), (i + 1) * PAGES)), i == shown))
          .toList();
    }

    public int from() {
      return pages.getFirst().number();
    }

    public String name() {
      String first = pages.getFirst().called();
      return pages.size() == 1 ? first : first + "\u2013" + pages.getLast().called();
    }
  }

  /** A paper of tables and headings has no sentences whose level could be told. */
  private static final int MOST_WORDS_A_SENTENCE = 40;

  private final Handouts handouts;
  private final Editions editions;
  private final Facts facts;
  private final Rubrics rubrics;
  private final GlossaryWords words;
  private final Marks marks;
  private final RosterNames names;
  private final Sections sections;
  private final Jobs jobs;
  private final PageJson json;
  private final Gate gate;

  ReaderController(
      Handouts handouts,
      Editions editions,
      Facts facts,
      Rubrics rubrics,
      GlossaryWords words,
      Marks marks,
      RosterNames names,
      Sections sections,
      Jobs jobs,
      PageJson json,
      Gate gate) {
    this.handouts = handouts;
    this.editions = editions;
    this.facts = facts;
    this.rubrics = rubrics;
    this.words = words;
    this.marks = marks;
    this.names = names;
    this.sections = sections;
    this.jobs = jobs;
    this.json = json;
    this.gate = gate;
  }

  @GetMapping("/handouts/{id}")
  String read(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "1") int at,
      @RequestParam(defaultValue = "0") int made,
      @RequestParam(defaultValue = "0") int without,
      @RequestParam(defaultValue = "false") boolean held,
      Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
    model.addAttribute("made", made);
    model.addAttribute("without", without);
    Optional<Editions.Held> waiting = held ? editions.held(id) : Optional.empty();
    Handouts.View handout =
        waiting
            .map(h -> handouts.withPages(id, h.content().ids()))
            .orElseGet(() -> handouts.get(id));
    model.addAttribute("handout", handout);
    model.addAttribute("looking", waiting.isPresent());
    Editions.Content paper = editions.opened(id);
    Facts.Said said = facts.of(paper);
    model.addAttribute("outline", said.outline());
    List<Sheaf> sheaves = Sheaf.of(handout.shown(), at);
    model.addAttribute("sheaves", sheaves);
    List<PageView> open =
        sheaves.stream().filter(Sheaf::open).findFirst().map(Sheaf::pages).orElse(List.of());
    model.addAttribute("open", open);
    model.addAttribute(
        "names",
        names.onLeaves(me.id(), leaves(waiting.map(Editions.Held::content).orElse(paper), open)));
    List<Rubrics.Table> tables = rubrics.of(paper);
    model.addAttribute("tables", tables);
    model.addAttribute(
        "margins",
        said.pages().stream()
            .collect(Collectors.toMap(Facts.PageNotes::page, p -> PageMargin.of(p, tables))));
    model.addAttribute("words", words.places(paper));
    model.addAttribute("nowhere", words.nowhere(paper));
    List<PageView> pages = handout.shown();
    List<UUID> pageIds = pages.stream().map(PageView::id).toList();
    model.addAttribute(
        "making",
        jobs.latest(id)
            .filter(w -> !w.state().isOver() || w.state() == Job.State.FAILED)
            .orElse(null));
    model.addAttribute("json", json.of(new Marking(pages, marks.views(pageIds))));
    model.addAttribute("level", level(paper.words()).orElse(null));
    model.addAttribute("grades", grades(me.id()));
    return "margin/reader";
  }

  private static List<Leaf> leaves(Editions.Content of, List<PageView> shown) {
    Set<UUID> ids = shown.stream().map(PageView::id).collect(Collectors.toSet());
    return of.leaves().stream().filter(l -> ids.contains(l.id())).toList();
  }

  private static Optional<Readability> level(String text) {
    return Words.count(text) == 0
        ? Optional.empty()
        : Optional.of(Readability.of(text))
            .filter(l -> l.words() <= MOST_WORDS_A_SENTENCE * l.sentences());
  }

  private String grades(UUID teacher) {
    return sections.ofTeacher(teacher).stream()
        .flatMap(s -> s.grade().stream())
        .distinct()
        .sorted()
        .map(String::valueOf)
        .collect(Collectors.joining(", "));
  }
}
