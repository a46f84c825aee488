package school.kerygma.core.handout;

import java.util.Locale;
import java.util.Optional;

/** Finds words that are explained. */
public final class Glossary {

  private Glossary() {}

  /**
   * Where a word, or some words in a row, first stand in a text: as whole words, in whatever case,
   * also with a plural's s.
   *
   * @param term not blank
   */
  public static Optional<TextAnchor.Place> first(String text, String term) {
    String in = text.toLowerCase(Locale.ROOT);
    String sought = term.strip().toLowerCase(Locale.ROOT);
    for (int at = in.indexOf(sought); at >= 0; at = in.indexOf(sought, at + 1)) {
      int end = at + sought.length();
      boolean plural = end < in.length() && in.charAt(end) == 's';
      int after = plural && !isLetter(in, end + 1) ? end + 1 : end;
      if (!isLetter(in, at - 1) && !isLetter(in, after)) {
        return Optional.of(new TextAnchor.Place(at, after));
      }
    }
    return Optional.empty();
  }

  private static boolean isLetter(String text, int at) {
    return at >= 0 && at < text.length() && Character.isLetterOrDigit(text.charAt(at));
  }
}
