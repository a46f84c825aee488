package school.kerygma.core.rubric;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import school.kerygma.core.text.Amounts;

/** Points in the words of a table's cells. Common practice of rubrics; there is no standard. */
final class PointsText {

  /** "Three" alone is a word of what is asked. */
  private static final String A = Amounts.DIGITS;

  private static final String UNIT = "(?:points?\\b(?!\\s+of\\b)|pts?\\b\\.?|marks?\\b|p\\b)";
  private static final String DASH = "\\s*(?:[-\u2013\u2014\u2212]|to)\\s*";

  private static final Pattern WITH_UNIT =
      of(
          "(?<![\\w.])(?:(?<a>"
              + Amounts.PATTERN
              + ")"
              + DASH
              + ")?(?<b>"
              + Amounts.PATTERN
              + ")[\\s-]*"
              + UNIT);
  private static final Pattern AFTER_UNIT =
      of(UNIT + "(?:\\s+(?:possible|available|value|worth))?\\s*[:=]\\s*(?<a>)(?<b>" + A + ")");
  private static final Pattern OUT_OF =
      of("(?:/|\\bout\\s+of)\\s*(?<a>)(?<b>\\d{1,4}(?:\\.\\d{1,2})?)(?![\\d/])\\s*" + UNIT + "?");
  private static final Pattern IN_BRACKETS =
      of("[(\\[]\\s*(?:(?<a>" + A + ")" + DASH + ")?(?<b>" + A + ")\\s*[)\\]]");
  private static final Pattern ALONE =
      of(
          "[(\\[]?\\s*(?:up to\\s+|[+\u2212-]\\s*)?(?:(?<a>"
              + A
              + ")"
              + DASH
              + ")?(?<b>"
              + A
              + ")\\s*"
              + UNIT
              + "?\\s*[)\\]]?");
  private static final Pattern ALONE_OUT_OF =
      of("[_.\\s\\d]*(?:/|\\bout\\s+of)\\s*(?<a>)(?<b>\\d{1,4}(?:\\.\\d{1,2})?)\\s*" + UNIT + "?");
  private static final Pattern LEADING =
      of(
          "(?:(?<a>"
              + A
              + ")"
              + DASH
              + ")?(?<b>"
              + A
              + ")\\s*(?:[-\u2013\u2014:=.)]\\s*|\\s)(?=\\D)");
  private static final Pattern TRAILING =
      of("(?<=\\S)[\\s:=\u2013-]+(?:(?<a>" + A + ")" + DASH + ")?(?<b>" + A + ")$");
  private static final Pattern CELL_LEADING =
      of("(?:(?<a>" + A + ")" + DASH + ")?(?<b>" + A + ")\\s*(?:[\u2013\u2014:=]|\\s-\\s)");
  private static final Pattern PERCENT =
      of("(?:(?<a>" + A + ")" + DASH + ")?(?<b>" + A + ")\\s*(?:%|percent\\b)");
  private static final Pattern FACTOR =
      of("[x\u00d7*]\\s*(?<b>" + A + ")|(?<c>" + A + ")\\s*[x\u00d7*]");
  private static final Pattern FACTOR_AT_END = of("[\\s(][x\u00d7]\\s?(?<b>\\d{1,2})\\s*\\)?$");
  private static final Pattern LABEL =
      of("\\b(?:level|grade|band|stage|tier|step|phase|strand|column|class)\\s+\\d{1,2}\\b");

  private PointsText() {}

  private static Pattern of(String regex) {
    return Pattern.compile(regex, Pattern.CASE_INSENSITIVE);
  }

  /**
   * The head of a level.
   *
   * @param percent whether it says shares, and no points
   * @param plain whether its points are a bare number, which may be the level's own
   */
  record Head(String name, Optional<Range> points, boolean percent, boolean plain) {}

  /** Name and points of a level's head apart: "4 Advanced", "Excellent (5)", "Fair 12-9 pts". */
  static Head head(String text) {
    String left = text.strip();
    Matcher share = PERCENT.matcher(left);
    boolean percent = share.find();
    if (percent) {
      left = cut(left, share);
    }
    for (Pattern pattern : List.of(AFTER_UNIT, WITH_UNIT, OUT_OF, IN_BRACKETS)) {
      Matcher m = pattern.matcher(left);
      if (m.find()) {
        return new Head(cut(left, m), range(m), percent, false);
      }
    }
    String unlabelled = LABEL.matcher(left).replaceAll("").strip();
    Matcher alone = ALONE.matcher(unlabelled);
    if (alone.matches()) {
      boolean one = alone.group("a") == null;
      return new Head(cut(left, unlabelled), range(alone), percent, one);
    }
    for (Pattern pattern : List.of(LEADING, TRAILING)) {
      Matcher m = pattern.matcher(unlabelled);
      if (pattern == LEADING ? m.lookingAt() : m.find()) {
        return new Head(cut(left, m.group()), range(m), percent, m.group("a") == null);
      }
    }
    return new Head(left, Optional.empty(), percent, false);
  }

  private static String cut(String text, Matcher m) {
    return trimmed(text.substring(0, m.start()) + " " + text.substring(m.end()));
  }

  private static String cut(String text, String part) {
    int at = text.indexOf(part);
    return at < 0 || part.isBlank()
        ? text
        : trimmed(text.substring(0, at) + " " + text.substring(at + part.length()));
  }

  private static String trimmed(String text) {
    return text.replaceAll("\\(\\s*\\)|\\[\\s*\\]", " ")
        .replaceAll("\\s+", " ")
        .replaceAll("^[\\s,:=\u2013-]+|[\\s,(:=\u2013-]+$", "")
        .strip();
  }

  private static Optional<Range> range(Matcher m) {
    Optional<BigDecimal> high = Amounts.parse(Objects.requireNonNull(m.group("b")));
    String first = m.group("a");
    Optional<BigDecimal> low = first == null || first.isEmpty() ? high : Amounts.parse(first);
    return high.flatMap(h -> low.map(l -> new Range(l, h)));
  }

  /** Points that are said as such: with their unit, after a stroke, in brackets at the end. */
  static Optional<Range> stated(String text) {
    for (Pattern pattern : List.of(AFTER_UNIT, WITH_UNIT, OUT_OF)) {
      Matcher m = pattern.matcher(text);
      if (m.find()) {
        return range(m);
      }
    }
    Matcher bracket = IN_BRACKETS.matcher(text.strip());
    while (bracket.find()) {
      if (bracket.end() == text.strip().length()) {
        return range(bracket);
      }
    }
    return Optional.empty();
  }

  /** All points with their unit in a text: "title (2 pts), author (3 pts)". */
  static List<Range> each(String text) {
    List<Range> all = new ArrayList<>();
    Matcher m = WITH_UNIT.matcher(text);
    while (m.find()) {
      range(m).ifPresent(all::add);
    }
    return all;
  }

  /** The points of a cell that says nothing else. */
  static Optional<Range> alone(String text) {
    for (Pattern pattern : List.of(ALONE_OUT_OF, ALONE)) {
      Matcher m = pattern.matcher(text.strip());
      if (m.matches()) {
        return range(m);
      }
    }
    return Optional.empty();
  }

  /** Whether a cell that says nothing but points says so itself: "6 points", "/10". */
  static boolean hasUnit(String text) {
    return ALONE_OUT_OF.matcher(text.strip()).matches() || WITH_UNIT.matcher(text).find();
  }

  /** The points of what a level asks: "5 - a clear thesis", "a clear thesis (5)". */
  static Optional<Range> cell(String text) {
    Optional<Range> stated = alone(text).or(() -> stated(text));
    if (stated.isPresent()) {
      return stated;
    }
    String left = text.strip();
    Matcher m = CELL_LEADING.matcher(left);
    if (m.lookingAt()) {
      return range(m);
    }
    Matcher bracket = IN_BRACKETS.matcher(left);
    return bracket.lookingAt() ? range(bracket) : Optional.empty();
  }

  static Optional<Weight> weight(String text, boolean saysWeight) {
    String left = text.strip();
    Matcher percent = PERCENT.matcher(left);
    if (percent.matches()) {
      return range(percent).map(r -> new Weight(r.high(), true));
    }
    Matcher factor = FACTOR.matcher(left);
    if (factor.matches()) {
      String value = factor.group("b") == null ? factor.group("c") : factor.group("b");
      return Amounts.parse(Objects.requireNonNull(value)).map(v -> new Weight(v, false));
    }
    return saysWeight ? alone(left).map(r -> new Weight(r.high(), false)) : Optional.empty();
  }

  /** What a criterion's name says that it weighs: "Ideas (40 %)", "Ideas x 3". */
  static Optional<Weight> weightIn(String text) {
    Matcher percent = PERCENT.matcher(text);
    if (percent.find()) {
      return range(percent).map(r -> new Weight(r.high(), true));
    }
    Matcher factor = FACTOR_AT_END.matcher(text.strip());
    return factor.find()
        ? Amounts.parse(Objects.requireNonNull(factor.group("b"))).map(v -> new Weight(v, false))
        : Optional.empty();
  }

  /** A criterion's name without the points that it says. */
  static String without(String text) {
    String left = text.strip();
    for (Pattern pattern : List.of(AFTER_UNIT, WITH_UNIT)) {
      Matcher m = pattern.matcher(left);
      if (m.find()) {
        left = cut(left, m);
      }
    }
    left = trimmed(left.replaceAll("(?:_{2,}|\\.{3,})?\\s*/\\s*\\d{1,4}\\s*$", ""));
    left =
        trimmed(left.replaceAll("[(\\[]\\s*[\\d.]+\\s*(?:%|[-\u2013]\\s*[\\d.]+)?\\s*[)\\]]$", ""));
    return left.isEmpty() ? text.strip() : left;
  }
}
