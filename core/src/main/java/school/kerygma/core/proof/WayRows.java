package school.kerygma.core.proof;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import school.kerygma.core.proof.Proof.Reason;
import school.kerygma.core.proof.Proof.Row;
import school.kerygma.core.proof.Proof.Statement;
import school.kerygma.core.proof.Proof.Topic;
import school.kerygma.core.proof.Proof.Verdict;
import school.kerygma.core.text.NumberWords;

/** "Two options", and a choice board of three; "pick one", and two are asked. */
final class WayRows implements Proof.Rows {

  private static final String FEW = "(?<n>[2-9]|two|three|four|five|six|seven|eight|nine)";

  private static final Pattern OFFERED =
      Sides.of(
          "\\b"
              + FEW
              + "\\s+(?:different\\s+|possible\\s+)?(?:options|choices|ways\\s+to\\s+(?:do|show|finish|complete))\\b");

  private static final Pattern PICKED =
      Sides.of(
          "\\b(?:pick|choose|select)\\s+(?<n>[1-9]|one|two|three|four|five)\\s+(?:of\\s+(?:the|these|them|those|(?<of>"
              + "[2-9]|two|three|four|five|six|seven|eight|nine))\\b|(?:options?|choices?|ways?)\\b)");

  @Override
  public Stream<Row> of(Matter matter) {
    List<Row> rows = new ArrayList<>();
    for (Matter.Text text : matter.texts()) {
      if (!Sides.mentions(text, "option", "choice", " ways ", "pick", "choose", "select")) {
        continue;
      }
      List<Matter.Task> boards = matter.related(text).stream().filter(t -> t.ways() > 0).toList();
      Matcher offered = OFFERED.matcher(text.words());
      while (offered.find()) {
        rows.add(row(matter, text, offered, boards, true));
      }
      Matcher picked = PICKED.matcher(text.words());
      while (!boards.isEmpty() && picked.find()) {
        rows.add(row(matter, text, picked, boards, false));
      }
    }
    return rows.stream();
  }

  private static Row row(
      Matter matter, Matter.Text text, Matcher found, List<Matter.Task> boards, boolean ways) {
    int said = NumberWords.parse(found.group("n")).orElse(0);
    boolean other = !ways && isOther(found.group("of"), boards);
    boolean agrees = !other && boards.stream().anyMatch(b -> said == (ways ? b.ways() : b.pick()));
    List<Statement> all = new ArrayList<>();
    all.add(Sides.words(text, found, !agrees));
    boards.forEach(
        b -> all.add(Sides.posted(b.id(), "" + (ways || other ? b.ways() : b.pick()), b.title())));
    Optional<Matter.Task> of = boards.isEmpty() ? Optional.empty() : Optional.of(boards.getFirst());
    String about = of.map(Matter.Task::title).orElse(text.name());
    if (agrees) {
      return Sides.agrees(Topic.WAYS, about, of.map(Matter.Task::id), all);
    }
    return Sides.row(
        Topic.WAYS,
        about,
        of.map(Matter.Task::id),
        all,
        boards.isEmpty() ? Verdict.MISSING : Verdict.DISAGREES,
        boards.isEmpty()
            ? Reason.NO_CHOICE
            : ways || other ? Reason.OTHER_WAYS : Reason.OTHER_PICK);
  }

  /** "One of four", where three are offered. */
  private static boolean isOther(@Nullable String offered, List<Matter.Task> boards) {
    return offered != null
        && boards.stream().noneMatch(b -> NumberWords.parse(offered).orElse(0) == b.ways());
  }
}
