package school.kerygma.core.plan;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import school.kerygma.core.handin.LateRule;
import school.kerygma.core.text.CleanText;

/**
 * What a section's term grade is made of: kinds of points, each with its weight.
 *
 * @param kinds none if the section gives no weights; their weights add up to 100
 */
public record Grading(List<Kind> kinds) {

  /** A section without weights. */
  public static final Grading NONE = new Grading(List.of());

  /** The most kinds a grade is made of. */
  public static final int MAX_KINDS = 6;

  private static final int MAX_NAME = 40;

  /** A kind in writing, the longest first: what is no scale or rule is part of the name. */
  private static final List<Pattern> WRITTEN =
      Stream.of(
              "(?<name>.+) (?<weight>\\d{1,3}) on (?<scale>\\d{1,2}) late (?<day>\\d{1,3}) to (?<most>\\d{1,3})",
              "(?<name>.+) (?<weight>\\d{1,3}) late (?<day>\\d{1,3}) to (?<most>\\d{1,3})",
              "(?<name>.+) (?<weight>\\d{1,3}) on (?<scale>\\d{1,2})",
              "(?<name>.+) (?<weight>\\d{1,3})")
          .flatMap(written -> Stream.of(written + " best (?<best>\\d{1,2})", written))
          .flatMap(written -> Stream.of(written + " improved (?<improved>highest|mean)", written))
          .map(Pattern::compile)
          .toList();

  /** What counts of work that was improved and handed in again. */
  public enum Improved {
    /** What the newest version got. */
    LAST,
    /** What the best version got. */
    HIGHEST,
    /** The mean of what all versions got. */
    MEAN
  }

  /**
   * One kind of points.
   *
   * @param name 1 to 40 characters without a comma
   * @param weight percent of the grade, 1 to 100
   * @param scale the best mark to which its points are scaled, 2 to 20; 0 if they just add up
   * @param late what handing in late costs
   * @param best only so many of its tasks count, those with the best shares, 1 to 99; 0 if all do
   * @param improved what counts of several versions
   */
  public record Kind(
      String name, int weight, int scale, LateRule late, int best, Improved improved) {

    /** A kind of which late work costs nothing and all counts. */
    public Kind(String name, int weight, int scale) {
      this(name, weight, scale, LateRule.NONE, 0, Improved.LAST);
    }

    /**
     * @throws IllegalArgumentException if one of them is out of range
     */
    public Kind {
      name = name.strip();
      if (name.isEmpty()
          || name.length() > MAX_NAME
          || name.contains(",")
          || !name.equals(CleanText.line(name))) {
        throw new IllegalArgumentException("No name for a kind of points: " + name);
      }
      if (weight < 1 || weight > 100) {
        throw new IllegalArgumentException("A weight is 1 to 100 percent, not " + weight);
      }
      if (scale != 0 && (scale < 2 || scale > 20)) {
        throw new IllegalArgumentException("A scale ends at 2 to 20, not at " + scale);
      }
      if (best < 0 || best > 99) {
        throw new IllegalArgumentException("The best 1 to 99 count, not " + best);
      }
    }

    /** A name such as "Lab 50 on" is written so that it is read again as it was. */
    private String text() {
      String scaled = name + " " + weight + " on " + scale;
      String costs = " late " + late.perDay() + " to " + late.most();
      String again = " improved " + improved.name().toLowerCase(Locale.ROOT);
      return Stream.of(name + " " + weight, scaled, name + " " + weight + costs, scaled + costs)
          .flatMap(written -> Stream.of(written, written + " best " + best))
          .flatMap(written -> Stream.of(written, written + again))
          .filter(written -> read(written).filter(this::equals).isPresent())
          .findFirst()
          .orElse(scaled + costs + " best " + best + again);
    }

    private static Optional<Kind> read(String text) {
      return WRITTEN.stream()
          .map(p -> p.matcher(text))
          .filter(Matcher::matches)
          .flatMap(m -> read(m).stream())
          .findFirst();
    }

    private static Optional<Kind> read(Matcher m) {
      Set<String> said = m.namedGroups().keySet();
      try {
        return Optional.of(
            new Kind(
                m.group("name"),
                Integer.parseInt(m.group("weight")),
                said.contains("scale") ? Integer.parseInt(m.group("scale")) : 0,
                said.contains("day")
                    ? new LateRule(
                        Integer.parseInt(m.group("day")), Integer.parseInt(m.group("most")))
                    : LateRule.NONE,
                said.contains("best") ? Integer.parseInt(m.group("best")) : 0,
                said.contains("improved")
                    ? Improved.valueOf(m.group("improved").toUpperCase(Locale.ROOT))
                    : Improved.LAST));
      } catch (IllegalArgumentException partOfTheName) {
        return Optional.empty(); // "Lab 50 on 50" is called "Lab 50 on".
      }
    }
  }

  /**
   * @throws IllegalArgumentException if the weights do not add up to 100, if a name comes twice, or
   *     if there are too many kinds
   */
  public Grading {
    int sum = kinds.stream().mapToInt(Kind::weight).sum();
    if (!kinds.isEmpty() && sum != 100) {
      throw new IllegalArgumentException("Weights add up to 100, not to " + sum);
    }
    if (kinds.size() > MAX_KINDS) {
      throw new IllegalArgumentException("A grade has at most " + MAX_KINDS + " kinds of points");
    }
    Set<String> names = new HashSet<>();
    for (Kind kind : kinds) {
      if (!names.add(kind.name().toLowerCase(Locale.ROOT))) {
        throw new IllegalArgumentException("Two kinds are called " + kind.name());
      }
    }
    kinds = List.copyOf(kinds);
  }

  /** What handing in late costs, of a kind of points; nothing if the section does not weigh it. */
  public LateRule late(String kind) {
    return kind(kind).map(Kind::late).orElse(LateRule.NONE);
  }

  /** What counts of several versions of work of a kind. */
  public Improved improved(String kind) {
    return kind(kind).map(Kind::improved).orElse(Improved.LAST);
  }

  public Optional<Kind> kind(String name) {
    return kinds.stream().filter(k -> k.name().equalsIgnoreCase(name.strip())).findFirst();
  }

  /**
   * A task's share of the term's grade. Scaling a kind's points to a mark changes no share.
   *
   * @param kind of the task's points
   * @param points of the task
   * @param ofKinds points of all tasks of the term by kind, the task's own among them
   * @return 0 to 1, or nothing if the section does not weigh that kind
   */
  public OptionalDouble share(String kind, int points, Map<String, Integer> ofKinds) {
    return kind(kind)
        .map(
            k ->
                OptionalDouble.of(
                    Worth.share(
                        points, Math.max(points, sum(k.name(), ofKinds)), k.weight() / 100.0)))
        .orElse(OptionalDouble.empty());
  }

  /** Points of a kind, whatever the capitals of its name. */
  public static int sum(String kind, Map<String, Integer> ofKinds) {
    return ofKinds.entrySet().stream()
        .filter(e -> e.getKey().equalsIgnoreCase(kind))
        .mapToInt(Map.Entry::getValue)
        .sum();
  }

  /**
   * Reads "Projects 70 late 10 to 50 improved highest, Daily work 30 on 4 best 5"; nothing gives
   * {@link #NONE}.
   *
   * @throws IllegalArgumentException for anything else
   */
  public static Grading parse(String text) {
    List<Kind> kinds = new ArrayList<>();
    for (String part : text.isBlank() ? new String[0] : text.split(",")) {
      kinds.add(
          Kind.read(part.strip())
              .orElseThrow(
                  () -> new IllegalArgumentException("No kind of points with a weight: " + part)));
    }
    return new Grading(kinds);
  }

  /** As {@link #parse} reads it. */
  @Override
  public String toString() {
    return kinds.stream().map(Kind::text).collect(Collectors.joining(", "));
  }
}
