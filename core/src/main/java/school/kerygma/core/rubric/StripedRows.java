package school.kerygma.core.rubric;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;

/**
 * Tables of which only every other row is shaded, or only the head: rows between and beside them
 * that keep to the same columns are theirs. Without them a rubric would be read in parts.
 */
final class StripedRows {

  /** Words of one column begin, or end, at places that differ by no more than this, in points. */
  private static final double ALIGNED = 2.5;

  /** A row that is not shaded begins within so much of the one before it, in points. */
  private static final double BESIDE = 30;

  private StripedRows() {}

  private record Stripe(List<Ruling> rulings, double[] xs, double[] ys) {

    static Stripe of(List<Ruling> rulings) {
      return new Stripe(
          rulings,
          GridCells.places(rulings.stream().filter(Ruling::level).toList()).length == 0
              ? new double[0]
              : GridCells.places(rulings.stream().filter(r -> !r.level()).toList()),
          GridCells.places(rulings.stream().filter(Ruling::level).toList()));
    }

    boolean hasColumns() {
      return xs.length > 2 && ys.length > 1;
    }

    double top() {
      return ys[0];
    }

    double bottom() {
      return ys[ys.length - 1];
    }

    double left() {
      return xs[0];
    }

    double right() {
      return xs[xs.length - 1];
    }

    boolean sameColumns(Stripe other) {
      return xs.length == other.xs.length
          && IntStream.range(0, xs.length)
              .allMatch(i -> Math.abs(xs[i] - other.xs[i]) <= GridCells.SAME_LINE);
    }

    /** The same with one more row. */
    Stripe with(double from, double to, List<Ruling> more) {
      List<Ruling> all = new ArrayList<>(rulings);
      all.addAll(more);
      all.add(new Ruling(left(), from, right(), from));
      all.add(new Ruling(left(), to, right(), to));
      for (double x : xs) {
        all.add(new Ruling(x, from, x, to));
      }
      return Stripe.of(List.copyOf(all));
    }
  }

  /** The same groups of lines; those that are stripes of one table are one. */
  static List<List<Ruling>> joined(Page page, List<List<Ruling>> groups) {
    List<Stripe> stripes =
        new ArrayList<>(
            groups.stream()
                .map(Stripe::of)
                .filter(Stripe::hasColumns)
                .sorted(Comparator.comparing(Stripe::top))
                .toList());
    List<List<Ruling>> all =
        new ArrayList<>(groups.stream().filter(g -> !Stripe.of(g).hasColumns()).toList());
    while (!stripes.isEmpty()) {
      Stripe whole = stripes.removeFirst();
      for (Stripe next : List.copyOf(stripes)) {
        if (next.sameColumns(whole)
            && next.top() > whole.bottom()
            && isRow(page, whole, whole.bottom(), next.top())) {
          whole = whole.with(whole.bottom(), next.top(), next.rulings());
          stripes.remove(next);
        }
      }
      all.add(extended(page, whole, stripes).rulings());
    }
    return all;
  }

  /** Whether all words between two places keep to the columns, as those of the table do. */
  private static boolean isRow(Page page, Stripe table, double from, double to) {
    List<Word> words = between(page, table, from, to);
    return !words.isEmpty() && isAligned(page, table, words);
  }

  private static List<Word> between(Page page, Stripe table, double from, double to) {
    return page.words().stream()
        .filter(w -> w.box().centerY() > from && w.box().centerY() < to)
        .filter(w -> w.box().right() > table.left() && w.box().x() < table.right())
        .toList();
  }

  private static Optional<Integer> column(Stripe table, Box word) {
    return IntStream.range(0, table.xs().length - 1)
        .filter(c -> word.x() >= table.xs()[c] - 1 && word.right() <= table.xs()[c + 1] + 1)
        .boxed()
        .findFirst();
  }

  /** Rows right below and above whose words stand as those of the table do. */
  private static Stripe extended(Page page, Stripe table, List<Stripe> others) {
    Stripe whole = table;
    Optional<double[]> row = beside(page, whole, true, others);
    while (row.isPresent()) {
      whole = whole.with(whole.bottom(), row.get()[1], List.of());
      row = beside(page, whole, true, others);
    }
    row = beside(page, whole, false, others);
    return row.isPresent() ? whole.with(row.get()[0], whole.top(), List.of()) : whole;
  }

  /** Where a row ends that stands below or above a table; nothing if there is none. */
  private static Optional<double[]> beside(
      Page page, Stripe table, boolean below, List<Stripe> others) {
    double from = below ? table.bottom() : table.top() - 4 * BESIDE;
    double to = below ? table.bottom() + 4 * BESIDE : table.top();
    List<List<Word>> bands = GridCells.bands(between(page, table, from, to), GridCells.ROW_AIR);
    if (bands.isEmpty()) {
      return Optional.empty();
    }
    List<Word> band = below ? bands.getFirst() : bands.getLast();
    double top = GridCells.top(band) - 2;
    double bottom = GridCells.bottom(band) + 2;
    double air = below ? top - table.bottom() : table.top() - bottom;
    boolean taken = others.stream().anyMatch(o -> o.top() < bottom && o.bottom() > top);
    return air > BESIDE || taken || !isAligned(page, table, band)
        ? Optional.empty()
        : Optional.of(new double[] {Math.min(top, table.top()), Math.max(bottom, table.bottom())});
  }

  private static boolean isAligned(Page page, Stripe table, List<Word> band) {
    List<Word> own = between(page, table, table.top(), table.bottom());
    List<Integer> columns = new ArrayList<>();
    for (int c = 0; c < table.xs().length - 1; c++) {
      int at = c;
      List<Box> here = boxes(table, band, at);
      if (here.isEmpty()) {
        continue;
      }
      List<Box> there = boxes(table, own, at);
      if (there.isEmpty()) {
        return false;
      }
      Box words = Box.around(here);
      boolean begins = there.stream().anyMatch(b -> Math.abs(b.x() - words.x()) <= ALIGNED);
      // A number may stand at the right of its column, or in the middle.
      boolean number =
          here.size() == 1
              && (there.stream().anyMatch(b -> Math.abs(b.right() - words.right()) <= ALIGNED)
                  || Math.abs(Box.around(there).centerX() - words.centerX()) <= ALIGNED);
      if (!begins && !number) {
        return false;
      }
      columns.add(at);
    }
    boolean kept = band.stream().allMatch(w -> column(table, w.box()).isPresent());
    return kept && (columns.size() > 1 || columns.size() == 1 && columns.getFirst() > 0);
  }

  private static List<Box> boxes(Stripe table, List<Word> words, int column) {
    return words.stream()
        .map(Word::box)
        .filter(b -> column(table, b).filter(c -> c == column).isPresent())
        .toList();
  }
}
