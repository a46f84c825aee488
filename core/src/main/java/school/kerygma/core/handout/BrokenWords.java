package school.kerygma.core.handout;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * Finds words that are broken at the end of a line: a hyphen there, and a small letter at the
 * beginning of the next line of the column. Whether the hyphen belongs to the word ("self-paced")
 * cannot be seen; parts that usually keep theirs are left alone (common practice).
 */
public final class BrokenWords {

  private static final Set<String> KEEP_THEIRS =
      Set.of(
          "self", "well", "ex", "half", "all", "non", "high", "low", "full", "part", "long",
          "short", "hand", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine",
          "ten", "twenty", "thirty", "forty", "fifty", "sixty", "seventy", "eighty", "ninety",
          "step", "follow");

  private static final String HYPHENS = "-\u2010\u00AD";

  private BrokenWords() {}

  /** The same words; broken ones end with {@link Word#BROKEN} instead of a hyphen. */
  public static List<Word> marked(List<Word> words) {
    List<Word> marked = new ArrayList<>(words);
    for (int i = 0; i + 1 < words.size(); i++) {
      Word word = words.get(i);
      if (isBroken(word, words.get(i + 1))) {
        String part = word.text().substring(0, word.text().length() - 1);
        marked.set(i, new Word(part + Word.BROKEN, word.box()));
      }
    }
    return List.copyOf(marked);
  }

  private static boolean isBroken(Word word, Word next) {
    String text = word.text();
    int last = text.length() - 1;
    if (last < 1
        || HYPHENS.indexOf(text.charAt(last)) < 0
        || !Character.isLetter(text.charAt(last - 1))) {
      return false;
    }
    double lower = next.box().centerY() - word.box().centerY();
    boolean nextLine =
        lower > word.box().height() / 2
            && lower < 3 * word.box().height()
            && next.box().x() < word.box().x();
    String part = text.substring(0, last).toLowerCase(Locale.ROOT);
    String lastPart = part.substring(part.lastIndexOf('-') + 1);
    return nextLine
        && Character.isLowerCase(next.text().codePointAt(0))
        && !KEEP_THEIRS.contains(lastPart);
  }
}
