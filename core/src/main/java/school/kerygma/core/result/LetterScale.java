package school.kerygma.core.result;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import school.kerygma.core.text.CleanText;

/**
 * The letters, or other short names, that a school gives for percents. A percent has the letter of
 * the highest bound that it reaches, as it stands, without rounding it up first: 89.99 is no A
 * where an A begins at 90. Below the lowest bound there is no letter.
 *
 * @param bounds the highest first; none if a school gives no letters
 */
public record LetterScale(List<Bound> bounds) {

  /** A school without letters. */
  public static final LetterScale NONE = new LetterScale(List.of());

  /** The most letters of a scale. */
  public static final int MOST = 20;

  private static final int LONGEST = 12;
  private static final Pattern WRITTEN =
      Pattern.compile("(?<letter>\\S.*?)\\s+(?<from>\\d{1,3}(?:[.,]\\d{1,2})?)(?:\\s*%)?");

  /**
   * Where a letter begins.
   *
   * @param letter 1 to 12 characters without a comma, and without a number after a space
   * @param from percent, 0 to 150
   */
  public record Bound(String letter, BigDecimal from) {

    /**
     * @throws IllegalArgumentException if one of them is out of range
     */
    public Bound {
      if (letter.isBlank()
          || letter.length() > LONGEST
          || letter.contains(",")
          || letter.matches(".*\\s\\d.*") // A comma was forgotten.
          || !letter.equals(CleanText.line(letter))) {
        throw new IllegalArgumentException("No name for a mark: " + letter);
      }
      if (from.signum() < 0 || from.compareTo(new BigDecimal(150)) > 0) {
        throw new IllegalArgumentException("A letter begins at 0 to 150 percent, not at " + from);
      }
      from = TypedPoints.plain(from);
    }
  }

  /**
   * @throws IllegalArgumentException if a letter comes twice, if they do not fall, or if there are
   *     too many
   */
  public LetterScale {
    bounds = List.copyOf(bounds);
    if (bounds.size() > MOST) {
      throw new IllegalArgumentException("A scale has at most " + MOST + " letters");
    }
    Set<String> letters = new HashSet<>();
    for (int i = 0; i < bounds.size(); i++) {
      if (!letters.add(bounds.get(i).letter())) {
        throw new IllegalArgumentException("Twice: " + bounds.get(i).letter());
      }
      if (i > 0 && bounds.get(i).from().compareTo(bounds.get(i - 1).from()) >= 0) {
        throw new IllegalArgumentException(
            bounds.get(i).letter() + " does not begin below " + bounds.get(i - 1).letter());
      }
    }
  }

  /** The letter of a percent; empty if there is none. */
  public Optional<String> of(BigDecimal percent) {
    return bounds.stream()
        .filter(b -> percent.compareTo(b.from()) >= 0)
        .map(Bound::letter)
        .findFirst();
  }

  /**
   * Reads "A 90, B 80, C 70, D 60, F 0"; nothing gives {@link #NONE}.
   *
   * @throws IllegalArgumentException for anything else
   */
  public static LetterScale parse(String text) {
    List<Bound> bounds = new ArrayList<>();
    for (String part : text.isBlank() ? new String[0] : text.split(",(?!\\d)")) {
      Matcher m = WRITTEN.matcher(part.strip());
      if (!m.matches()) {
        throw new IllegalArgumentException("No letter with its percent: " + part);
      }
      bounds.add(new Bound(m.group("letter"), new BigDecimal(m.group("from").replace(',', '.'))));
    }
    return new LetterScale(bounds);
  }

  /** As {@link #parse} reads it. */
  @Override
  public String toString() {
    return bounds.stream()
        .map(b -> b.letter() + " " + b.from().toPlainString())
        .collect(Collectors.joining(", "));
  }
}
