package school.kerygma.core.proof;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import school.kerygma.core.proof.Proof.Reason;
import school.kerygma.core.proof.Proof.Row;
import school.kerygma.core.proof.Proof.Statement;
import school.kerygma.core.proof.Proof.Topic;
import school.kerygma.core.proof.Proof.Verdict;

/** Whether tasks are to be done one after the other, and whether the class page sees to it. */
final class OrderRows implements Proof.Rows {

  private static final Pattern ORDERED =
      Sides.of(
          "\\b(?:in\\s+(?:this|that|the\\s+right)\\s+order|one\\s+after\\s+the\\s+other|(?:do\\s+not|don'?t|don\u2019t|cannot|can'?t|can\u2019t)\\s+(?:start|begin|go\\s+on|move\\s+on|open)\\b[^.!?]{0,60}\\b(?:until|before)\\b)");

  private static final Pattern FREE =
      Sides.of(
          "\\b(?:in\\s+(?:any|whatever|whichever)\\s+order|the\\s+order\\s+(?:does\\s+not|doesn'?t|doesn\u2019t)\\s+matter)\\b");

  @Override
  public Stream<Row> of(Matter matter) {
    if (matter.tasks().size() < 2) {
      return Stream.empty();
    }
    List<Matter.Task> ordered = matter.tasks().stream().filter(Matter.Task::ordered).toList();
    List<Row> rows = new ArrayList<>();
    for (Matter.Text text : matter.texts()) {
      if (!Sides.mentions(text, "order", "one after", "until", "before")) {
        continue;
      }
      first(ORDERED, text)
          .ifPresent(
              m -> rows.add(row(text, m, ordered, ordered.isEmpty(), Reason.ORDER_NOT_KEPT)));
      first(FREE, text)
          .ifPresent(m -> rows.add(row(text, m, ordered, !ordered.isEmpty(), Reason.ORDER_KEPT)));
    }
    return rows.stream();
  }

  private static Optional<Matcher> first(Pattern pattern, Matter.Text text) {
    Matcher found = pattern.matcher(text.words());
    return found.find() ? Optional.of(found) : Optional.empty();
  }

  private static Row row(
      Matter.Text text, Matcher found, List<Matter.Task> ordered, boolean wrong, Reason reason) {
    List<Statement> all = new ArrayList<>();
    all.add(Sides.words(text, found, wrong));
    ordered.forEach(t -> all.add(Sides.posted(t.id(), t.title(), "")));
    return wrong
        ? Sides.row(Topic.ORDER, text.name(), Optional.empty(), all, Verdict.DISAGREES, reason)
        : Sides.agrees(Topic.ORDER, text.name(), Optional.empty(), all);
  }
}
