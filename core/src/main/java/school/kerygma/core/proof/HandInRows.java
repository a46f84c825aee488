package school.kerygma.core.proof;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import school.kerygma.core.proof.Matter.Side;
import school.kerygma.core.proof.Proof.Reason;
import school.kerygma.core.proof.Proof.Row;
import school.kerygma.core.proof.Proof.Statement;
import school.kerygma.core.proof.Proof.Topic;
import school.kerygma.core.proof.Proof.Verdict;

/** Where work is handed in: on paper, or online. */
final class HandInRows implements Proof.Rows {

  private enum Way {
    PAPER,
    ONLINE
  }

  private static final Pattern PLACE =
      Sides.of(
          "\\b(?:(?:hand|turn)(?:ed)?\\s+(?:[\\w']+\\s+){0,4}?in|submit(?:ted)?|bring|upload(?:ed)?)\\b[^.!?\\n]{0,60}?\\b(?<w>on\\s+paper|printed|hard\\s+copy|print-?out|to\\s+my\\s+desk|in\\s+the\\s+tray|online|electronically|on\\s+the\\s+class\\s+page|on\\s+this\\s+page|by\\s+e-?mail)\\b|\\b(?<u>upload(?:\\s+it|\\s+them|\\s+your\\s+\\w+)?)\\b");

  /** What is posted where something is handed in on the page itself. */
  static final String HERE = "on the class page";

  private static final Pattern BY_HAND =
      Sides.of("\\b(?:tray|in-?box|desk|basket|folder|shelf|paper|printed|hard\\s+copy)\\b");

  private static final Pattern BY_PAGE =
      Sides.of("\\b(?:online|electronically|e-?mail|class\\s+page|upload(?:ed)?)\\b");

  @Override
  public Stream<Row> of(Matter matter) {
    Map<Side, List<Statement>> said = new EnumMap<>(Side.class);
    Map<Side, Set<Way>> ways = new EnumMap<>(Side.class);
    for (Matter.Text text : matter.texts()) {
      if (!Sides.mentions(text, "hand", "turn", "submit", "bring", "upload")) {
        continue;
      }
      Matcher found = PLACE.matcher(text.words());
      while (found.find()) {
        said.computeIfAbsent(text.side(), s -> new ArrayList<>())
            .add(Sides.words(text, found, false));
        ways.computeIfAbsent(text.side(), s -> EnumSet.noneOf(Way.class)).add(way(found));
      }
    }
    if (ways.isEmpty()) {
      return Stream.empty(); // Where nobody says anything, the place alone is right.
    }
    for (Matter.Task task : matter.tasks()) {
      for (int i : Sides.doing(matter, task)) {
        String place = Sides.doing(task, i).place();
        if (Sides.doing(task, i).takenHere()) {
          said.computeIfAbsent(Side.POSTED, s -> new ArrayList<>())
              .add(Sides.posted(task.id(), HERE, task.title()));
          ways.computeIfAbsent(Side.POSTED, s -> EnumSet.noneOf(Way.class)).add(Way.ONLINE);
        }
        place(place)
            .ifPresent(
                way -> {
                  said.computeIfAbsent(Side.POSTED, s -> new ArrayList<>())
                      .add(Sides.posted(task.id(), place, task.title()));
                  ways.computeIfAbsent(Side.POSTED, s -> EnumSet.noneOf(Way.class)).add(way);
                });
      }
    }
    boolean apart =
        ways.values().stream()
            .anyMatch(
                one ->
                    ways.values().stream()
                        .anyMatch(other -> one.stream().noneMatch(other::contains)));
    List<Statement> all = new ArrayList<>();
    said.values().forEach(s -> s.forEach(one -> all.add(one.marked(apart))));
    return Stream.of(
        apart
            ? Sides.row(
                Topic.HAND_IN, "", Optional.empty(), all, Verdict.DISAGREES, Reason.OTHER_PLACE)
            : Sides.agrees(Topic.HAND_IN, "", Optional.empty(), all));
  }

  /** What a place says of the way, if it says anything. */
  private static Optional<Way> place(String place) {
    if (place.startsWith("https://") || place.startsWith("http://")) {
      return Optional.of(Way.ONLINE);
    }
    return BY_HAND.matcher(place).find()
        ? Optional.of(Way.PAPER)
        : BY_PAGE.matcher(place).find() ? Optional.of(Way.ONLINE) : Optional.empty();
  }

  private static Way way(Matcher found) {
    String words = found.group("w");
    return words == null
            || words
                .toLowerCase(Locale.ROOT)
                .matches("online|electronically|on\\s+th.*page|by\\s+e-?mail")
        ? Way.ONLINE
        : Way.PAPER;
  }
}
