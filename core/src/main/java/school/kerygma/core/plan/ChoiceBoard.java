package school.kerygma.core.plan;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Several ways to do a task, of which students pick some; or its parts, all of which are done.
 *
 * @param pick how many ways must be done, 1 to as many as there are
 * @param ways 2 to 9
 */
public record ChoiceBoard(int pick, List<Way> ways) {

  /** The most ways a board offers. */
  public static final int MAX_WAYS = 9;

  /** The earliest that a part is due, in days before the whole. */
  public static final int MOST_DAYS_BEFORE = 60;

  /** "First answer, 2 days before": how a line says when its part is due. */
  private static final Pattern BEFORE =
      Pattern.compile(
          "(.*\\S)\\s*[,;:(-]\\s*(\\d{1,3}) days? before\\)?\\.?", Pattern.CASE_INSENSITIVE);

  /**
   * One way, or one part.
   *
   * @param text 1 to 200 characters
   * @param stop of a walkthrough, that explains this way
   * @param daysBefore how many days before the whole it is due, 0 to 60
   */
  public record Way(UUID id, String text, Optional<UUID> stop, int daysBefore) {

    /** A way that no stop explains, due with the whole. */
    public Way(UUID id, String text) {
      this(id, text, Optional.empty(), 0);
    }

    /**
     * @throws IllegalArgumentException if the text is empty or too long, or the days are too many
     */
    public Way {
      text = text.strip();
      if (text.isEmpty() || text.length() > 200) {
        throw new IllegalArgumentException("A way has 1 to 200 characters");
      }
      if (daysBefore < 0 || daysBefore > MOST_DAYS_BEFORE) {
        throw new IllegalArgumentException("0 to 60 days before");
      }
    }

    /** As it is written in a line, which {@link ChoiceBoard#of} reads. */
    public String line() {
      return daysBefore == 0
          ? text
          : text + ", " + daysBefore + (daysBefore == 1 ? " day before" : " days before");
    }
  }

  /** Whether all of it must be done, so that these are its parts. */
  public boolean isParts() {
    return pick == ways.size();
  }

  /** Whether a part is due before the whole is. */
  public boolean isStaggered() {
    return isParts() && ways.stream().anyMatch(w -> w.daysBefore() > 0);
  }

  /**
   * @throws IllegalArgumentException if there are too few or too many ways, or more to pick than
   *     there are
   */
  public ChoiceBoard {
    if (ways.size() < 2 || ways.size() > MAX_WAYS) {
      throw new IllegalArgumentException("A choice has 2 to " + MAX_WAYS + " ways");
    }
    if (pick < 1 || pick > ways.size()) {
      throw new IllegalArgumentException("Of " + ways.size() + " ways nobody picks " + pick);
    }
    ways = List.copyOf(ways);
  }

  /** Whether enough ways are done; ways that are no longer offered do not count. */
  public boolean isDone(Set<UUID> done) {
    Set<UUID> offered = new HashSet<>();
    ways.forEach(w -> offered.add(w.id()));
    offered.retainAll(done);
    return offered.size() >= pick;
  }

  /**
   * The board with other lines. A line may say when its part is due: "First answer, 2 days before";
   * of a choice it says that of no way, and the words stay. A way keeps its id by its text, or else
   * by its place, so that what was done of it stays done when its wording is mended; and the stop
   * that explains it.
   */
  public static ChoiceBoard of(int pick, List<String> lines, List<Way> before) {
    List<String> texts = new ArrayList<>();
    List<Integer> days = new ArrayList<>();
    for (String line : lines) {
      Matcher said = BEFORE.matcher(line.strip());
      boolean part = pick == lines.size() && said.matches();
      texts.add(part ? said.group(1) : line);
      days.add(part ? Integer.parseInt(said.group(2)) : 0);
    }
    Set<UUID> used = new HashSet<>();
    List<UUID> ids = new ArrayList<>();
    for (String text : texts) {
      UUID same =
          before.stream()
              .filter(w -> w.text().equals(text.strip()) && !used.contains(w.id()))
              .map(Way::id)
              .findFirst()
              .orElse(null);
      ids.add(same);
      if (same != null) {
        used.add(same);
      }
    }
    List<Way> ways = new ArrayList<>();
    for (int i = 0; i < texts.size(); i++) {
      UUID id = ids.get(i);
      if (id == null && i < before.size() && used.add(before.get(i).id())) {
        id = before.get(i).id();
      }
      UUID kept = id;
      Optional<UUID> stop =
          before.stream()
              .filter(w -> w.id().equals(kept))
              .flatMap(w -> w.stop().stream())
              .findFirst();
      ways.add(new Way(kept == null ? UUID.randomUUID() : kept, texts.get(i), stop, days.get(i)));
    }
    return new ChoiceBoard(pick, ways);
  }

  /** The board, each way with the stop that explains it; ways that are not named have none. */
  public ChoiceBoard explained(Map<UUID, UUID> stops) {
    return new ChoiceBoard(
        pick,
        ways.stream()
            .map(
                w ->
                    new Way(
                        w.id(), w.text(), Optional.ofNullable(stops.get(w.id())), w.daysBefore()))
            .toList());
  }
}
