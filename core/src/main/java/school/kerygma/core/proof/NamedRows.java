package school.kerygma.core.proof;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import school.kerygma.core.proof.Matter.Side;
import school.kerygma.core.proof.Proof.Reason;
import school.kerygma.core.proof.Proof.Row;
import school.kerygma.core.proof.Proof.Topic;
import school.kerygma.core.proof.Proof.Verdict;

/** Papers and links that are named, and not there. */
final class NamedRows implements Proof.Rows {

  private static final Pattern LINK =
      Sides.of(
          "\\b(?:the|a|this|that)\\s+link\\b(?!\\s+between)|\\blink(?:ed)?\\s+(?:below|here|above|under)\\b");

  /** A title of one word says too little: every lesson has a "quiz". */
  private static final int SHORTEST_TITLE = 2;

  @Override
  public Stream<Row> of(Matter matter) {
    List<Row> rows = new ArrayList<>();
    for (String title : matter.unattached()) {
      if (Sides.carrying(title).size() >= SHORTEST_TITLE) {
        paper(matter, title).ifPresent(rows::add);
      }
    }
    boolean linked =
        matter.of(Side.POSTED).stream()
            .flatMap(t -> t.told().stream())
            .anyMatch(t -> t.fact().kind() == Fact.Kind.LINK);
    if (!linked) {
      for (Matter.Text text : matter.texts()) {
        Matcher found = LINK.matcher(text.words());
        if (text.side() != Side.WRITTEN && found.find()) {
          rows.add(
              Sides.row(
                  Topic.LINK,
                  text.name(),
                  Optional.empty(),
                  List.of(Sides.words(text, found, true)),
                  Verdict.MISSING,
                  Reason.NO_LINK));
        }
      }
    }
    return rows.stream();
  }

  private static Optional<Row> paper(Matter matter, String title) {
    Pattern named = Sides.of("(?<!\\w)" + Pattern.quote(title) + "(?!\\w)");
    for (Matter.Text text : matter.texts()) {
      if (text.side() == Side.WRITTEN || !Sides.mentions(text, title.toLowerCase(Locale.ROOT))) {
        continue;
      }
      Matcher found = named.matcher(text.words());
      if (found.find()) {
        return Optional.of(
            Sides.row(
                Topic.PAPER,
                title,
                Optional.empty(),
                List.of(Sides.words(text, found, true)),
                Verdict.MISSING,
                Reason.NOT_ATTACHED,
                title));
      }
    }
    return Optional.empty();
  }
}
