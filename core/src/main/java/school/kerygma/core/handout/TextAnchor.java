package school.kerygma.core.handout;

import java.util.Optional;

/**
 * A place in a text that can be found again when the text has changed: the words themselves with
 * some of what stands before and after them (W3C Web Annotation Data Model, TextQuoteSelector), and
 * where they stood (TextPositionSelector).
 *
 * @param exact the words, never empty
 * @param prefix up to 32 characters before them
 * @param suffix up to 32 characters after them
 * @param start where they began
 */
public record TextAnchor(String exact, String prefix, String suffix, int start) {

  private static final int CONTEXT = 32;

  /** Where the words stand. */
  public record Place(int start, int end) {}

  public TextAnchor {
    if (exact.isEmpty()) {
      throw new IllegalArgumentException("An anchor has words");
    }
  }

  /**
   * The anchor of a stretch of a text.
   *
   * @throws IndexOutOfBoundsException if there is no such stretch
   */
  public static TextAnchor of(String text, int start, int end) {
    return new TextAnchor(
        text.substring(start, end),
        text.substring(Math.max(0, start - CONTEXT), start),
        text.substring(end, Math.min(text.length(), end + CONTEXT)),
        start);
  }

  /**
   * Finds the words again. Of several places with the same words the one whose surroundings are
   * most alike is taken, and of those the one that is nearest to where they stood.
   *
   * @return nothing if the words are there no more
   */
  public Optional<Place> in(String text) {
    Place best = null;
    int alike = -1;
    for (int at = text.indexOf(exact); at >= 0; at = text.indexOf(exact, at + 1)) {
      if (cuts(text, at)) {
        continue;
      }
      int own = alike(text, at);
      boolean nearer = best == null || Math.abs(at - start) < Math.abs(best.start() - start);
      if (own > alike || own == alike && nearer) {
        alike = own;
        best = new Place(at, at + exact.length());
      }
    }
    return Optional.ofNullable(best);
  }

  /** Whether a place would cut a word in two where none was cut. */
  private boolean cuts(String text, int at) {
    int end = at + exact.length();
    return !endsInWord(prefix)
            && at > 0
            && Character.isLetterOrDigit(text.charAt(at - 1))
            && Character.isLetterOrDigit(exact.charAt(0))
        || !(!suffix.isEmpty() && Character.isLetterOrDigit(suffix.charAt(0)))
            && end < text.length()
            && Character.isLetterOrDigit(text.charAt(end))
            && Character.isLetterOrDigit(exact.charAt(exact.length() - 1));
  }

  private static boolean endsInWord(String before) {
    return !before.isEmpty() && Character.isLetterOrDigit(before.charAt(before.length() - 1));
  }

  /** How many characters around a place are those that were around the words. */
  private int alike(String text, int at) {
    int before = 0;
    while (before < prefix.length()
        && before < at
        && prefix.charAt(prefix.length() - 1 - before) == text.charAt(at - 1 - before)) {
      before++;
    }
    int after = 0;
    int end = at + exact.length();
    while (after < suffix.length()
        && end + after < text.length()
        && suffix.charAt(after) == text.charAt(end + after)) {
      after++;
    }
    return before + after;
  }
}
