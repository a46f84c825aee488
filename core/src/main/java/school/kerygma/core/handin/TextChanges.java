package school.kerygma.core.handin;

import com.github.difflib.DiffUtils;
import com.github.difflib.patch.AbstractDelta;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;

/**
 * What changed between two versions of a text, word by word: the shortest way from one to the other
 * (E. W. Myers, An O(ND) difference algorithm and its variations, Algorithmica 1, 1986).
 */
public final class TextChanges {

  /** A word with what separates it from the next. */
  private static final Pattern WORD = Pattern.compile("\\S+\\s*");

  private TextChanges() {}

  /** What became of a piece. */
  public enum Kind {
    SAME,
    NEW,
    GONE
  }

  /** Words that follow each other and share their fate. */
  public record Piece(Kind kind, String words) {}

  /** The pieces in reading order; what is gone stands before what came in its place. */
  public static List<Piece> between(String before, String after) {
    List<String> was = words(before);
    List<String> is = words(after);
    List<Piece> pieces = new ArrayList<>();
    int at = 0;
    for (AbstractDelta<String> delta :
        DiffUtils.diff(was, is, (a, b) -> a.strip().equals(b.strip())).getDeltas()) {
      add(pieces, Kind.SAME, is.subList(at, delta.getTarget().getPosition()));
      add(pieces, Kind.GONE, delta.getSource().getLines());
      add(pieces, Kind.NEW, delta.getTarget().getLines());
      at = delta.getTarget().getPosition() + delta.getTarget().size();
    }
    add(pieces, Kind.SAME, is.subList(at, is.size()));
    return pieces;
  }

  private static void add(List<Piece> pieces, Kind kind, List<String> words) {
    if (!words.isEmpty()) {
      pieces.add(new Piece(kind, String.join("", words)));
    }
  }

  private static List<String> words(String text) {
    return WORD.matcher(text.strip()).results().map(MatchResult::group).toList();
  }
}
