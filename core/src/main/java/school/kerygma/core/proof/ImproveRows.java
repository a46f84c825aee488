package school.kerygma.core.proof;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import school.kerygma.core.proof.Matter.Side;
import school.kerygma.core.proof.Proof.Reason;
import school.kerygma.core.proof.Proof.Row;
import school.kerygma.core.proof.Proof.Statement;
import school.kerygma.core.proof.Proof.Topic;
import school.kerygma.core.proof.Proof.Verdict;
import school.kerygma.core.proof.Sides.Claim;

/** Until when work may be improved after it is due. */
final class ImproveRows implements Proof.Rows {

  private static final Pattern AGAIN =
      Sides.of(
          "\\b(?:improv(?:e|ed|ing|ements?)|revis(?:e|ed|ing|ions?)|redo(?:ne|ing)?|resubmit(?:ted|ting)?|resubmissions?|rework(?:ed)?|hand(?:ed)?\\s+(?:it\\s+)?in\\s+again|turn(?:ed)?\\s+(?:it\\s+)?in\\s+again|make\\s+it\\s+better)\\b");

  /** Whether a date is said of work that is done once more. */
  static boolean isOf(Claim claim) {
    return AGAIN.matcher(claim.sentence()).find();
  }

  @Override
  public Stream<Row> of(Matter matter) {
    List<Row> rows = new ArrayList<>();
    List<Claim> said =
        Sides.claims(matter, EnumSet.allOf(Side.class), Fact.Kind.DUE, Fact.Kind.DATE).stream()
            .filter(DueRows::isDate)
            .filter(ImproveRows::isOf)
            .toList();
    for (Matter.Task task : matter.tasks()) {
      List<Claim> own = said.stream().filter(c -> matter.related(c.text()).contains(task)).toList();
      boolean only = matter.tasks().size() == 1;
      boolean any =
          Sides.doing(matter, task).stream().anyMatch(i -> day(matter, task, i).isPresent());
      if (!own.isEmpty() && (only || any)) {
        rows.add(row(matter, task, own, any));
      }
    }
    return rows.stream();
  }

  private static Optional<LocalDate> day(Matter matter, Matter.Task task, int section) {
    return Sides.doing(task, section)
        .improve()
        .map(at -> matter.sections().get(section).calendar().dateOf(at));
  }

  private static Row row(Matter matter, Matter.Task task, List<Claim> said, boolean any) {
    List<Statement> all = new ArrayList<>();
    boolean other = false;
    for (Claim claim : said) {
      boolean wrong =
          !Sides.doing(matter, task).stream()
              .allMatch(
                  i ->
                      day(matter, task, i)
                          .equals(
                              Optional.of(
                                  LocalDateTime.parse(claim.text().told(claim.told(), i).value())
                                      .toLocalDate())));
      other |= wrong;
      all.add(claim.statement(wrong));
    }
    all.addAll(
        Sides.postedBySection(matter, task, i -> day(matter, task, i).map(LocalDate::toString)));
    return other
        ? Sides.row(
            Topic.IMPROVE,
            task.title(),
            Optional.of(task.id()),
            all,
            Verdict.DISAGREES,
            any ? Reason.OTHER_LAST_DAY : Reason.NO_IMPROVING)
        : Sides.agrees(Topic.IMPROVE, task.title(), Optional.of(task.id()), all);
  }
}
