package school.kerygma.core.proof;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.Stream;
import school.kerygma.core.proof.Matter.Side;
import school.kerygma.core.proof.Proof.Reason;
import school.kerygma.core.proof.Proof.Row;
import school.kerygma.core.proof.Proof.Statement;
import school.kerygma.core.proof.Proof.Topic;
import school.kerygma.core.proof.Proof.Verdict;
import school.kerygma.core.proof.Sides.Claim;

/** How long a task takes, and whether its day has room for it. */
final class MinuteRows implements Proof.Rows {

  @Override
  public Stream<Row> of(Matter matter) {
    return matter.tasks().stream()
        .filter(t -> !Sides.doing(matter, t).isEmpty())
        .map(t -> row(matter, t));
  }

  private static Row row(Matter matter, Matter.Task task) {
    List<Statement> posted =
        Sides.postedBySection(matter, task, i -> Optional.of("" + Sides.doing(task, i).minutes()));
    TreeSet<BigDecimal> known = new TreeSet<>();
    posted.forEach(s -> known.add(new BigDecimal(s.value())));
    List<Statement> all = new ArrayList<>();
    boolean other = false;
    for (Claim claim : own(matter, task)) {
      boolean wrong = !known.contains(new BigDecimal(claim.told().value()));
      other |= wrong;
      all.add(claim.statement(wrong));
    }
    if (all.size() > 1 && known.contains(sum(all))) {
      other = false; // "Ten minutes to read, twenty-five to draw."
      all.replaceAll(s -> s.marked(false));
    }
    for (Sides.PaperPart part : Sides.partsOf(matter, task)) {
      Optional<BigDecimal> minutes = part.part().minutes();
      if (minutes.isPresent()) {
        boolean wrong = !known.contains(minutes.get());
        other |= wrong;
        all.add(part.statement(minutes.get().toPlainString(), wrong));
      }
    }
    all.addAll(posted);
    boolean spokenOf = all.size() > posted.size();
    Optional<Integer> crowded =
        Sides.doing(matter, task).stream()
            .filter(i -> spokenOf) // A day that is only planned so is told in the plan book.
            .filter(i -> Sides.doing(task, i).dayMinutes() > matter.sections().get(i).budget())
            .findFirst();
    if (other) {
      return Sides.row(
          Topic.MINUTES,
          task.title(),
          Optional.of(task.id()),
          all,
          Verdict.DISAGREES,
          Reason.OTHER_MINUTES);
    }
    return crowded
        .map(
            i ->
                Sides.row(
                    Topic.MINUTES,
                    task.title(),
                    Optional.of(task.id()),
                    all.stream().map(s -> s.marked(s.side() == Side.POSTED)).toList(),
                    Verdict.DISAGREES,
                    Reason.OVER_THE_DAY,
                    "" + Sides.doing(task, i).dayMinutes(),
                    "" + matter.sections().get(i).budget(),
                    matter.sections().get(i).name()))
        .orElseGet(() -> Sides.agrees(Topic.MINUTES, task.title(), Optional.of(task.id()), all));
  }

  /** What is said of this task alone. */
  private static List<Claim> own(Matter matter, Matter.Task task) {
    return Sides.claims(matter, EnumSet.of(Side.SAID, Side.POSTED), Fact.Kind.MINUTES).stream()
        .filter(c -> c.told().value().matches("\\d{1,4}(?:\\.\\d{1,2})?"))
        .filter(
            c ->
                c.text().related().size() == 1 && c.text().related().contains(task.id())
                    || c.text().related().size() != 1
                        && Sides.carrying(c.sentence()).containsAll(Sides.carrying(task.title())))
        .toList();
  }

  private static BigDecimal sum(List<Statement> of) {
    return of.stream().map(s -> new BigDecimal(s.value())).reduce(BigDecimal.ZERO, BigDecimal::add);
  }
}
