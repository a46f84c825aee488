package school.kerygma.core.text;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Numbers as they are written: "42", "1,250", "forty-two". */
public final class NumberWords {

  private static final List<String> ONES =
      List.of(
          "zero",
          "one",
          "two",
          "three",
          "four",
          "five",
          "six",
          "seven",
          "eight",
          "nine",
          "ten",
          "eleven",
          "twelve",
          "thirteen",
          "fourteen",
          "fifteen",
          "sixteen",
          "seventeen",
          "eighteen",
          "nineteen");
  private static final List<String> TENS =
      List.of("twenty", "thirty", "forty", "fifty", "sixty", "seventy", "eighty", "ninety");

  /** A regular expression of the numbers in words from one to ninety-nine, without a group. */
  public static final String PATTERN =
      "(?:"
          + String.join("|", TENS)
          + ")(?:[- ](?:"
          + String.join("|", ONES.subList(1, 10))
          + "))?\\b|(?:"
          + String.join("|", ONES.subList(1, 20).reversed())
          + ")\\b";

  private NumberWords() {}

  /** The number that is written, in digits or in words up to ninety-nine. */
  public static Optional<Integer> parse(String text) {
    String word = text.strip().toLowerCase(Locale.ROOT).replace(",", "");
    if (word.matches("\\d{1,9}")) {
      return Optional.of(Integer.valueOf(word));
    }
    if (ONES.contains(word)) {
      return Optional.of(ONES.indexOf(word));
    }
    String[] parts = word.split("[- ]", 2);
    int tens = TENS.indexOf(parts[0]);
    if (tens < 0) {
      return Optional.empty();
    }
    int one = parts.length == 1 ? 0 : ONES.indexOf(parts[1]);
    return one < 0 || one > 9 ? Optional.empty() : Optional.of(20 + 10 * tens + one);
  }
}
