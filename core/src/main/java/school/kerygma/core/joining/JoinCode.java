package school.kerygma.core.joining;

import java.util.Locale;
import java.util.Optional;
import java.util.function.IntUnaryOperator;

/**
 * A code that a teacher writes on the board, and with which students ask to be let into a section.
 *
 * <p>It is written in the alphabet of Crockford's Base 32 (Douglas Crockford, "Base 32",
 * crockford.com/base32.html), which has no letter that is taken for a digit, and is read without
 * regard to case, spaces and hyphens: O is 0, I and L are 1.
 *
 * @param symbols eight of them, as they are kept
 */
public record JoinCode(String symbols) {

  private static final String ALPHABET = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";
  private static final int LENGTH = 8;
  private static final int HALF = LENGTH / 2;

  /**
   * @throws IllegalArgumentException if these are not eight symbols of the alphabet
   */
  public JoinCode {
    if (symbols.length() != LENGTH || symbols.chars().anyMatch(c -> ALPHABET.indexOf(c) < 0)) {
      throw new IllegalArgumentException("No code: " + symbols.length() + " symbols");
    }
  }

  /**
   * A new code of 40 random bits.
   *
   * @param below gives a random number from 0 to one below its argument
   */
  public static JoinCode random(IntUnaryOperator below) {
    StringBuilder symbols = new StringBuilder();
    for (int i = 0; i < LENGTH; i++) {
      symbols.append(ALPHABET.charAt(below.applyAsInt(ALPHABET.length())));
    }
    return new JoinCode(symbols.toString());
  }

  /** Reads what somebody typed; nothing if it cannot be a code. */
  public static Optional<JoinCode> read(String typed) {
    String symbols =
        typed
            .toUpperCase(Locale.ROOT)
            .replaceAll("[\\s\\p{Pd}]", "")
            .replace('O', '0')
            .replaceAll("[IL]", "1");
    return symbols.length() == LENGTH && symbols.chars().allMatch(c -> ALPHABET.indexOf(c) >= 0)
        ? Optional.of(new JoinCode(symbols))
        : Optional.empty();
  }

  /** As it is written on the board: two fours. */
  public String written() {
    return symbols.substring(0, HALF) + "-" + symbols.substring(HALF);
  }
}
