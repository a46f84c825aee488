package school.kerygma.core.proof;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import school.kerygma.core.proof.Proof.Reason;
import school.kerygma.core.proof.Proof.Row;
import school.kerygma.core.proof.Proof.Topic;
import school.kerygma.core.proof.Proof.Verdict;

/** "Optional", of a task that is required, and the other way round. */
final class RequiredRows implements Proof.Rows {

  private static final Pattern OPTIONAL =
      Sides.of(
          "\\b(?:is|are|it'?s|it\u2019s|this\\s+is|that\\s+is)\\s+(?:completely\\s+|totally\\s+|all\\s+)?(?:optional|voluntary|not\\s+required)\\b|\\byou\\s+(?:do\\s+not|don'?t|don\u2019t)\\s+have\\s+to\\s+do\\s+(?:this|it|that)\\b");

  private static final Pattern REQUIRED =
      Sides.of(
          "\\b(?:is|are|it'?s|it\u2019s)\\s+(?:required|mandatory|compulsory|not\\s+optional)\\b|\\beverybody\\s+has\\s+to\\s+do\\s+(?:this|it)\\b");

  @Override
  public Stream<Row> of(Matter matter) {
    List<Row> rows = new ArrayList<>();
    for (Matter.Text text : matter.texts()) {
      if (!Sides.mentions(
          text, "optional", "voluntary", "required", "mandatory", "compulsory", " to do ")) {
        continue;
      }
      find(OPTIONAL, matter, text, true).ifPresent(rows::add);
      find(REQUIRED, matter, text, false).ifPresent(rows::add);
    }
    return rows.stream();
  }

  private static Optional<Row> find(
      Pattern pattern, Matter matter, Matter.Text text, boolean optional) {
    Matcher found = pattern.matcher(text.words());
    while (found.find()) {
      Optional<Matter.Task> task = meant(matter, text, found);
      if (task.isPresent()) {
        boolean wrong = task.get().required() == optional;
        List<Proof.Statement> all =
            List.of(
                Sides.words(text, found, wrong),
                Sides.posted(
                    task.get().id(),
                    task.get().required() ? "required" : "optional",
                    task.get().title()));
        return Optional.of(
            wrong
                ? Sides.row(
                    Topic.REQUIRED,
                    task.get().title(),
                    Optional.of(task.get().id()),
                    all,
                    Verdict.DISAGREES,
                    optional ? Reason.SAID_OPTIONAL : Reason.SAID_REQUIRED)
                : Sides.agrees(
                    Topic.REQUIRED, task.get().title(), Optional.of(task.get().id()), all));
      }
    }
    return Optional.empty();
  }

  /** The task that the sentence names; else the only one of which the text speaks. */
  private static Optional<Matter.Task> meant(Matter matter, Matter.Text text, Matcher found) {
    String sentence = Sides.sentenceAt(text.words(), found.start(), found.end());
    Optional<Matter.Task> named =
        matter.tasks().stream()
            .filter(t -> Sides.carrying(sentence).containsAll(Sides.carrying(t.title())))
            .findFirst();
    boolean alone =
        text.related().size() == 1 && sentence.matches("(?is)\\W*(?:this|it|that)\\b.*");
    return named.or(() -> alone ? matter.task(text.related().iterator().next()) : Optional.empty());
  }
}
