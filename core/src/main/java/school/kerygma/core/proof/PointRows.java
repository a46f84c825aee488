package school.kerygma.core.proof;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import school.kerygma.core.proof.Matter.Side;
import school.kerygma.core.proof.Proof.Reason;
import school.kerygma.core.proof.Proof.Row;
import school.kerygma.core.proof.Proof.Statement;
import school.kerygma.core.proof.Proof.Topic;
import school.kerygma.core.proof.Proof.Verdict;
import school.kerygma.core.proof.Sides.Claim;

/** Points of a part, said aloud: those that the papers or the tasks give it. */
final class PointRows implements Proof.Rows {

  @Override
  public Stream<Row> of(Matter matter) {
    List<Row> rows = new ArrayList<>();
    for (Claim claim : Sides.claims(matter, EnumSet.of(Side.SAID, Side.POSTED), Fact.Kind.POINTS)) {
      if (claim.told().value().matches("\\d{1,6}(?:\\.\\d{1,3})?")) {
        row(matter, claim).ifPresent(rows::add);
      }
    }
    return rows.stream();
  }

  private static Optional<Row> row(Matter matter, Claim claim) {
    BigDecimal said = new BigDecimal(claim.told().value());
    List<Matter.Task> tasks = matter.related(claim.text());
    Optional<Sides.PaperPart> part = partBeside(matter, claim);
    Optional<BigDecimal> worth = part.flatMap(p -> p.part().points());
    if (worth.isPresent()) {
      boolean wrong = said.compareTo(worth.get()) != 0;
      return Optional.of(
          row(
              part.orElseThrow().part().label(),
              List.of(
                  claim.statement(wrong), part.get().statement(worth.get().toPlainString(), false)),
              wrong));
    }
    Set<BigDecimal> known = new TreeSet<>();
    for (Matter.Paper paper : matter.papers()) {
      known.addAll(paper.worths());
      paper.rubric().ifPresent(known::add);
      paper.outline().stated().ifPresent(known::add);
    }
    tasks.forEach(t -> t.in().forEach(d -> d.flatMap(Matter.Doing::points).ifPresent(known::add)));
    if (known.isEmpty()) {
      return Optional.empty();
    }
    boolean wrong = !known.contains(said);
    List<Statement> all = new ArrayList<>(List.of(claim.statement(wrong)));
    tasks.forEach(
        t ->
            all.addAll(
                Sides.postedBySection(
                        matter, t, i -> Sides.doing(t, i).points().map(BigDecimal::toPlainString))
                    .stream()
                    .map(s -> new Statement(s.side(), "", s.value(), t.title(), s.place(), false))
                    .toList()));
    return Optional.of(row(claim.text().name(), all, wrong));
  }

  private static Row row(String about, List<Statement> all, boolean wrong) {
    return wrong
        ? Sides.row(
            Topic.POINTS, about, Optional.empty(), all, Verdict.DISAGREES, Reason.NO_SUCH_POINTS)
        : Sides.agrees(Topic.POINTS, about, Optional.empty(), all);
  }

  /** "Part three is worth six points": the part that the same sentence names. */
  private static Optional<Sides.PaperPart> partBeside(Matter matter, Claim claim) {
    String sentence = claim.sentence();
    List<String> named =
        claim.text().told().stream()
            .filter(t -> t.fact().kind() == Fact.Kind.PART)
            .filter(t -> new Claim(claim.text(), t).sentence().equals(sentence))
            .map(Matter.ReadFact::value)
            .distinct()
            .toList();
    if (named.size() != 1) {
      return Optional.empty();
    }
    return matter.papers().stream()
        .flatMap(p -> p.outline().parts().stream().map(o -> new Sides.PaperPart(p, o)))
        .filter(p -> p.part().label().equals(named.getFirst()))
        .findFirst();
  }
}
