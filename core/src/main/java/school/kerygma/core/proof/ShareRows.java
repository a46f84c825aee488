package school.kerygma.core.proof;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import school.kerygma.core.proof.Matter.Side;
import school.kerygma.core.proof.Proof.Reason;
import school.kerygma.core.proof.Proof.Row;
import school.kerygma.core.proof.Proof.Statement;
import school.kerygma.core.proof.Proof.Topic;
import school.kerygma.core.proof.Proof.Verdict;
import school.kerygma.core.text.Amounts;

/** How much of the grade a task is worth. */
final class ShareRows implements Proof.Rows {

  private static final Pattern SHARE =
      Sides.of(
          "(?<!\\w)(?<n>"
              + Amounts.PATTERN
              + ")\\s*(?:%|percent|per\\s+cent)\\s+(?:of|toward|towards)\\s+(?:your|the|this)\\s+(?:(?:final|whole|total|overall|course|term|quarter|semester|entire)\\s+)?(?:term'?s\\s+|quarter'?s\\s+)?grade\\b");

  /** A share as it is said of a text. */
  private record Said(Matter.Text text, BigDecimal share, Statement statement) {}

  @Override
  public Stream<Row> of(Matter matter) {
    List<Said> said = said(matter);
    List<Row> rows = new ArrayList<>();
    for (Matter.Task task : matter.tasks()) {
      List<BigDecimal> shares =
          Sides.doing(matter, task).stream()
              .flatMap(i -> Sides.doing(task, i).share().stream())
              .toList();
      List<Said> own = said.stream().filter(s -> isOf(matter, s.text(), task)).toList();
      if (!shares.isEmpty() && !own.isEmpty()) {
        rows.add(row(matter, task, shares, own));
      }
    }
    return rows.stream();
  }

  private static Row row(
      Matter matter, Matter.Task task, List<BigDecimal> shares, List<Said> said) {
    List<Statement> all = new ArrayList<>();
    boolean other = false;
    for (Said one : said) {
      boolean wrong = shares.stream().noneMatch(s -> isSame(one.share(), s));
      other |= wrong;
      all.add(one.statement().marked(wrong));
    }
    all.addAll(
        Sides.postedBySection(
            matter,
            task,
            i ->
                Sides.doing(task, i)
                    .share()
                    .map(s -> s.setScale(1, RoundingMode.HALF_UP).toPlainString() + " %")));
    return other
        ? Sides.row(
            Topic.SHARE,
            task.title(),
            Optional.of(task.id()),
            all,
            Verdict.DISAGREES,
            Reason.OTHER_SHARE)
        : Sides.agrees(Topic.SHARE, task.title(), Optional.of(task.id()), all);
  }

  /** A share is said as exactly as it is said: "six percent" is also 5.7. */
  private static boolean isSame(BigDecimal said, BigDecimal share) {
    return share
            .setScale(Math.max(0, said.stripTrailingZeros().scale()), RoundingMode.HALF_UP)
            .compareTo(said)
        == 0;
  }

  /** What is said of this task alone; of several, of the one that is named beside it. */
  private static boolean isOf(Matter matter, Matter.Text text, Matter.Task task) {
    List<Matter.Task> related = matter.related(text);
    return related.size() == 1
        ? related.contains(task)
        : related.contains(task)
            && Sides.carrying(text.words()).containsAll(Sides.carrying(task.title()))
            && related.stream()
                .filter(t -> !t.equals(task))
                .noneMatch(
                    t -> Sides.carrying(text.words()).containsAll(Sides.carrying(t.title())));
  }

  private static List<Said> said(Matter matter) {
    List<Said> all = new ArrayList<>();
    for (Matter.Text text : matter.texts()) {
      if (text.side() != Side.SAID && text.side() != Side.WRITTEN
          || !Sides.mentions(text, "grade")) {
        continue;
      }
      Matcher found = SHARE.matcher(text.words());
      while (found.find()) {
        Amounts.parse(found.group("n"))
            .ifPresent(n -> all.add(new Said(text, n, Sides.words(text, found, false))));
      }
    }
    return all;
  }
}
