package school.kerygma.core.handin;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Deque;
import java.util.List;
import java.util.Optional;

/**
 * What changed between two pictures of a page: places where something stands that did not, and
 * places where something stood.
 *
 * @param fresh from the top down
 * @param gone from the top down
 */
public record PageChanges(List<Place> fresh, List<Place> gone) {

  /** A place on the page, in shares of its width and height, from its top left corner. */
  public record Place(double x, double y, double width, double height) {}

  /** Two strokes as near as this are one: what the drawing of a page moves by itself. */
  private static final int NEAR = 3;

  /** The squares into which a page is divided, in pixels. */
  private static final int SQUARE = 18;

  /** So many pixels of a square are no speck. */
  private static final int LEAST = 6;

  /** If more than this share stands elsewhere it is another picture, not a change of this one. */
  private static final double ANOTHER = 0.5;

  /**
   * Compares two pictures.
   *
   * @return nothing if they cannot be compared: they are of other sizes, or most of what stands on
   *     them stands elsewhere, as on a photo that was taken anew
   */
  public static Optional<PageChanges> between(Tones before, Tones after) {
    if (!after.isLike(before)) {
      return Optional.empty();
    }
    BitSet fresh = beyond(after, before);
    BitSet gone = beyond(before, after);
    int stood = before.dark().cardinality();
    int stayed = stood - gone.cardinality();
    if (stood > 0 && stayed < ANOTHER * stood) {
      return Optional.empty();
    }
    return Optional.of(new PageChanges(places(fresh, after), places(gone, before)));
  }

  /** What is dark on one and not near anything dark on the other. */
  private static BitSet beyond(Tones one, Tones other) {
    BitSet beyond = new BitSet();
    for (int i = one.dark().nextSetBit(0); i >= 0; i = one.dark().nextSetBit(i + 1)) {
      if (!other.hasNear(i % one.width(), i / one.width(), NEAR)) {
        beyond.set(i);
      }
    }
    return beyond;
  }

  private static List<Place> places(BitSet pixels, Tones page) {
    int columns = (page.width() + SQUARE - 1) / SQUARE;
    int rows = (page.height() + SQUARE - 1) / SQUARE;
    int[] counts = new int[columns * rows];
    for (int i = pixels.nextSetBit(0); i >= 0; i = pixels.nextSetBit(i + 1)) {
      counts[i / page.width() / SQUARE * columns + i % page.width() / SQUARE]++;
    }
    BitSet squares = new BitSet();
    for (int i = 0; i < counts.length; i++) {
      squares.set(i, counts[i] >= LEAST);
    }
    List<Place> places = new ArrayList<>();
    for (int i = squares.nextSetBit(0); i >= 0; i = squares.nextSetBit(i)) {
      places.add(place(squares, i, columns, rows, page));
    }
    return List.copyOf(places);
  }

  /** The squares that hang together with one, with a gap of one at the most; they are taken out. */
  private static Place place(BitSet squares, int first, int columns, int rows, Tones page) {
    Deque<Integer> open = new ArrayDeque<>(List.of(first));
    squares.clear(first);
    int left = columns;
    int top = rows;
    int right = 0;
    int bottom = 0;
    while (!open.isEmpty()) {
      int at = open.pop();
      int x = at % columns;
      int y = at / columns;
      left = Math.min(left, x);
      top = Math.min(top, y);
      right = Math.max(right, x + 1);
      bottom = Math.max(bottom, y + 1);
      for (int row = Math.max(0, y - 2); row <= Math.min(rows - 1, y + 2); row++) {
        for (int column = Math.max(0, x - 2); column <= Math.min(columns - 1, x + 2); column++) {
          int next = row * columns + column;
          if (squares.get(next)) {
            squares.clear(next);
            open.push(next);
          }
        }
      }
    }
    double width = page.width();
    double height = page.height();
    double x = left * SQUARE / width;
    double y = top * SQUARE / height;
    return new Place(
        x, y, Math.min(1, right * SQUARE / width) - x, Math.min(1, bottom * SQUARE / height) - y);
  }
}
