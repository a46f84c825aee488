package school.kerygma.core.text;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Amounts as they are written: "2.5", "1,250", "1/2", "1 1/2", "2\u00bd", "one hundred". */
public final class Amounts {

  private static final Map<Character, BigDecimal> FRACTIONS =
      Map.of(
          '\u00bd', new BigDecimal("0.5"),
          '\u00bc', new BigDecimal("0.25"),
          '\u00be', new BigDecimal("0.75"),
          '\u2153', new BigDecimal("0.33"),
          '\u2154', new BigDecimal("0.67"));

  private static final String PROPER = "1/2|1/3|2/3|1/4|3/4|[1-4]/5|[1357]/8";

  private static final String IN_DIGITS =
      "\\d{1,3}\\s+(?:"
          + PROPER
          + ")(?!\\d)|(?:"
          + PROPER
          + ")(?!\\d)|\\d{0,4}\\s?[\u00bd\u00bc\u00be\u2153\u2154]|\\d{1,3}(?:,\\d{3})+(?:\\.\\d{1,2})?|\\d{0,5}\\.\\d{1,2}|\\d{1,5}";

  /** A regular expression of an amount in digits, without a group that captures. */
  public static final String DIGITS = "(?:" + IN_DIGITS + ")";

  /** A regular expression of an amount in digits or words, without a group that captures. */
  public static final String PATTERN = "(?:" + IN_DIGITS + "|" + NumberWords.PATTERN + ")";

  private static final Pattern FRACTION = Pattern.compile("(?:(\\d+)\\s+)?(\\d)/(\\d)");

  private Amounts() {}

  /** The amount that is written; thirds are rounded to hundredths. */
  public static Optional<BigDecimal> parse(String text) {
    String word = text.strip().toLowerCase(Locale.ROOT);
    if (word.isEmpty()) {
      return Optional.empty();
    }
    Matcher fraction = FRACTION.matcher(word);
    if (fraction.matches()) {
      int of = number(fraction, 3);
      return of == 0
          ? Optional.empty()
          : Optional.of(
              plain(
                  new BigDecimal(number(fraction, 2))
                      .divide(new BigDecimal(of), 3, RoundingMode.HALF_UP)
                      .add(new BigDecimal(fraction.group(1) == null ? 0 : number(fraction, 1)))));
    }
    BigDecimal part = FRACTIONS.get(word.charAt(word.length() - 1));
    if (part != null) {
      String whole = word.substring(0, word.length() - 1).strip();
      return whole.matches("\\d{0,4}")
          ? Optional.of(part.add(whole.isEmpty() ? BigDecimal.ZERO : new BigDecimal(whole)))
          : Optional.empty();
    }
    String digits = word.replace(",", "");
    return digits.matches("\\d{0,9}\\.\\d{1,4}")
        ? Optional.of(plain(new BigDecimal("0" + digits)))
        : NumberWords.parse(word).map(BigDecimal::new);
  }

  private static int number(Matcher m, int group) {
    return Integer.parseInt(Objects.requireNonNull(m.group(group)));
  }

  /** The same amount without needless digits, never with an exponent. */
  public static BigDecimal plain(BigDecimal amount) {
    BigDecimal stripped = amount.stripTrailingZeros();
    return stripped.scale() < 0 ? stripped.setScale(0) : stripped;
  }
}
