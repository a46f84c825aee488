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
 * @param seconds how long a spoken or filmed answer may be, 5 to 300; 0 if none is taken
 */
public record HandInRule(Set<Kind> kinds, int words, int together, int seconds) {

  /** The most words that are asked of a text. */
  public static final int MOST_WORDS = 5000;

  /** The most students who hand in one work. */
  public static final int MOST_TOGETHER = 6;

  /** The shortest length that is set for an answer that is recorded, in seconds. */
  public static final int LEAST_SECONDS = 5;

  /** The longest answer that is recorded, in seconds. */
  public static final int MOST_SECONDS = 300;

  private static final int USUAL_SECONDS = 60;

  /** In which shape work is handed in. */
  public enum Kind {
    TEXT,
    /** Files, and photos of paper pages. */
    FILES,
    LINK,
    /** Each student's own copy of the papers of the task, filled in. */
    SHEET,
    /** An answer that is spoken here. */
    SPOKEN,
    /** An answer that is filmed here, with its sound. */
    FILMED;

    /** Whether it is recorded here. */
    public boolean isRecorded() {
      return this == SPOKEN || this == FILMED;
    }
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
    boolean recorded = kinds.stream().anyMatch(Kind::isRecorded);
    seconds = !recorded ? 0 : seconds == 0 ? USUAL_SECONDS : seconds;
    if (recorded && (seconds < LEAST_SECONDS || seconds > MOST_SECONDS)) {
      throw new IllegalArgumentException("5 to 300 seconds");
    }
  }

  /** A rule for what is not recorded. */
  public HandInRule(Set<Kind> kinds, int words, int together) {
    this(kinds, words, together, 0);
  }

  public boolean takes(Kind kind) {
    return kinds.contains(kind);
  }

  /**
   * Reads "text 150, files, spoken 60, together 3".
   *
   * @throws IllegalArgumentException for anything else
   */
  public static HandInRule read(String written) {
    Set<Kind> kinds = EnumSet.noneOf(Kind.class);
    int words = 0;
    int together = 1;
    int seconds = 0;
    for (String part : written.split(",\\s*")) {
      String[] said = part.strip().split(" ", 2);
      if (said[0].equals("together")) {
        together = Integer.parseInt(said[1]);
      } else {
        Kind kind = Kind.valueOf(said[0].toUpperCase(Locale.ROOT));
        kinds.add(kind);
        int number = said.length > 1 ? Integer.parseInt(said[1]) : 0;
        words = kind == Kind.TEXT ? number : words;
        seconds = kind.isRecorded() ? number : seconds;
      }
    }
    return new HandInRule(kinds, words, together, seconds);
  }

  /** As {@link #read} reads it. */
  @Override
  public String toString() {
    List<String> parts = new ArrayList<>();
    for (Kind kind : Kind.values()) {
      if (takes(kind)) {
        String name = kind.name().toLowerCase(Locale.ROOT);
        int number = kind == Kind.TEXT ? words : kind.isRecorded() ? seconds : 0;
        parts.add(number > 0 ? name + " " + number : name);
      }
    }
    if (together > 1) {
      parts.add("together " + together);
    }
    return String.join(", ", parts);
  }
}
