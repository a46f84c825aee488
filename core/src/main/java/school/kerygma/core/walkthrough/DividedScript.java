package school.kerygma.core.walkthrough;

import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import school.kerygma.core.text.WordMatch;

/** The words of a script, divided where its sound is divided. */
public record DividedScript(String first, String second) {

  private static final Pattern WORD = Pattern.compile("\\S+");

  /**
   * Divides.
   *
   * @param script as it is written
   * @param heard the words that are said, in order
   * @param before how many of them are said before the sound is divided
   */
  public static DividedScript of(String script, List<String> heard, int before) {
    int[] places = WordMatch.of(WordMatch.words(script), heard);
    int words = 0; // That stay: all up to the last that is said before.
    for (int i = 0; i < places.length; i++) {
      if (places[i] >= 0 && places[i] < before) {
        words = i + 1;
      }
    }
    Matcher next = WORD.matcher(script);
    int at = script.length();
    for (int i = 0; next.find(); i++) {
      if (i == words) {
        at = next.start();
        break;
      }
    }
    return new DividedScript(script.substring(0, at).strip(), script.substring(at).strip());
  }
}
