package school.kerygma.core.proof;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import school.kerygma.core.proof.Matter.Side;
import school.kerygma.core.proof.Proof.Reason;
import school.kerygma.core.proof.Proof.Row;
import school.kerygma.core.proof.Proof.Statement;
import school.kerygma.core.proof.Proof.Topic;
import school.kerygma.core.proof.Proof.Verdict;
import school.kerygma.core.proof.Sides.Claim;

/** Pages that are said: those that are shown just then, or that a paper names. */
final class PageRows implements Proof.Rows {

  /** More pages than this are a whole book, and not listed one by one. */
  private static final int MOST = 400;

  @Override
  public Stream<Row> of(Matter matter) {
    List<Claim> written =
        Sides.claims(matter, EnumSet.of(Side.WRITTEN, Side.POSTED), Fact.Kind.PAGES);
    List<Row> rows = new ArrayList<>();
    for (Claim said : Sides.claims(matter, EnumSet.of(Side.SAID), Fact.Kind.PAGES)) {
      rows.add(row(matter, said, written));
    }
    return rows.stream();
  }

  private static Row row(Matter matter, Claim said, List<Claim> written) {
    Set<Integer> pages = pages(said.told().value());
    List<Claim> same =
        written.stream()
            .filter(w -> pages(w.told().value()).stream().anyMatch(pages::contains))
            .toList();
    Optional<Matter.Shown> shown = said.text().shown();
    boolean isShown =
        shown.filter(s -> pages.stream().anyMatch(p -> s.called().equals("" + p))).isPresent();
    Optional<Matter.Paper> paper =
        shown.flatMap(
            s -> matter.papers().stream().filter(p -> p.handout().equals(s.handout())).findFirst());
    boolean of =
        paper.isPresent()
            && paper.get().pages().stream()
                .anyMatch(p -> pages.stream().anyMatch(n -> p.called().equals("" + n)));
    boolean anywhere =
        matter.papers().stream()
            .flatMap(p -> p.pages().stream())
            .anyMatch(p -> pages.stream().anyMatch(n -> p.called().equals("" + n)));
    List<Statement> all = new ArrayList<>();
    boolean wrong = !isShown && same.isEmpty();
    all.add(said.statement(wrong));
    same.forEach(c -> all.add(c.statement(false)));
    String about = said.text().name();
    if (wrong && of) {
      // It speaks of this paper, and another page of it is seen.
      all.add(shown(paper.orElseThrow(), shown.orElseThrow()));
      return Sides.row(
          Topic.PAGES,
          about,
          Optional.empty(),
          all,
          Verdict.DISAGREES,
          Reason.OTHER_PAGE_SHOWN,
          said.told().value(),
          shown.orElseThrow().called());
    }
    if (wrong && !anywhere && !written.isEmpty()) {
      all.addAll(written.stream().map(c -> c.statement(false)).toList());
      return Sides.row(
          Topic.PAGES,
          about,
          Optional.empty(),
          all,
          Verdict.DISAGREES,
          Reason.NO_SUCH_PAGE,
          said.told().value());
    }
    all.set(0, said.statement(false));
    return Sides.agrees(Topic.PAGES, about, Optional.empty(), all);
  }

  private static Statement shown(Matter.Paper paper, Matter.Shown shown) {
    int number = paper.pages().stream().map(Matter.Shown::page).toList().indexOf(shown.page()) + 1;
    return new Statement(
        Side.WRITTEN, "", shown.called(), paper.title(), paper.at(Math.max(1, number), 0), true);
  }

  /** "4, 7-9" as 4, 7, 8, 9. */
  static Set<Integer> pages(String value) {
    Set<Integer> pages = new TreeSet<>();
    for (String part : value.split(",\\s*")) {
      List<Integer> ends =
          Stream.of(part.split("-"))
              .filter(p -> p.matches("\\d{1,4}"))
              .map(Integer::valueOf)
              .collect(Collectors.toList());
      if (!ends.isEmpty()) {
        for (int p = ends.getFirst(); p <= ends.getLast() && pages.size() < MOST; p++) {
          pages.add(p);
        }
      }
    }
    return pages;
  }
}
