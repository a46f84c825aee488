package school.kerygma.core.handout;

import java.util.ArrayList;
import java.util.List;
import school.kerygma.core.text.WordMatch;

/**
 * What has changed between two editions of a text, word by word ({@link WordMatch}), with what only
 * went to another place told apart.
 *
 * @param pieces in the order of the new edition; what is gone stands where it was
 */
public record EditionChanges(List<Piece> pieces) {

  /** What became of a piece. */
  public enum Kind {
    SAME,
    ADDED,
    GONE,
    /** It stood elsewhere before. */
    MOVED
  }

  /**
   * Some words in a row.
   *
   * @param words never empty
   */
  public record Piece(Kind kind, List<String> words) {

    public String text() {
      return String.join(" ", words);
    }
  }

  /** Fewer words than this are not said to have moved: they stand in many places. */
  private static final int LEAST_MOVED = 4;

  /** Compares two texts. */
  public static EditionChanges between(String before, String after) {
    List<String> a = WordMatch.words(before);
    List<String> b = WordMatch.words(after);
    int[] found = WordMatch.of(a, b);
    List<Piece> single = new ArrayList<>();
    int next = 0;
    for (int i = 0; i < a.size(); i++) {
      if (found[i] < 0) {
        single.add(new Piece(Kind.GONE, List.of(a.get(i))));
      } else {
        for (; next < found[i]; next++) {
          single.add(new Piece(Kind.ADDED, List.of(b.get(next))));
        }
        single.add(new Piece(Kind.SAME, List.of(a.get(i))));
        next++;
      }
    }
    b.subList(next, b.size()).forEach(w -> single.add(new Piece(Kind.ADDED, List.of(w))));
    return new EditionChanges(moved(joined(single)));
  }

  private static void add(List<Piece> pieces, Kind kind, List<String> words) {
    if (!words.isEmpty()) {
      pieces.add(new Piece(kind, List.copyOf(words)));
    }
  }

  /** Neighbors of one kind become one piece; between two that are the same, first what is gone. */
  private static List<Piece> joined(List<Piece> single) {
    List<Piece> joined = new ArrayList<>();
    List<String> same = new ArrayList<>();
    List<String> gone = new ArrayList<>();
    List<String> added = new ArrayList<>();
    for (Piece piece : single) {
      if (piece.kind() == Kind.SAME) {
        add(joined, Kind.GONE, gone);
        add(joined, Kind.ADDED, added);
        gone.clear();
        added.clear();
        same.addAll(piece.words());
      } else {
        add(joined, Kind.SAME, same);
        same.clear();
        (piece.kind() == Kind.GONE ? gone : added).addAll(piece.words());
      }
    }
    add(joined, Kind.SAME, same);
    add(joined, Kind.GONE, gone);
    add(joined, Kind.ADDED, added);
    return joined;
  }

  /** What is gone in one place and added in another has moved. */
  private static List<Piece> moved(List<Piece> pieces) {
    List<Piece> out = new ArrayList<>(pieces);
    for (Piece added : pieces) {
      if (added.kind() == Kind.ADDED && added.words().size() >= LEAST_MOVED) {
        int gone = out.indexOf(new Piece(Kind.GONE, added.words()));
        if (gone >= 0) {
          out.remove(gone);
          out.set(out.indexOf(added), new Piece(Kind.MOVED, added.words()));
        }
      }
    }
    return List.copyOf(out);
  }

  /** How many words are of a kind. */
  public int count(Kind kind) {
    return pieces.stream().filter(p -> p.kind() == kind).mapToInt(p -> p.words().size()).sum();
  }
}
