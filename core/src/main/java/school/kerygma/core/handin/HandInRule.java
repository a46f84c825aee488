package school.kerygma.core.handin;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * What students may hand in for a task.
 *
 * @param kinds one or several
 * @param words the length that is asked of a text, 0 to 5000; 0 if none is
 * @param together how many students may hand in one work, 1 to 6
 */
public record HandInRule(Set<Kind> kinds, int words, int together) {

  /** The most words that are asked of a text. */
  public static final int MOST_WORDS = 5000;

  /** The most students who hand in one work. */
  public static final int MOST_TOGETHER = 6;

  /** In which shape work is handed in. */
  public enum Kind {
    TEXT,
    /** Files, and photos of paper pages. */
    FILES,
    LINK,
    /** Each student's own copy of the papers of the task, filled in. */
    SHEET
  }

  /**
   * @throws IllegalArgumentException if nothing may be handed in, or a number is out of its range
   */
  public HandInRule {
    if (kinds.isEmpty()) {
      throw new IllegalArgumentException("Something is handed in");
    }
    if (words < 0 || words > MOST_WORDS || together < 1 || together > MOST_TOGETHER) {
      throw new IllegalArgumentException("0 to 5000 words, 1 to 6 students");
    }
    kinds = Set.copyOf(kinds);
    words = kinds.contains(Kind.TEXT) ? words : 0;
  }

  public boolean takes(Kind kind) {
    return kinds.contains(kind);
  }

  /**
   * Reads "text 150, files, together 3".
   *
   * @throws IllegalArgumentException for anything else
   */
  public static HandInRule read(String written) {
    Set<Kind> kinds = EnumSet.noneOf(Kind.class);
    int words = 0;
    int together = 1;
    for (String part : written.split(",\\s*")) {
      String[] said = part.strip().split(" ", 2);
      if (said[0].equals("together")) {
        together = Integer.parseInt(said[1]);
      } else {
        kinds.add(Kind.valueOf(said[0].toUpperCase(Locale.ROOT)));
        words = said.length > 1 ? Integer.parseInt(said[1]) : words;
      }
    }
    return new HandInRule(kinds, words, together);
  }

  /** As {@link #read} reads it. */
  @Override
  public String toString() {
    List<String> parts = new ArrayList<>();
    for (Kind kind : Kind.values()) {
      if (takes(kind)) {
        String name = kind.name().toLowerCase(Locale.ROOT);
        parts.add(kind == Kind.TEXT && words > 0 ? name + " " + words : name);
      }
    }
    if (together > 1) {
      parts.add("together " + together);
    }
    return String.join(", ", parts);
  }
}
