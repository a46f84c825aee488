package school.kerygma.core.handin;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;
import school.kerygma.core.rubric.Grid;
import school.kerygma.core.rubric.Ruling;

/**
 * Finds the places of a page that are there to be filled in: blanks, lines to write on, empty cells
 * of tables, boxes to tick, and frames for pictures.
 */
public final class FillPlaces {

  /** What a place is. */
  public enum Kind {
    BLANK,
    LINE,
    CELL,
    /** To be ticked. */
    BOX,
    /** Large and empty, for a drawing or a picture. */
    FRAME
  }

  /**
   * A place.
   *
   * @param box where it is; words stand on its lower edge
   * @param label the words of the page that say what belongs there; may be empty
   */
  public record Place(Kind kind, Box box, String label) {}

  private static final Pattern BLANK =
      Pattern.compile("[_.\u2026\u2024]*(?:_{3,}|\\.{5,}|\u2026{2,})[_.\u2026]*");
  private static final Pattern TICK =
      Pattern.compile("[\u2610\u25A1\u25FB\u25A2\u2751]|\\[\\]|\\(\\)");

  /** The height of letters in points, where a page has no words. */
  public static final double USUAL_LETTERS = 11;

  /** The height of a line that is written on a page, of that of the page's letters. */
  public static final double WRITTEN = 1.3;

  private static final double SHORTEST_LINE = 60;
  private static final double FREE_ABOVE = 9;
  private static final double SMALLEST_CELL = 12;
  private static final double SMALLEST_FRAME = 70;
  private static final int LONGEST_LABEL = 80;

  private final Page page;
  private final List<Grid> grids;
  private final double height;

  private FillPlaces(Page page, List<Grid> grids) {
    this.page = page;
    this.grids = grids;
    List<Double> heights = page.words().stream().map(w -> w.box().height()).sorted().toList();
    this.height = (heights.isEmpty() ? USUAL_LETTERS : heights.get(heights.size() / 2)) * WRITTEN;
  }

  /**
   * The places of a page, from top to bottom and from left to right.
   *
   * @param grids its tables
   * @param rulings its straight lines
   */
  public static List<Place> of(Page page, List<Grid> grids, List<Ruling> rulings) {
    FillPlaces found = new FillPlaces(seen(page), grids);
    List<Place> places = new ArrayList<>(found.blanks());
    places.addAll(found.ticks());
    places.addAll(found.cells());
    places.addAll(found.frames(rulings));
    for (Place line : found.lines(rulings)) {
      if (places.stream().noneMatch(p -> p.box().overlaps(line.box()))) {
        places.add(line);
      }
    }
    places.sort(
        Comparator.comparing((Place p) -> Math.round(p.box().bottom() / 4))
            .thenComparing(p -> p.box().x()));
    return List.copyOf(places);
  }

  /** Empty cells of word processors hold a blank that does not break: it is nothing to see. */
  private static Page seen(Page page) {
    return new Page(
        page.number(),
        page.width(),
        page.height(),
        page.words().stream()
            .filter(w -> !w.text().codePoints().allMatch(Character::isSpaceChar))
            .toList());
  }

  private List<Place> blanks() {
    List<Place> blanks = new ArrayList<>();
    for (Word word : page.words()) {
      Matcher m = BLANK.matcher(word.text());
      while (m.find()) {
        double letter = word.box().width() / word.text().length();
        double left = word.box().x() + m.start() * letter;
        double width = (m.end() - m.start()) * letter;
        Box box = new Box(left, word.box().bottom() - height, width, height);
        Place before = blanks.isEmpty() ? null : blanks.getLast();
        if (before != null
            && Math.abs(before.box().bottom() - box.bottom()) < 2
            && box.x() - before.box().right() < letter * 2) {
          blanks.set(
              blanks.size() - 1, new Place(Kind.BLANK, before.box().union(box), before.label()));
        } else {
          blanks.add(new Place(Kind.BLANK, box, label(box)));
        }
      }
    }
    return blanks;
  }

  private List<Place> ticks() {
    List<Place> ticks = new ArrayList<>();
    List<Word> words = page.words();
    for (int i = 0; i < words.size(); i++) {
      Word word = words.get(i);
      boolean pair =
          word.text().equals("[")
              && i + 1 < words.size()
              && words.get(i + 1).text().startsWith("]")
              && words.get(i + 1).box().x() - word.box().right() < 20;
      if (pair || TICK.matcher(word.text()).matches()) {
        Box box = pair ? word.box().union(words.get(i + 1).box()) : word.box();
        ticks.add(new Place(Kind.BOX, box, after(box)));
      }
    }
    return ticks;
  }

  private List<Place> cells() {
    List<Place> cells = new ArrayList<>();
    for (Grid grid : grids) {
      for (Grid.Cell cell : grid.cells()) {
        Box box = cell.box();
        boolean free =
            page.words().stream()
                .noneMatch(w -> box.contains(w.box().centerX(), w.box().centerY()));
        if (free && box.height() >= SMALLEST_CELL && box.width() >= SMALLEST_CELL) {
          String row = grid.text(cell.row(), 0);
          String column = grid.text(0, cell.column());
          String label =
              row.isBlank() || column.isBlank() || row.equals(column)
                  ? row + column
                  : row + ", " + column;
          boolean frame = box.height() >= SMALLEST_FRAME && box.width() >= SMALLEST_FRAME;
          Box here = inside(box);
          cells.add(
              frame
                  ? new Place(Kind.FRAME, here, label.isBlank() ? label(here) : shortened(label))
                  : new Place(Kind.CELL, here, shortened(label)));
        }
      }
    }
    return cells;
  }

  private static Box inside(Box cell) {
    return Box.between(
        cell.x() + 3, cell.y() + 1, Math.max(cell.x() + 4, cell.right() - 3), cell.bottom() - 1);
  }

  /** Rectangles of lines in which nothing stands, and that are no cell of a table. */
  private List<Place> frames(List<Ruling> rulings) {
    List<Place> frames = new ArrayList<>();
    for (Ruling top : rulings) {
      if (!top.level() || top.x2() - top.x1() < SMALLEST_FRAME) {
        continue;
      }
      rulings.stream()
          .filter(r -> r.level() && r.y1() - top.y1() >= SMALLEST_FRAME)
          .filter(r -> near(r.x1(), top.x1()) && near(r.x2(), top.x2()))
          .min(Comparator.comparing(Ruling::y1))
          .map(r -> Box.between(top.x1(), top.y1(), top.x2(), r.y1()))
          .filter(box -> isWalled(box, rulings))
          .filter(box -> page.words().stream().noneMatch(w -> isIn(w.box(), box)))
          .filter(box -> grids.stream().noneMatch(g -> g.box().overlaps(box)))
          .map(FillPlaces::inside)
          .ifPresent(box -> frames.add(new Place(Kind.FRAME, box, label(box))));
    }
    return frames;
  }

  private static boolean isIn(Box word, Box box) {
    return box.contains(word.centerX(), word.centerY());
  }

  private static boolean near(double one, double other) {
    return Math.abs(one - other) < 4;
  }

  private static boolean isWalled(Box box, List<Ruling> rulings) {
    return List.of(box.x(), box.right()).stream()
        .allMatch(
            x ->
                rulings.stream()
                    .anyMatch(
                        r ->
                            !r.level()
                                && near(r.x1(), x)
                                && r.y1() < box.y() + 4
                                && r.y2() > box.bottom() - 4));
  }

  /** Level lines with free space above them that belong to no table and to no drawing. */
  private List<Place> lines(List<Ruling> rulings) {
    List<Place> lines = new ArrayList<>();
    for (Ruling ruling : rulings) {
      double y = (ruling.y1() + ruling.y2()) / 2;
      if (!ruling.level() || ruling.x2() - ruling.x1() < SHORTEST_LINE) {
        continue;
      }
      Box box = Box.between(ruling.x1(), y - height, ruling.x2(), y);
      boolean ofTable =
          grids.stream()
              .anyMatch(g -> g.box().grownBy(3).contains((ruling.x1() + ruling.x2()) / 2, y));
      boolean free =
          page.words().stream()
              .noneMatch(
                  w ->
                      w.box().right() > ruling.x1() + 2
                          && w.box().x() < ruling.x2() - 2
                          && w.box().bottom() > y - FREE_ABOVE
                          && w.box().y() < y);
      // A frame has lines at both its ends; it is drawn in, and not written on.
      boolean ofFrame =
          rulings.stream()
              .anyMatch(
                  r ->
                      !r.level()
                          && (Math.abs(r.x1() - ruling.x1()) < 3
                              || Math.abs(r.x1() - ruling.x2()) < 3)
                          && r.y1() < y + 3
                          && r.y2() > y - 3);
      boolean taken =
          lines.stream().anyMatch(l -> Math.abs(l.box().bottom() - y) < 4 && l.box().overlaps(box));
      if (!ofTable && !ofFrame && free && !taken && y - height > 0) {
        lines.add(new Place(Kind.LINE, box, label(box)));
      }
    }
    return lines;
  }

  /** The words before a place in its line; where there are none, those of the line above. */
  private String label(Box place) {
    List<Word> before =
        page.words().stream()
            .filter(w -> !BLANK.matcher(w.text()).matches())
            .filter(
                w -> w.box().centerY() > place.y() - 2 && w.box().centerY() < place.bottom() + 2)
            .filter(w -> w.box().x() < place.x())
            .sorted(Comparator.comparing(w -> w.box().x()))
            .toList();
    if (!before.isEmpty()) {
      return shortened(Word.text(before).replaceAll("_{3,}", " "));
    }
    double above =
        page.words().stream()
            .map(w -> w.box().bottom())
            .filter(b -> b < place.y() + 2)
            .max(Double::compare)
            .orElse(-1.0);
    return shortened(
        Word.text(
            page.words().stream()
                .filter(w -> Math.abs(w.box().bottom() - above) < 3)
                .filter(w -> !BLANK.matcher(w.text()).matches())
                .toList()));
  }

  private String after(Box box) {
    return shortened(
        Word.text(
            page.words().stream()
                .filter(w -> w.box().x() >= box.right() - 1 && w.box().x() < box.right() + 160)
                .filter(w -> Math.abs(w.box().centerY() - box.centerY()) < 5)
                .takeWhile(w -> !w.text().startsWith("[") && !TICK.matcher(w.text()).matches())
                .limit(8)
                .toList()));
  }

  private static String shortened(String label) {
    String text = label.strip();
    return text.length() <= LONGEST_LABEL
        ? text
        : "\u2026" + text.substring(text.length() - LONGEST_LABEL + 1);
  }
}
