package school.kerygma.app.paper.margin;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.Leaf;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.dates.DayOrder;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.PaperText;
import school.kerygma.core.handout.TextAnchor;
import school.kerygma.core.proof.Fact;
import school.kerygma.core.proof.FactReader;
import school.kerygma.core.proof.OpenQuestions;
import school.kerygma.core.proof.OpenQuestions.Turn;
import school.kerygma.core.proof.Outline;
import school.kerygma.core.rubric.Grid;

/** What papers say, with what teachers decided about it. */
@Service
@Transactional
public class Facts {

  private static final int LONGEST = 200;

  /** Ten long papers, in memory about as large as their words. */
  private static final int PAGES_KNOWN = 2_000;

  private static final int TEACHERS_KNOWN = 500;

  private static final Duration A_MINUTE = Duration.ofMinutes(1);

  /**
   * One thing that a page says.
   *
   * @param boxes of its words, in points of the page
   * @param value what it means, as it was read or as the teacher corrected it
   * @param state READ, ACCEPTED, CORRECTED or DISMISSED
   * @param turn when it is asked, if it is in doubt
   */
  public record Note(Fact fact, List<Box> boxes, String value, String state, Turn turn) {

    public boolean open() {
      return state.equals("READ");
    }

    /** Whether it is to be looked at before anybody rests on it. */
    public boolean inDoubt() {
      return open() && !fact.doubts().isEmpty();
    }

    /** Whether it is known what is meant: only that can be right. */
    public boolean understood() {
      return !open() || !fact.doubts().contains(DatePhrases.Doubt.NOT_UNDERSTOOD);
    }

    /** Whether the same is asked further up. */
    public boolean askedAbove() {
      return inDoubt() && (turn == Turn.ABOVE || turn == Turn.ABOVE_LATER);
    }

    /** Whether other questions come first. */
    public boolean askedLater() {
      return inDoubt() && turn == Turn.LATER;
    }

    /** Whether it is not shown until others are answered. */
    public boolean folded() {
      return inDoubt() && (turn == Turn.LATER || turn == Turn.ABOVE_LATER);
    }

    private Note at(Turn turn) {
      return new Note(fact, boxes, value, state, turn);
    }

    public boolean dismissed() {
      return state.equals("DISMISSED");
    }

    /** Where its first line stands, from the top of the page. */
    public double y() {
      return boxes.isEmpty() ? 0 : boxes.getFirst().y();
    }
  }

  /**
   * What a page says.
   *
   * @param picture whether it has no words at all, as a scanned page
   */
  public record PageNotes(UUID page, int number, boolean picture, List<Note> notes) {}

  private final Editions editions;
  private final Handouts handouts;
  private final FactDecision.Repository decisions;
  private final Sections sections;
  private final Clock clock;

  Facts(
      Editions editions,
      Handouts handouts,
      FactDecision.Repository decisions,
      Sections sections,
      Clock clock) {
    this.editions = editions;
    this.handouts = handouts;
    this.decisions = decisions;
    this.sections = sections;
    this.clock = clock;
  }

  /**
   * What a handout says.
   *
   * @param outline its parts and steps, by what its pages say and what was decided about that
   */
  public record Said(List<PageNotes> pages, Outline outline) {

    /** What one page says; nothing of a page that the paper does not have. */
    public List<Note> notes(UUID page) {
      return pages.stream()
          .filter(p -> p.page().equals(page))
          .findFirst()
          .map(PageNotes::notes)
          .orElse(List.of());
    }
  }

  /** Against what papers of a teacher are read. */
  private record Around(DatePhrases.Reference reference, List<String> sections) {}

  private record Known(UUID page, Around around) {}

  private final Cache<Known, List<Fact>> known =
      Caffeine.newBuilder().maximumSize(PAGES_KNOWN).build();

  /** Told anew after a decision here; one on another node is known a minute later. */
  private final Cache<UUID, DayOrder> usual =
      Caffeine.newBuilder().maximumSize(TEACHERS_KNOWN).expireAfterWrite(A_MINUTE).build();

  /** What a handout says, read against the day on which it was brought in. */
  @Transactional(readOnly = true)
  public Said of(Editions.Content paper) {
    Optional<Around> around = paper.leaves().stream().findFirst().flatMap(this::around);
    List<Placed> decided = placed(paper);
    List<List<Note>> read =
        inTurn(
            paper.leaves().stream()
                .map(p -> around.map(a -> notes(p, a, decided)).orElse(List.of()))
                .toList());
    List<PageNotes> all = new ArrayList<>();
    List<Outline.Sheet> sheets = new ArrayList<>();
    for (int i = 0; i < read.size(); i++) {
      Leaf page = paper.leaves().get(i);
      List<Note> notes = read.get(i);
      all.add(new PageNotes(page.id(), page.number(), page.text().isBlank(), notes));
      sheets.add(
          new Outline.Sheet(
              page.page(),
              notes.stream()
                  .filter(n -> !n.dismissed() && !n.inDoubt())
                  .map(n -> new Outline.Said(n.fact(), n.value()))
                  .toList(),
              page.sheet().grids().stream().map(Grid::box).toList()));
    }
    return new Said(all, Outline.of(sheets));
  }

  private static List<List<Note>> inTurn(List<List<Note>> pages) {
    List<Fact> asked =
        pages.stream().flatMap(List::stream).filter(Note::inDoubt).map(Note::fact).toList();
    Iterator<Turn> turns = OpenQuestions.turns(asked).iterator();
    return pages.stream()
        .map(notes -> notes.stream().map(n -> n.inDoubt() ? n.at(turns.next()) : n).toList())
        .toList();
  }

  /** A decision, and where its words stand in the newest edition. */
  private record Placed(FactDecision decision, UUID page, int start) {}

  /** Finds the words of every decision again: on their own page, or else on another. */
  private List<Placed> placed(Editions.Content paper) {
    List<Placed> placed = new ArrayList<>();
    for (FactDecision decision : decisions.findByHandoutIdOrderByDecidedAt(paper.handout())) {
      paper.leaves().stream()
          .sorted(Comparator.comparing(p -> Math.abs(p.number() - decision.page())))
          .flatMap(
              p ->
                  decision.anchor().in(p.text()).stream()
                      .map(place -> new Placed(decision, p.id(), place.start())))
          .findFirst()
          .ifPresent(placed::add);
    }
    return placed;
  }

  /** Quotes of decisions whose words the newest edition has no more. */
  @Transactional(readOnly = true)
  public List<String> lost(Editions.Content paper) {
    Set<FactDecision> found =
        placed(paper).stream().map(Placed::decision).collect(Collectors.toSet());
    return decisions.findByHandoutIdOrderByDecidedAt(paper.handout()).stream()
        .filter(d -> !found.contains(d))
        .map(d -> d.anchor().exact())
        .distinct()
        .toList();
  }

  private List<Note> notes(Leaf page, Around around, List<Placed> decided) {
    PaperText words = new PaperText(List.of(page.page()));
    List<Note> notes = new ArrayList<>();
    for (Fact fact : read(page, around)) {
      if (crossesCells(page, words.between(fact.start(), fact.end()))) {
        continue; // "20" in one cell and "Words" in the next say nothing together.
      }
      Optional<FactDecision> decision =
          decided.stream()
              .filter(d -> d.page().equals(page.id()))
              .filter(d -> fact.start() <= d.start() && d.start() < fact.end())
              .map(Placed::decision)
              .filter(d -> d.kind() == fact.kind() || d.kind().isDay() && fact.kind().isDay())
              .reduce((a, b) -> b);
      notes.add(
          new Note(
              fact,
              PaperText.lines(words.between(fact.start(), fact.end())),
              decision.map(FactDecision::value).orElse(fact.value()),
              decision.map(d -> d.state().name()).orElse("READ"),
              Turn.NOW));
    }
    return notes;
  }

  private static boolean crossesCells(Leaf page, List<PaperText.Placed> words) {
    return page.sheet().grids().stream()
        .anyMatch(
            grid ->
                words.stream().map(w -> w.word().box()).map(b -> cell(grid, b)).distinct().count()
                    > 1);
  }

  private static Optional<Grid.Cell> cell(Grid grid, Box word) {
    return grid.cells().stream()
        .filter(c -> c.box().contains(word.centerX(), word.centerY()))
        .findFirst();
  }

  /** What was read stays known: a page never changes, a new edition has pages of its own. */
  private List<Fact> read(Leaf page, Around around) {
    return known.get(
        new Known(page.id(), around),
        k -> FactReader.read(page.page(), around.reference(), around.sections()));
  }

  /** What a page is read against: when this changes, its facts may change. */
  Object readAgainst(Leaf page) {
    return around(page);
  }

  /** All that was decided about a paper, to be compared. */
  List<Object> decided(UUID handout) {
    return decisions.findByHandoutIdOrderByDecidedAt(handout).stream()
        .<Object>map(d -> List.of(d.page(), d.kind(), d.anchor(), d.state(), d.value()))
        .toList();
  }

  /** How a teacher writes "9/10", by what they said of their papers' dates. */
  private DayOrder usual(UUID teacher) {
    return DayOrder.of(
        decisions.ofSlashDates(handouts.titlesOfTeacher(teacher).keySet()).stream()
            .flatMap(
                d -> day(d.value()).map(m -> new DayOrder.Answer(d.anchor().exact(), m)).stream())
            .toList());
  }

  /** A value may be any words that a teacher wrote. */
  private static Optional<LocalDate> day(String value) {
    try {
      return Optional.of(LocalDateTime.parse(value).toLocalDate());
    } catch (DateTimeParseException e) {
      return Optional.empty();
    }
  }

  /** Without a school there is no calendar to read dates against. */
  private Optional<Around> around(Leaf page) {
    List<SectionView> own = sections.ofTeacher(page.owner());
    if (own.isEmpty()) {
      return Optional.empty();
    }
    LocalDate day = own.getFirst().calendar().dateOf(page.takenIn());
    DayOrder writes = usual.get(page.owner(), this::usual);
    List<SectionView> during = SectionView.during(day, own);
    SectionView first = during.getFirst();
    return Optional.of(
        new Around(
            new DatePhrases.Reference(day, first.calendar(), first.meets(), writes),
            during.stream().map(SectionView::name).toList()));
  }

  /**
   * Decides about a fact, and about all of the paper that ask the same and are not decided yet.
   *
   * @param start where it stands in the text of its page
   * @param value for a correction, 1 to 200 characters
   */
  void decide(UUID handout, UUID page, int start, FactDecision.State state, String value) {
    Editions.Content paper = editions.opened(handout);
    Said said = of(paper);
    Fact fact =
        said.notes(page).stream()
            .map(Note::fact)
            .filter(f -> f.start() == start)
            .findFirst()
            .orElseThrow(() -> Problem.conflict("changed-elsewhere"));
    boolean corrected = state == FactDecision.State.CORRECTED;
    String kept = corrected ? value.strip() : fact.value();
    boolean unknown =
        state == FactDecision.State.ACCEPTED
            && fact.doubts().contains(DatePhrases.Doubt.NOT_UNDERSTOOD);
    if (kept.isEmpty() || kept.length() > LONGEST || unknown) {
      throw Problem.refused("fact-value");
    }
    for (Leaf leaf : paper.leaves()) {
      for (Note note : said.notes(leaf.id())) {
        boolean itself = leaf.id().equals(page) && note.fact() == fact;
        if (itself || note.inDoubt() && OpenQuestions.isSame(note.fact(), fact)) {
          keep(leaf, note.fact(), state, kept);
        }
      }
    }
    usual.invalidateAll();
  }

  /** All that is plain on a page is right; what is in doubt stays open. */
  void acceptPlain(UUID handout, UUID page) {
    Editions.Content paper = editions.opened(handout);
    Said said = of(paper);
    for (Leaf leaf : paper.leaves()) {
      if (leaf.id().equals(page)) {
        said.notes(page).stream()
            .filter(n -> n.open() && !n.inDoubt())
            .forEach(n -> keep(leaf, n.fact(), FactDecision.State.ACCEPTED, n.fact().value()));
      }
    }
  }

  private void keep(Leaf leaf, Fact fact, FactDecision.State state, String value) {
    decisions.save(
        new FactDecision(
            leaf.handout(),
            leaf.number(),
            fact.kind(),
            TextAnchor.of(leaf.text(), fact.start(), fact.end()),
            state,
            value,
            clock.instant()));
  }
}
