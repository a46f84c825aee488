package school.kerygma.core.text;

/**
 * Makes of what somebody sent a text that can be stored, shown and written into any file: without
 * control characters (Unicode's general category Cc, of which only the tab and the line feed stay),
 * without halves of surrogate pairs, noncharacters and marks that turn the direction of writing,
 * and with every end of a line written as a line feed.
 */
public final class CleanText {

  private CleanText() {}

  /** A text of several lines. */
  public static String of(String text) {
    StringBuilder clean = new StringBuilder(text.length());
    for (int i = 0; i < text.length(); ) {
      int c = text.codePointAt(i);
      i += Character.charCount(c);
      if (c == '\r') {
        clean.append('\n');
        i += i < text.length() && text.charAt(i) == '\n' ? 1 : 0;
      } else if (c == 0x0085 || c == 0x2028 || c == 0x2029) {
        clean.append('\n'); // UAX #14: next line, line separator, paragraph separator
      } else if (c == '\n' || c == '\t' || !isUnfit(c)) {
        clean.appendCodePoint(c);
      }
    }
    return clean.toString();
  }

  /** A text of one line: its ends of lines and tabs become blanks. */
  public static String line(String text) {
    return of(text).replace('\n', ' ').replace('\t', ' ');
  }

  private static boolean isUnfit(int c) {
    return Character.getType(c) == Character.CONTROL
        || Character.getType(c) == Character.SURROGATE
        || c == 0xFEFF // byte order mark
        || c >= 0x202A && c <= 0x202E // UAX #9: embeddings and overrides
        || c >= 0x2066 && c <= 0x2069 // UAX #9: isolates
        || c >= 0xFDD0 && c <= 0xFDEF // Unicode 16, 23.7: noncharacters
        || (c & 0xFFFE) == 0xFFFE;
  }

  /** A cell of a table that goes into a spreadsheet, which must not take it for a formula. */
  public static String cell(String text) {
    return text.matches("(?s)[=+\\-@\\t\\r].*") ? "'" + text : text;
  }
}
