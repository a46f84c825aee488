package school.kerygma.core.reading;

import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Words that take back what was just said: "forty points. I mean fifty". */
public final class TakenBack {

  private static final Pattern WORDS =
      Lexicon.of(
          "\\G\\W*(?:(?:"
              + Lexicon.TAKEN_BACK
              + ")\\b\\W*)+(?:(?:it's|it is|that's|i|mean|meant|make that|worth|is|was)\\b\\W*)*");

  private TakenBack() {}

  /**
   * Where what is said instead begins.
   *
   * @param end of what may be taken back
   * @return nothing if it is not taken back
   */
  public static OptionalInt after(String text, int end) {
    Matcher words = WORDS.matcher(text);
    return words.find(end) ? OptionalInt.of(words.end()) : OptionalInt.empty();
  }
}
