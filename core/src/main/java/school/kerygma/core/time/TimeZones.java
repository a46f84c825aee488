package school.kerygma.core.time;

import java.time.DateTimeException;
import java.time.ZoneId;
import java.time.format.TextStyle;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;

/** Time zones as people call them: "Eastern" is America/New_York. */
public final class TimeZones {

  /** A zone and what people call it: "Eastern Time, New York". */
  public record Named(ZoneId zone, String name) {}

  /**
   * Which place stands for a zone that many places share. Source: Unicode CLDR, metaZones.xml, the
   * entries for territory 001.
   */
  private static final Map<String, String> STANDS_FOR =
      Map.ofEntries(
          Map.entry("Eastern Time", "America/New_York"),
          Map.entry("Central Time", "America/Chicago"),
          Map.entry("Mountain Time", "America/Denver"),
          Map.entry("Pacific Time", "America/Los_Angeles"),
          Map.entry("Atlantic Time", "America/Halifax"),
          Map.entry("Newfoundland Time", "America/St_Johns"),
          Map.entry("Alaska Time", "America/Anchorage"),
          Map.entry("Hawaii-Aleutian Time", "Pacific/Honolulu"),
          Map.entry("Greenwich Mean Time", "Atlantic/Reykjavik"),
          Map.entry("British Time", "Europe/London"),
          Map.entry("Central European Time", "Europe/Paris"),
          Map.entry("Eastern European Time", "Europe/Bucharest"),
          Map.entry("India Time", "Asia/Calcutta"),
          Map.entry("Japan Time", "Asia/Tokyo"),
          Map.entry("Australian Eastern Time", "Australia/Sydney"),
          Map.entry("New Zealand Time", "Pacific/Auckland"));

  private TimeZones() {}

  /** All zones that are named after a place, by their ids. */
  public static List<Named> all() {
    TreeMap<String, Named> all = new TreeMap<>();
    for (String id : ZoneId.getAvailableZoneIds()) {
      if (id.contains("/") && !id.startsWith("Etc/") && !id.startsWith("SystemV/")) {
        all.put(id, named(ZoneId.of(id)));
      }
    }
    return List.copyOf(all.values());
  }

  private static Named named(ZoneId zone) {
    String city = zone.getId().substring(zone.getId().lastIndexOf('/') + 1).replace('_', ' ');
    return new Named(zone, zone.getDisplayName(TextStyle.FULL_STANDALONE, Locale.US) + ", " + city);
  }

  /**
   * The zones that a text may mean: an id, the name of a zone with or without "Time", or a city.
   *
   * @return one if it is sure, several if a person has to choose, none if nothing is called so
   */
  public static List<Named> find(String text) {
    String said = text.strip();
    if (said.isEmpty() || said.length() > 80) {
      return List.of();
    }
    try {
      if (said.contains("/")) {
        return List.of(named(ZoneId.of(said)));
      }
    } catch (DateTimeException e) {
      return List.of();
    }
    String words = said.toLowerCase(Locale.ROOT).replaceAll("\\s+", " ");
    for (Map.Entry<String, String> known : STANDS_FOR.entrySet()) {
      String name = known.getKey().toLowerCase(Locale.ROOT);
      if (words.equals(name) || (words + " time").equals(name)) {
        return List.of(named(ZoneId.of(known.getValue())));
      }
    }
    List<Named> exact = all().stream().filter(z -> city(z).equals(words)).toList();
    return exact.isEmpty()
        ? all().stream().filter(z -> z.name().toLowerCase(Locale.ROOT).contains(words)).toList()
        : exact;
  }

  private static String city(Named zone) {
    String name = zone.name();
    return name.substring(name.lastIndexOf(", ") + 2).toLowerCase(Locale.ROOT);
  }
}
