package school.kerygma.core.text;

import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

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

  private static final String BELOW_HUNDRED =
      "(?:(?:"
          + String.join("|", TENS)
          + ")(?:[- ](?:"
          + String.join("|", ONES.subList(1, 10))
          + "))?|(?:"
          + String.join("|", ONES.subList(1, 20).reversed())
          + "))\\b";

  private static final Pattern HUNDREDS =
      Pattern.compile("(a|[a-z]+)[- ]hundred(?:\\s+(?:and\\s+)?(.+))?");

  /** A regular expression of the numbers in words from one to 999, without a group. */
  public static final String PATTERN =
      "(?:(?:\\ba|"
          + String.join("|", ONES.subList(1, 10))
          + ")[- ]hundred\\b(?:\\s+(?:and\\s+)?"
          + BELOW_HUNDRED
          + ")?|"
          + BELOW_HUNDRED
          + ")";

  private NumberWords() {}

  /** The number that is written, in digits or in words up to 999. */
  public static Optional<Integer> parse(String text) {
    String word = text.strip().toLowerCase(Locale.ROOT).replace(",", "");
    Matcher hundreds = HUNDREDS.matcher(word);
    if (hundreds.matches()) {
      String first = Objects.requireNonNull(hundreds.group(1));
      Optional<Integer> most = first.equals("a") ? Optional.of(1) : parse(first);
      Optional<Integer> rest =
          Optional.ofNullable(hundreds.group(2)).map(NumberWords::parse).orElse(Optional.of(0));
      return most.flatMap(m -> rest.map(r -> 100 * m + r));
    }
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
