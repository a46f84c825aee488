package school.kerygma.core.plan;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/**
 * Several ways to do a task, of which students pick some.
 *
 * @param pick how many ways must be done, 1 to as many as there are
 * @param ways 2 to 9
 */
public record ChoiceBoard(int pick, List<Way> ways) {

  /** The most ways a board offers. */
  public static final int MAX_WAYS = 9;

  /**
   * One way.
   *
   * @param text 1 to 200 characters
   * @param stop of a walkthrough, that explains this way
   */
  public record Way(UUID id, String text, Optional<UUID> stop) {

    /** A way that no stop explains. */
    public Way(UUID id, String text) {
      this(id, text, Optional.empty());
    }

    /**
     * @throws IllegalArgumentException if the text is empty or too long
     */
    public Way {
      text = text.strip();
      if (text.isEmpty() || text.length() > 200) {
        throw new IllegalArgumentException("A way has 1 to 200 characters");
      }
    }
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
   * The board with other texts. A way keeps its id by its text, or else by its place, so that what
   * was done of it stays done when its wording is mended; and the stop that explains it.
   */
  public static ChoiceBoard of(int pick, List<String> texts, List<Way> before) {
    Set<UUID> used = new HashSet<>();
    List<UUID> ids = new java.util.ArrayList<>();
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
    List<Way> ways = new java.util.ArrayList<>();
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
      ways.add(new Way(kept == null ? UUID.randomUUID() : kept, texts.get(i), stop));
    }
    return new ChoiceBoard(pick, ways);
  }

  /** The board, each way with the stop that explains it; ways that are not named have none. */
  public ChoiceBoard explained(Map<UUID, UUID> stops) {
    return new ChoiceBoard(
        pick,
        ways.stream()
            .map(w -> new Way(w.id(), w.text(), Optional.ofNullable(stops.get(w.id()))))
            .toList());
  }
}
