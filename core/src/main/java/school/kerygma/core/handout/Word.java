package school.kerygma.core.handout;

import java.util.List;

/**
 * A word of a page and where it stands. One that is broken at the end of a line is two of these, of
 * which the first ends with {@link #BROKEN}.
 *
 * @param text never blank
 * @param box in points of the page
 */
public record Word(String text, Box box) {

  /** Ends the first part of a broken word: Unicode's soft hyphen. */
  public static final char BROKEN = '\u00AD';

  public Word {
    if (text.isBlank()) {
      throw new IllegalArgumentException("A word has letters");
    }
  }

  /** Whether it goes on with the next word. */
  public boolean isBroken() {
    return text.length() > 1 && text.charAt(text.length() - 1) == BROKEN;
  }

  /** What it adds to a text. */
  public String letters() {
    return isBroken() ? text.substring(0, text.length() - 1) : text;
  }

  /** Words as a text: a blank between two, broken ones whole again. */
  public static String text(List<Word> words) {
    StringBuilder text = new StringBuilder();
    boolean goesOn = true;
    for (Word word : words) {
      text.append(goesOn ? "" : " ").append(word.letters());
      goesOn = word.isBroken();
    }
    return text.toString();
  }
}
