package school.kerygma.core.proof;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import school.kerygma.core.proof.Matter.Side;
import school.kerygma.core.proof.Proof.Place;
import school.kerygma.core.proof.Proof.Reason;
import school.kerygma.core.proof.Proof.Row;
import school.kerygma.core.proof.Proof.Statement;
import school.kerygma.core.proof.Proof.Topic;
import school.kerygma.core.proof.Proof.Verdict;
import school.kerygma.core.proof.Sides.Claim;

/**
 * The points of all of it: the sheet's total, its parts, its rubric, what is said, and the points
 * of the tasks. Papers that are read for the same task belong together.
 */
final class TotalRows implements Proof.Rows {

  @Override
  public Stream<Row> of(Matter matter) {
    List<Set<Matter.Paper>> groups = new ArrayList<>();
    for (Matter.Paper paper : matter.papers()) {
      if (paper.outline().stated().isPresent() || paper.rubric().isPresent()) {
        Set<Matter.Paper> own = new HashSet<>(Set.of(paper));
        for (Set<Matter.Paper> group : List.copyOf(groups)) {
          if (group.stream().anyMatch(p -> belong(p, paper))) {
            own.addAll(group);
            groups.remove(group);
          }
        }
        groups.add(own);
      }
    }
    if (groups.isEmpty()) {
      groups.add(Set.of());
    }
    boolean only = groups.size() == 1;
    return groups.stream().flatMap(g -> row(matter, g, only).stream());
  }

  private static boolean belong(Matter.Paper one, Matter.Paper other) {
    return one.related().stream().anyMatch(other.related()::contains);
  }

  private static Optional<Row> row(Matter matter, Set<Matter.Paper> group, boolean only) {
    List<Matter.Paper> papers = matter.papers().stream().filter(group::contains).toList();
    Set<UUID> related =
        papers.stream().flatMap(p -> p.related().stream()).collect(Collectors.toSet());
    List<Matter.Task> tasks =
        matter.tasks().stream().filter(t -> only || related.contains(t.id())).toList();
    Set<UUID> handouts = papers.stream().map(Matter.Paper::handout).collect(Collectors.toSet());
    List<Claim> claims =
        Sides.claims(matter, EnumSet.allOf(Side.class), Fact.Kind.TOTAL).stream()
            .filter(
                c ->
                    c.text().side() == Side.WRITTEN
                        ? c.text().shown().filter(s -> handouts.contains(s.handout())).isPresent()
                        : only || c.text().related().stream().anyMatch(related::contains))
            .toList();
    List<Claim> spoken = claims.stream().filter(c -> c.text().side() != Side.WRITTEN).toList();
    if (papers.isEmpty() && spoken.isEmpty()) {
      return Optional.empty();
    }
    TreeSet<BigDecimal> written = new TreeSet<>();
    papers.forEach(p -> p.outline().stated().ifPresent(written::add));
    papers.forEach(p -> p.rubric().ifPresent(written::add));
    TreeSet<BigDecimal> posted = posted(matter, tasks);
    List<Statement> all = new ArrayList<>();
    TreeSet<BigDecimal> known = new TreeSet<>(written);
    known.addAll(posted);
    boolean saidOther = false;
    for (Claim claim : spoken) {
      boolean wrong = !known.isEmpty() && !known.contains(number(claim));
      saidOther |= wrong;
      all.add(claim.statement(wrong));
    }
    Optional<Matter.Paper> uneven =
        papers.stream().filter(p -> p.outline().disagrees()).findFirst();
    boolean apart = written.size() > 1;
    all.addAll(written(papers, claims, apart || uneven.isPresent()));
    boolean other = !apart && isOther(written, tasks, posted);
    tasks.forEach(
        t ->
            all.addAll(
                Sides.postedBySection(
                        matter, t, i -> Sides.doing(t, i).points().map(BigDecimal::toPlainString))
                    .stream()
                    .map(s -> new Statement(s.side(), "", s.value(), t.title(), s.place(), other))
                    .toList()));
    Optional<UUID> task = tasks.size() == 1 ? Optional.of(tasks.getFirst().id()) : Optional.empty();
    String about = papers.isEmpty() ? "" : papers.getFirst().title();
    if (apart) {
      return found(
          about, task, all, Reason.TOTAL_AND_RUBRIC, written.getLast(), written.getFirst());
    }
    if (uneven.isPresent()) {
      Outline outline = uneven.get().outline();
      return found(
          about,
          task,
          all,
          Reason.TOTAL_AND_PARTS,
          outline.stated().orElseThrow(),
          outline.points());
    }
    if (other || saidOther) {
      return found(about, task, all, other ? Reason.POINTS_OF_TASKS : Reason.OTHER_TOTAL_SAID);
    }
    return Optional.of(Sides.agrees(Topic.TOTAL, about, task, all));
  }

  private static Optional<Row> found(
      String about,
      Optional<UUID> task,
      List<Statement> all,
      Reason reason,
      BigDecimal... numbers) {
    return Optional.of(
        Sides.row(
            Topic.TOTAL,
            about,
            task,
            all,
            Verdict.DISAGREES,
            reason,
            Stream.of(numbers).map(BigDecimal::toPlainString).toArray(String[]::new)));
  }

  private static BigDecimal number(Claim claim) {
    return claim.told().value().matches("\\d{1,6}(?:\\.\\d{1,3})?")
        ? new BigDecimal(claim.told().value())
        : BigDecimal.ONE.negate();
  }

  /** Every number of points that the tasks could mean: each its own, and all together. */
  private static TreeSet<BigDecimal> posted(Matter matter, List<Matter.Task> tasks) {
    TreeSet<BigDecimal> posted = new TreeSet<>();
    BigDecimal sum = BigDecimal.ZERO;
    for (Matter.Task task : tasks) {
      List<BigDecimal> own =
          Sides.doing(matter, task).stream()
              .flatMap(i -> Sides.doing(task, i).points().stream())
              .toList();
      posted.addAll(own);
      sum = own.isEmpty() ? sum : sum.add(own.getFirst());
    }
    if (sum.signum() > 0) {
      posted.add(sum);
    }
    return posted;
  }

  /**
   * One task is worth what the paper says; of several, which may not be all of its tasks, the sum
   * is no more than that.
   */
  private static boolean isOther(
      TreeSet<BigDecimal> written, List<Matter.Task> tasks, TreeSet<BigDecimal> posted) {
    if (written.isEmpty() || posted.isEmpty() || posted.contains(written.getFirst())) {
      return false;
    }
    return tasks.size() == 1 || posted.getLast().compareTo(written.getFirst()) > 0;
  }

  private static List<Statement> written(
      List<Matter.Paper> papers, List<Claim> claims, boolean wrong) {
    List<Statement> all = new ArrayList<>();
    for (Matter.Paper paper : papers) {
      List<Claim> own =
          claims.stream()
              .filter(
                  c ->
                      c.text().shown().filter(s -> s.handout().equals(paper.handout())).isPresent())
              .filter(c -> c.text().side() == Side.WRITTEN)
              .toList();
      own.forEach(c -> all.add(c.statement(wrong)));
      if (own.isEmpty()) {
        paper.outline().stated().ifPresent(t -> all.add(sum(paper, t, "", wrong)));
      }
      if (paper.outline().disagrees()) {
        all.add(sum(paper, paper.outline().points(), "parts", wrong));
      }
      paper.rubric().ifPresent(r -> all.add(sum(paper, r, "rubric", wrong)));
    }
    return all;
  }

  private static Statement sum(Matter.Paper paper, BigDecimal sum, String of, boolean wrong) {
    return new Statement(
        Side.WRITTEN,
        of,
        sum.toPlainString(),
        paper.title(),
        of.equals("rubric") ? new Place.OfPaper(paper.handout()) : paper.at(1, 0),
        wrong);
  }
}
