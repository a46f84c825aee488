package school.kerygma.app.desk.proofing;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.paper.margin.Facts;
import school.kerygma.app.paper.margin.KnownPapers;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.proof.Matter;
import school.kerygma.core.proof.Outline;
import school.kerygma.core.rubric.Rubric;

/** Gathers what papers say that a walkthrough is about. */
@Component
@Transactional(readOnly = true)
class WrittenMatter {

  /** Papers that are shown, read or attached, with all they say. */
  record Papers(Map<UUID, Matter.Shown> pages, List<Paper> all) {

    Optional<Matter.Shown> shown(UUID page) {
      return Optional.ofNullable(pages.get(page));
    }

    boolean has(UUID handout) {
      return all.stream().anyMatch(p -> p.paper().handout().equals(handout));
    }

    List<Matter.Paper> papers() {
      return all.stream().map(Paper::paper).toList();
    }

    /** Every page, as every section takes it. */
    List<Matter.Text> texts(int sections) {
      List<Matter.Text> texts = new ArrayList<>();
      for (Paper paper : all) {
        for (int i = 0; i < paper.pages().size(); i++) {
          Page page = paper.pages().get(i);
          List<List<Matter.ReadFact>> told = new ArrayList<>();
          for (int s = 0; s < sections; s++) {
            told.add(page.told());
          }
          Matter.Shown itself = paper.paper().pages().get(i);
          texts.add(
              new Matter.Text(
                  Matter.Side.WRITTEN,
                  itself.page(),
                  i + 1,
                  paper.paper().title(),
                  paper.paper().related(),
                  Optional.of(itself),
                  page.words(),
                  told));
        }
      }
      return texts;
    }
  }

  private record Paper(Matter.Paper paper, List<Page> pages) {}

  private record Page(String words, List<Matter.ReadFact> told) {}

  private final Handouts handouts;
  private final KnownPapers papers;
  private final Sections sections;

  WrittenMatter(Handouts handouts, KnownPapers papers, Sections sections) {
    this.handouts = handouts;
    this.papers = papers;
    this.sections = sections;
  }

  Papers papers(List<StopView> stops, List<TaskView> of) {
    Set<UUID> seen = new LinkedHashSet<>();
    stops.forEach(s -> s.sight().ifPresent(sight -> seen.add(sight.pageId())));
    Map<UUID, PageView> views = handouts.pages(seen);
    Map<UUID, Set<UUID>> related = new HashMap<>();
    Set<UUID> order = new LinkedHashSet<>();
    for (StopView stop : stops) {
      stop.sight()
          .map(s -> views.get(s.pageId()))
          .ifPresent(
              page -> {
                order.add(page.handout());
                related.computeIfAbsent(page.handout(), h -> new HashSet<>()).addAll(stop.tasks());
              });
    }
    for (TaskView task : of) {
      for (UUID handout : task.sheet().allHandouts()) {
        order.add(handout);
        related.computeIfAbsent(handout, h -> new HashSet<>()).add(task.id());
      }
    }
    Map<UUID, Matter.Shown> pages = new HashMap<>();
    views.forEach((id, v) -> pages.put(id, new Matter.Shown(v.handout(), id, v.called())));
    List<Paper> all = new ArrayList<>();
    for (UUID handout : order) {
      handouts
          .find(handout)
          .filter(v -> !v.shown().isEmpty()) // Else it is put away, or still being read.
          .ifPresent(v -> all.add(paper(v, related.getOrDefault(handout, Set.of()), pages)));
    }
    return new Papers(pages, all);
  }

  private Paper paper(Handouts.View view, Set<UUID> related, Map<UUID, Matter.Shown> shown) {
    UUID handout = view.id();
    List<Matter.Shown> pages =
        view.shown().stream().map(p -> new Matter.Shown(handout, p.id(), p.called())).toList();
    pages.forEach(p -> shown.put(p.page(), p));
    KnownPapers.Paper known = papers.of(handout, view.shown().stream().map(PageView::id).toList());
    Facts.Said said = known.said();
    Optional<Rubric> rubric = known.tables().stream().flatMap(t -> t.rubric().stream()).findFirst();
    List<Page> texts = new ArrayList<>();
    for (int i = 0; i < pages.size(); i++) {
      texts.add(
          new Page(
              known.texts().get(i),
              said.pages().get(i).notes().stream()
                  .filter(n -> !n.dismissed())
                  .map(WrittenMatter::told)
                  .toList()));
    }
    return new Paper(
        new Matter.Paper(
            handout,
            view.title(),
            related,
            said.outline(),
            rubric.flatMap(Rubric::sum),
            worths(said.outline(), rubric),
            pages,
            rubric.stream()
                .flatMap(r -> r.readings().stream().limit(1))
                .flatMap(r -> r.shares().stream())
                .map(s -> new Matter.Criterion(s.name(), s.points()))
                .toList()),
        texts);
  }

  private static Matter.ReadFact told(Facts.Note note) {
    return new Matter.ReadFact(
        note.fact(),
        note.value(),
        note.open() && note.fact().doubts().stream().anyMatch(DatePhrases.Doubt::isOfReading));
  }

  private static Set<BigDecimal> worths(Outline outline, Optional<Rubric> rubric) {
    Set<BigDecimal> worths = new TreeSet<>();
    for (Outline.Part part : outline.parts()) {
      part.points().ifPresent(worths::add);
      part.steps().forEach(s -> s.points().ifPresent(worths::add));
    }
    rubric.ifPresent(
        r -> {
          r.readings()
              .forEach(reading -> reading.shares().forEach(s -> s.points().ifPresent(worths::add)));
          r.levels()
              .forEach(
                  l ->
                      l.points()
                          .ifPresent(
                              p -> {
                                worths.add(p.low());
                                worths.add(p.high());
                              }));
        });
    return worths;
  }
}
