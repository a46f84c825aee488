package school.kerygma.core.handout;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import school.kerygma.core.text.Sentences;
import school.kerygma.core.text.Words;

/**
 * What marks and frames can snap to on a page: its words, lines, sentences, blocks and the cells
 * and rows of its tables, each as the boxes that cover it. The browser only looks up which one lies
 * under the pointer.
 *
 * @param words one box each
 * @param lines one box each; in a table those of one cell
 * @param sentences one box for every line that the sentence runs over
 * @param blocks paragraphs, and the rows of tables; one box each
 * @param cells of tables, one box each
 */
public record SnapTargets(
    List<Target> words,
    List<Target> lines,
    List<Target> sentences,
    List<Target> blocks,
    List<Target> cells) {

  /**
   * One thing to snap to.
   *
   * @param text its words
   * @param boxes the boxes that cover it, top to bottom
   */
  public record Target(String text, List<Box> boxes) {}

  /** A box smaller than this, in points, was not meant to be one: it is a click. */
  public static final double CLICK_POINTS = 6;

  /** What a page without tables has to snap to. */
  public static SnapTargets of(Page page) {
    return of(page, List.of(), List.of());
  }

  /**
   * What a page has to snap to.
   *
   * @param cells the boxes of the cells of its tables
   * @param rows the boxes of the rows of its tables
   */
  public static SnapTargets of(Page page, List<Box> cells, List<Box> rows) {
    List<Line> lines = new ArrayList<>();
    List<Block> blocks = new ArrayList<>();
    List<Target> cellTargets = new ArrayList<>();
    List<Word> outside = new ArrayList<>(page.words());
    for (Box cell : cells) {
      List<Word> own = inside(page.words(), cell);
      outside.removeAll(own);
      List<Line> ownLines = Line.of(own);
      lines.addAll(ownLines);
      blocks.addAll(Block.of(ownLines));
      cellTargets.add(new Target(Word.text(own), List.of(cell)));
    }
    List<Line> linesOutside = Line.of(outside);
    List<Block> blocksOutside = Block.of(linesOutside);
    lines.addAll(linesOutside);
    blocks.addAll(blocksOutside);
    Map<Word, Integer> place = new IdentityHashMap<>();
    page.words().forEach(w -> place.put(w, place.size()));
    lines.sort(Comparator.comparing(line -> place.getOrDefault(line.words().getFirst(), 0)));
    List<Target> sentences = new ArrayList<>();
    for (Block block : blocks) {
      block.runs().forEach(run -> sentences.addAll(sentences(run)));
    }
    List<Target> wholes = new ArrayList<>();
    blocksOutside.forEach(b -> wholes.add(target(b.words())));
    rows.forEach(row -> wholes.add(new Target(Word.text(inside(page.words(), row)), List.of(row))));
    return new SnapTargets(
        page.words().stream().map(w -> new Target(w.text(), List.of(w.box()))).toList(),
        lines.stream().map(line -> target(line.words())).toList(),
        List.copyOf(sentences),
        List.copyOf(wholes),
        List.copyOf(cellTargets));
  }

  private static List<Word> inside(List<Word> words, Box box) {
    return words.stream().filter(w -> box.contains(w.box().centerX(), w.box().centerY())).toList();
  }

  /**
   * The frame that a hand-drawn box means: the lines it covers by half or more, or else its words,
   * with air around them and its edges through no letters, inside the page; the box itself where
   * there are no words; the whole page if the box is only a click.
   */
  public Box frame(Box drawn, Box page) {
    if (drawn.width() < CLICK_POINTS && drawn.height() < CLICK_POINTS) {
      return page;
    }
    List<Box> letters = words.stream().map(t -> t.boxes().getFirst()).toList();
    List<Box> covered =
        lines.stream().map(t -> t.boxes().getFirst()).filter(line -> covers(drawn, line)).toList();
    if (covered.isEmpty()) {
      covered = letters.stream().filter(drawn::overlaps).toList();
    }
    Box frame = covered.isEmpty() ? drawn : FrameEdges.around(Box.around(covered), letters);
    return frame.within(page);
  }

  private static boolean covers(Box drawn, Box line) {
    double height = Math.min(drawn.bottom(), line.bottom()) - Math.max(drawn.y(), line.y());
    double width = Math.min(drawn.right(), line.right()) - Math.max(drawn.x(), line.x());
    return height >= line.height() / 2 && width >= Math.min(line.width() / 2, drawn.width() / 2);
  }

  private static Target target(List<Word> words) {
    return new Target(
        Word.text(words), List.of(Box.around(words.stream().map(Word::box).toList())));
  }

  /** Where so many words end; a broken one is counted once. */
  private static int after(List<Word> words, int from, int count) {
    int at = from;
    for (int left = count; left > 0 && at < words.size(); at++) {
      left -= words.get(at).isBroken() && at + 1 < words.size() ? 0 : 1;
    }
    return at;
  }

  /** Cuts a block into sentences and gives each one box for every line it runs over. */
  private static List<Target> sentences(Block block) {
    List<Word> words = block.words();
    List<Target> targets = new ArrayList<>();
    int next = 0;
    for (String sentence : Sentences.of(Word.text(words))) {
      int end = after(words, next, sentence.split(" ").length);
      List<Word> own = words.subList(next, end);
      next = end;
      if (!own.isEmpty() && Words.count(sentence) > 0) {
        targets.add(new Target(sentence, Line.of(own).stream().map(Line::box).toList()));
      }
    }
    return targets;
  }
}
