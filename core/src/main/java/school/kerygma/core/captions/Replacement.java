package school.kerygma.core.captions;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Words that are found and written otherwise, as they are typed, capitals and all. What begins or
 * ends with a letter or digit is found as whole words: "pond" not in "ponder". A line break stands
 * for a blank.
 *
 * @param find not blank
 */
public record Replacement(String find, String by) {

  public Replacement {
    if (find.isBlank()) {
      throw new IllegalArgumentException("Nothing to find");
    }
  }

  private Pattern pattern() {
    String words = find.strip();
    StringBuilder pattern = new StringBuilder();
    if (Character.isLetterOrDigit(words.codePointAt(0))) {
      pattern.append("(?<![\\p{L}\\p{N}])");
    }
    String[] parts = words.split("\\s+");
    for (int i = 0; i < parts.length; i++) {
      pattern.append(i == 0 ? "" : "\\s+").append(Pattern.quote(parts[i]));
    }
    if (Character.isLetterOrDigit(words.codePointBefore(words.length()))) {
      pattern.append("(?![\\p{L}\\p{N}])");
    }
    return Pattern.compile(pattern.toString());
  }

  /** How often it stands in a text. */
  public int count(String text) {
    return (int) pattern().matcher(text).results().count();
  }

  /** The text with the other words. */
  public String in(String text) {
    return pattern().matcher(text).replaceAll(Matcher.quoteReplacement(by.strip()));
  }
}
