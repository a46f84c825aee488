package school.kerygma.core.time;

import java.time.LocalTime;
import java.util.Locale;
import java.util.Optional;

/**
 * What happens on one day of a section's pattern.
 *
 * @param hours from when to when, if they are known
 */
public record Meeting(Kind kind, Optional<Hours> hours) {

  /** Where the section meets, or that it is a day of help on which nobody must come. */
  public enum Kind {
    ROOM,
    ONLINE,
    HELP
  }

  /**
   * From when to when, on the school's clock.
   *
   * @param end after the start
   */
  public record Hours(LocalTime start, LocalTime end) {

    /**
     * @throws IllegalArgumentException if the end is not after the start
     */
    public Hours {
      if (!end.isAfter(start)) {
        throw new IllegalArgumentException("A meeting ends after it begins, not at " + end);
      }
    }
  }

  public static final Meeting IN_THE_ROOM = new Meeting(Kind.ROOM, Optional.empty());

  /** Whether the section is together on that day. */
  public boolean together() {
    return kind != Kind.HELP;
  }

  /** Reads what stands behind a day: nothing, "9:40-10:30", "online", "9:40-10:30 help". */
  static Meeting parse(String text) {
    Optional<Hours> hours = Optional.empty();
    Kind kind = Kind.ROOM;
    for (String part : text.strip().split("\\s+")) {
      if (part.contains("-")) {
        String[] ends = part.split("-", 2);
        hours = Optional.of(new Hours(time(ends[0]), time(ends[1])));
      } else if (!part.isEmpty()) {
        kind = Kind.valueOf(part.toUpperCase(Locale.ROOT));
      }
    }
    return new Meeting(kind, hours);
  }

  private static LocalTime time(String text) {
    return LocalTime.parse(text.length() == 4 ? "0" + text : text);
  }

  /** As {@link #parse} reads it, with a blank before it unless it is empty. */
  @Override
  public String toString() {
    return hours.map(h -> " " + h.start() + "-" + h.end()).orElse("")
        + (kind == Kind.ROOM ? "" : " " + kind.name().toLowerCase(Locale.ROOT));
  }
}
