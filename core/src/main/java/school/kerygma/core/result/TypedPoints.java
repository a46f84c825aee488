package school.kerygma.core.result;

import java.math.BigDecimal;
import java.util.Optional;
import school.kerygma.core.text.Amounts;

/**
 * Points as a teacher types them. "5,5" is five and a half, as much of the world writes it; a
 * letter in place of a digit is a question.
 *
 * @param points what is meant; empty if nothing was typed, or it cannot be taken
 * @param fault why it cannot be taken
 * @param meant what may be meant instead
 */
public record TypedPoints(
    Optional<BigDecimal> points, Optional<Fault> fault, Optional<BigDecimal> meant) {

  /** The most points of anything. */
  public static final BigDecimal MOST = new BigDecimal(9999);

  /** Why points cannot be taken. */
  public enum Fault {
    /** It is no number. */
    NO_NUMBER,
    /** There are letters that look like digits: "1O". */
    LETTERS,
    /** It is less than nothing. */
    NEGATIVE,
    /** It is more than there is to get. */
    TOO_MANY
  }

  private static TypedPoints of(BigDecimal points) {
    return new TypedPoints(Optional.of(points), Optional.empty(), Optional.empty());
  }

  private static TypedPoints wrong(Fault fault, Optional<BigDecimal> meant) {
    return new TypedPoints(Optional.empty(), Optional.of(fault), meant);
  }

  /**
   * Reads what was typed.
   *
   * @param most what there is to get; empty if that is not known
   */
  public static TypedPoints read(String typed, Optional<BigDecimal> most) {
    String text = typed.strip();
    if (text.isEmpty()) {
      return new TypedPoints(Optional.empty(), Optional.empty(), Optional.empty());
    }
    if (text.matches("[-\u2212].*")) {
      return wrong(Fault.NEGATIVE, Optional.empty());
    }
    Optional<BigDecimal> read = number(text);
    if (read.isEmpty()) {
      Optional<BigDecimal> meant =
          text.matches(".*\\d.*")
              ? number(text.replaceAll("[oO]", "0").replaceAll("[lI|]", "1"))
              : Optional.empty();
      return wrong(meant.isPresent() ? Fault.LETTERS : Fault.NO_NUMBER, meant);
    }
    BigDecimal points = read.get();
    if (points.compareTo(most.orElse(MOST)) > 0) {
      return wrong(Fault.TOO_MANY, Optional.empty());
    }
    return of(points);
  }

  /** With at most two decimals, after a point or a comma. */
  private static Optional<BigDecimal> number(String text) {
    if (text.matches("\\d{1,4}(?:[.,]\\d{1,2})?")) {
      return Optional.of(plain(new BigDecimal(text.replace(',', '.'))));
    }
    return text.matches("\\d{0,4}\\s?[\u00bd\u00bc\u00be]|\\d{1,4} [13]/[24]")
        ? Amounts.parse(text).map(TypedPoints::plain)
        : Optional.empty();
  }

  /** Without zeros at the end, and never with an exponent. */
  static BigDecimal plain(BigDecimal points) {
    BigDecimal plain = points.stripTrailingZeros();
    return plain.scale() < 0 ? plain.setScale(0) : plain;
  }
}
