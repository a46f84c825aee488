package school.kerygma.core.proof;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import school.kerygma.core.proof.Matter.Side;
import school.kerygma.core.proof.Proof.Place;
import school.kerygma.core.proof.Proof.Reason;
import school.kerygma.core.proof.Proof.Row;
import school.kerygma.core.proof.Proof.Statement;
import school.kerygma.core.proof.Proof.Topic;
import school.kerygma.core.proof.Proof.Verdict;
import school.kerygma.core.time.SchoolCalendar;

/**
 * A time zone that is named beside a time: the school's, or another. Names are those of North
 * America and Greenwich; the rules of each zone are those of the IANA time zone database. "Eastern"
 * is taken for every zone that keeps the same clock on the days of the work.
 */
final class ZoneRows implements Proof.Rows {

  private static final Map<String, ZoneId> ZONES =
      Map.ofEntries(
          Map.entry("newfoundland", ZoneId.of("America/St_Johns")),
          Map.entry("atlantic", ZoneId.of("America/Halifax")),
          Map.entry("eastern", ZoneId.of("America/New_York")),
          Map.entry("central", ZoneId.of("America/Chicago")),
          Map.entry("mountain", ZoneId.of("America/Denver")),
          Map.entry("pacific", ZoneId.of("America/Los_Angeles")),
          Map.entry("greenwich", ZoneId.of("Etc/UTC")));

  private static final Map<String, String> SHORT =
      Map.ofEntries(
          Map.entry("nst", "newfoundland"),
          Map.entry("ndt", "newfoundland"),
          Map.entry("ast", "atlantic"),
          Map.entry("adt", "atlantic"),
          Map.entry("est", "eastern"),
          Map.entry("edt", "eastern"),
          Map.entry("cst", "central"),
          Map.entry("cdt", "central"),
          Map.entry("mst", "mountain"),
          Map.entry("mdt", "mountain"),
          Map.entry("pst", "pacific"),
          Map.entry("pdt", "pacific"),
          Map.entry("utc", "greenwich"),
          Map.entry("gmt", "greenwich"));

  private static final String NAMES =
      "(?:newfoundland|atlantic|eastern|central|mountain|pacific|greenwich)";

  /** One of these stands wherever a zone is named. */
  private static final String[] HINTS =
      Stream.concat(Stream.of("time", "st", "dt", "utc", "gmt"), ZONES.keySet().stream())
          .toArray(String[]::new);

  private static final Pattern NAMED =
      Sides.of(
          "(?:\\d\\s*(?:[ap]\\.?\\s?m\\.?)?|o'clock|noon|midnight)\\s*,?\\s*\\(?(?<z>"
              + NAMES
              + "(?:\\s+(?:standard|daylight|mean))?\\s+time\\b|"
              + NAMES
              + "(?=\\s*(?:[.,;!?)]|$)|\\s+(?:on|this|next|every)\\b)|(?-i:[NAECMP][SD]T|UTC|GMT)\\b)");

  @Override
  public Stream<Row> of(Matter matter) {
    List<Statement> all = new ArrayList<>();
    boolean other = false;
    for (Matter.Text text : matter.texts()) {
      if (!Sides.mentions(text, HINTS)) {
        continue;
      }
      Matcher found = NAMED.matcher(text.words());
      while (found.find()) {
        String name = found.group("z").toLowerCase(Locale.ROOT).split("\\s+")[0];
        ZoneId zone = ZONES.get(SHORT.getOrDefault(name, name));
        boolean wrong = zone != null && !isKept(matter, text, zone);
        other |= wrong;
        all.add(Sides.words(text, found, wrong));
      }
    }
    if (all.isEmpty()) {
      return Stream.empty();
    }
    Set<String> kept = new LinkedHashSet<>();
    matter
        .sections()
        .forEach(s -> kept.add(s.calendar().zone().getDisplayName(TextStyle.FULL, Locale.US)));
    all.add(
        new Statement(Side.POSTED, "", String.join(", ", kept), "", new Place.InPosting(), false));
    return Stream.of(
        other
            ? Sides.row(
                Topic.ZONE,
                "",
                Optional.empty(),
                all,
                Verdict.DISAGREES,
                Reason.OTHER_ZONE,
                String.join(", ", kept))
            : Sides.agrees(Topic.ZONE, "", Optional.empty(), all));
  }

  /**
   * Whether the school's clock shows what a clock of the zone shows when the work is due; where no
   * work is tied to what is said, in the middle of the term.
   */
  private static boolean isKept(Matter matter, Matter.Text text, ZoneId zone) {
    boolean known = false;
    for (Matter.Task task : matter.related(text)) {
      for (int i : Sides.doing(matter, task)) {
        Optional<Instant> due = Sides.doing(task, i).due();
        ZoneId own = matter.sections().get(i).calendar().zone();
        known |= due.isPresent();
        if (due.isPresent()
            && !own.getRules().getOffset(due.get()).equals(zone.getRules().getOffset(due.get()))) {
          return false;
        }
      }
    }
    return known || matter.sections().stream().allMatch(s -> isKept(s.calendar(), zone));
  }

  private static boolean isKept(SchoolCalendar calendar, ZoneId zone) {
    Instant middle = calendar.dueOn(calendar.mondayOfWeek(1 + calendar.weeks() / 2));
    return calendar.zone().getRules().getOffset(middle).equals(zone.getRules().getOffset(middle));
  }
}
