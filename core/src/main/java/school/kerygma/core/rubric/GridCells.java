package school.kerygma.core.rubric;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;

/**
 * What the three ways of finding tables share: rows parted by air, columns parted by gutters, the
 * cells between places and the words in them.
 */
final class GridCells {

  /** Rulings nearer than this are the two edges of one line, in points. */
  static final double SAME_LINE = 4;

  /** The least width of a gutter between two columns, in points. */
  static final double GUTTER = 9;

  /** Rows are parted by more air than lines: by this share of a word's height. */
  static final double ROW_AIR = 0.55;

  private GridCells() {}

  /** Where rulings stand, each line once. */
  static double[] places(List<Ruling> rulings) {
    double[] all = rulings.stream().mapToDouble(Ruling::at).sorted().toArray();
    List<Double> apart = new ArrayList<>();
    for (double at : all) {
      if (apart.isEmpty() || at - apart.getLast() > SAME_LINE) {
        apart.add(at);
      }
    }
    return apart.stream().mapToDouble(Double::doubleValue).toArray();
  }

  static Grid grid(Page page, int[] owner, double[] xs, double[] ys) {
    int columns = xs.length - 1;
    int rows = ys.length - 1;
    List<Grid.Cell> cells = new ArrayList<>();
    for (int i = 0; i < owner.length; i++) {
      if (owner[i] != i) {
        continue;
      }
      int own = i;
      int row = i / columns;
      int column = i % columns;
      int lastRow = row;
      int lastColumn = column;
      for (int j = 0; j < owner.length; j++) {
        if (owner[j] == own) {
          lastRow = Math.max(lastRow, j / columns);
          lastColumn = Math.max(lastColumn, j % columns);
        }
      }
      Box box = Box.between(xs[column], ys[row], xs[lastColumn + 1], ys[lastRow + 1]);
      cells.add(
          new Grid.Cell(
              row, column, lastRow - row + 1, lastColumn - column + 1, box, text(page, box)));
    }
    return new Grid(
        Box.between(xs[0], ys[0], xs[columns], ys[rows]), rows, columns, List.copyOf(cells));
  }

  /** The words whose middle lies in a box, line by line. */
  private static String text(Page page, Box box) {
    List<Word> inside =
        page.words().stream()
            .filter(w -> box.contains(w.box().centerX(), w.box().centerY()))
            .toList();
    return Word.text(
        bands(inside, 0).stream()
            .flatMap(b -> b.stream().sorted(Comparator.comparing(w -> w.box().x())))
            .toList());
  }

  /** A row whose words all stand in one column belongs to no table. */
  static boolean sparse(List<Word> row, List<double[]> gutters) {
    return row.stream()
            .map(w -> gutters.stream().filter(g -> w.box().centerX() > g[0]).count())
            .distinct()
            .count()
        < 2;
  }

  static double top(List<Word> row) {
    return row.stream().mapToDouble(w -> w.box().y()).min().orElse(0);
  }

  static double bottom(List<Word> row) {
    return row.stream().mapToDouble(w -> w.box().bottom()).max().orElse(0);
  }

  /** Words parted where there is air from edge to edge of more than a share of a word's height. */
  static List<List<Word>> bands(List<Word> words, double air) {
    List<Word> down = words.stream().sorted(Comparator.comparing((Word w) -> w.box().y())).toList();
    double height =
        down.stream()
            .mapToDouble(w -> w.box().height())
            .sorted()
            .skip(down.size() / 2)
            .findFirst()
            .orElse(0);
    List<List<Word>> bands = new ArrayList<>();
    double until = Double.NEGATIVE_INFINITY;
    for (Word word : down) {
      // Lines of one row overlap a little in their boxes; a third of a word is no air yet.
      double overlap = air == 0 ? word.box().height() / 3 : 0;
      if (bands.isEmpty() || word.box().y() > until + air * height - overlap) {
        bands.add(new ArrayList<>());
        until = word.box().bottom();
      }
      bands.getLast().add(word);
      until = Math.max(until, word.box().bottom());
    }
    return bands;
  }

  /** The stretches from left to right that no word of any row stands in, outer ones left out. */
  static List<double[]> gutters(List<List<Word>> rows, double left, double right) {
    List<Box> boxes =
        rows.stream()
            .flatMap(List::stream)
            .map(Word::box)
            .sorted(Comparator.comparing(Box::x))
            .toList();
    List<double[]> gutters = new ArrayList<>();
    double until = left;
    boolean begun = false;
    for (Box box : boxes) {
      if (begun && box.x() - until >= GUTTER && box.x() < right) {
        gutters.add(new double[] {until, box.x()});
      }
      begun = true;
      until = Math.max(until, box.right());
    }
    return gutters;
  }

  static Grid parted(Page page, List<double[]> gutters, double left, double right, double[] ys) {
    double[] xs = new double[gutters.size() + 2];
    xs[0] = left;
    xs[xs.length - 1] = right;
    for (int i = 0; i < gutters.size(); i++) {
      xs[i + 1] = (gutters.get(i)[0] + gutters.get(i)[1]) / 2;
    }
    int[] owner = new int[(xs.length - 1) * (ys.length - 1)];
    Arrays.setAll(owner, i -> i);
    return grid(page, owner, xs, ys);
  }
}
