package school.kerygma.core.handout;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * What has changed between two editions of a text, word by word: the shortest way from the one to
 * the other (Myers 1986, from memory), with what only went to another place told apart.
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

  /** More changes than this are a rewriting: they are not looked for one by one. */
  private static final int MOST_CHANGES = 3_000;

  /** Fewer words than this are not said to have moved: they stand in many places. */
  private static final int LEAST_MOVED = 4;

  /** Compares two texts. */
  public static EditionChanges between(String before, String after) {
    String[] a = words(before);
    String[] b = words(after);
    List<int[]> trace = trace(a, b);
    List<Piece> pieces = new ArrayList<>();
    if (trace.isEmpty()) {
      add(pieces, Kind.GONE, Arrays.asList(a));
      add(pieces, Kind.ADDED, Arrays.asList(b));
    } else {
      walkBack(a, b, trace, pieces);
    }
    return new EditionChanges(moved(joined(pieces)));
  }

  private static String[] words(String text) {
    return text.isBlank() ? new String[0] : text.strip().split("\\s+");
  }

  /**
   * How far each diagonal was reached, for every number of changes; empty if there are too many.
   */
  private static List<int[]> trace(String[] a, String[] b) {
    int most = Math.min(a.length + b.length, MOST_CHANGES);
    int[] reached = new int[2 * most + 3];
    int middle = most + 1;
    List<int[]> trace = new ArrayList<>();
    for (int d = 0; d <= most; d++) {
      trace.add(Arrays.copyOfRange(reached, middle - d - 1, middle + d + 2));
      for (int k = -d; k <= d; k += 2) {
        boolean down = k == -d || k != d && reached[middle + k - 1] < reached[middle + k + 1];
        int x = down ? reached[middle + k + 1] : reached[middle + k - 1] + 1;
        int y = x - k;
        while (x < a.length && y < b.length && a[x].equals(b[y])) {
          x++;
          y++;
        }
        reached[middle + k] = x;
        if (x >= a.length && y >= b.length) {
          return trace;
        }
      }
    }
    return List.of();
  }

  private static void walkBack(String[] a, String[] b, List<int[]> trace, List<Piece> pieces) {
    int x = a.length;
    int y = b.length;
    List<Piece> backwards = new ArrayList<>();
    for (int d = trace.size() - 1; d >= 0; d--) {
      int[] reached = trace.get(d); // Diagonals -d-1 to d+1.
      int k = x - y;
      int at = k + d + 1;
      boolean down = k == -d || k != d && reached[at - 1] < reached[at + 1];
      int before = down ? k + 1 : k - 1;
      int fromX = d == 0 ? 0 : reached[before + d + 1];
      int fromY = d == 0 ? 0 : fromX - before;
      while (x > fromX && y > fromY) {
        x--;
        y--;
        backwards.add(new Piece(Kind.SAME, List.of(a[x])));
      }
      if (d > 0) {
        if (down) {
          y--;
          backwards.add(new Piece(Kind.ADDED, List.of(b[y])));
        } else {
          x--;
          backwards.add(new Piece(Kind.GONE, List.of(a[x])));
        }
      }
    }
    pieces.addAll(backwards.reversed());
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
