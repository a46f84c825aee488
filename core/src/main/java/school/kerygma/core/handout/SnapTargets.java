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

  /** Lines further apart than this many line heights belong to different blocks. */
  private static final double BLOCK_GAP = 0.75;

  /** A line that leaves this share of its block's width free is the end of something. */
  private static final double HEADING = 0.3;

  /** Air around a frame, in points. */
  private static final double FRAME_MARGIN = 14;

  /** A box smaller than this was not meant to be one. */
  private static final double CLICK_POINTS = 6;

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
    List<List<Word>> lines = new ArrayList<>();
    List<List<List<Word>>> blocks = new ArrayList<>();
    List<Target> cellTargets = new ArrayList<>();
    List<Word> outside = new ArrayList<>(page.words());
    for (Box cell : cells) {
      List<Word> own = inside(page.words(), cell);
      outside.removeAll(own);
      List<List<Word>> ownLines = lines(own);
      lines.addAll(ownLines);
      blocks.addAll(blocks(ownLines));
      cellTargets.add(new Target(text(own), List.of(cell)));
    }
    List<List<Word>> linesOutside = lines(outside);
    List<List<List<Word>>> blocksOutside = blocks(linesOutside);
    lines.addAll(linesOutside);
    blocks.addAll(blocksOutside);
    Map<Word, Integer> place = new IdentityHashMap<>();
    page.words().forEach(w -> place.put(w, place.size()));
    lines.sort(Comparator.comparing(line -> place.getOrDefault(line.getFirst(), 0)));
    List<Target> sentences = new ArrayList<>();
    for (List<List<Word>> block : blocks) {
      runs(block).forEach(run -> sentences.addAll(sentences(run)));
    }
    List<Target> wholes = new ArrayList<>();
    blocksOutside.forEach(b -> wholes.add(target(b.stream().flatMap(List::stream).toList())));
    rows.forEach(row -> wholes.add(new Target(text(inside(page.words(), row)), List.of(row))));
    return new SnapTargets(
        page.words().stream().map(w -> new Target(w.text(), List.of(w.box()))).toList(),
        lines.stream().map(SnapTargets::target).toList(),
        List.copyOf(sentences),
        List.copyOf(wholes),
        List.copyOf(cellTargets));
  }

  private static List<Word> inside(List<Word> words, Box box) {
    return words.stream().filter(w -> box.contains(w.box().centerX(), w.box().centerY())).toList();
  }

  /**
   * The frame that a hand-drawn box means: the lines it covers by half or more, with a margin,
   * inside the page; the box itself where there are no words; the whole page if the box is only a
   * click.
   */
  public Box frame(Box drawn, Box page) {
    if (drawn.width() < CLICK_POINTS && drawn.height() < CLICK_POINTS) {
      return page;
    }
    List<Box> covered =
        lines.stream().map(t -> t.boxes().getFirst()).filter(line -> covers(drawn, line)).toList();
    Box frame = covered.isEmpty() ? drawn : Box.around(covered).grownBy(FRAME_MARGIN);
    return frame.within(page);
  }

  private static boolean covers(Box drawn, Box line) {
    double height = Math.min(drawn.bottom(), line.bottom()) - Math.max(drawn.y(), line.y());
    double width = Math.min(drawn.right(), line.right()) - Math.max(drawn.x(), line.x());
    return height >= line.height() / 2 && width >= Math.min(line.width() / 2, drawn.width() / 2);
  }

  private static Target target(List<Word> words) {
    return new Target(text(words), List.of(Box.around(words.stream().map(Word::box).toList())));
  }

  private static String text(List<Word> words) {
    return Word.text(words);
  }

  /** Where so many words end; a broken one is counted once. */
  private static int after(List<Word> words, int from, int count) {
    int at = from;
    for (int left = count; left > 0 && at < words.size(); at++) {
      left -= words.get(at).isBroken() && at + 1 < words.size() ? 0 : 1;
    }
    return at;
  }

  private static List<List<Word>> lines(List<Word> words) {
    List<List<Word>> lines = new ArrayList<>();
    for (Word word : words) {
      List<Word> open = lines.isEmpty() ? null : lines.getLast();
      if (open != null && PageLines.goesOn(open.getLast().box(), word.box())) {
        open.add(word);
      } else {
        lines.add(new ArrayList<>(List.of(word)));
      }
    }
    return lines;
  }

  private static List<List<List<Word>>> blocks(List<List<Word>> lines) {
    List<List<List<Word>>> blocks = new ArrayList<>();
    for (List<Word> line : lines) {
      Box box = boxOf(line);
      blocks.stream()
          .filter(block -> continuesBlock(boxOf(block.getLast()), box))
          .max(Comparator.comparingDouble(block -> boxOf(block.getLast()).bottom()))
          .ifPresentOrElse(
              block -> block.add(line), () -> blocks.add(new ArrayList<>(List.of(line))));
    }
    return blocks;
  }

  private static boolean continuesBlock(Box above, Box below) {
    double gap = below.y() - above.bottom();
    double ratio = below.height() / above.height();
    boolean startsTogether = Math.abs(above.x() - below.x()) < 2 * above.height();
    return gap > -above.height() / 2
        && gap < BLOCK_GAP * above.height()
        && ratio > 0.8
        && ratio < 1.25
        && startsTogether;
  }

  private static Box boxOf(List<Word> line) {
    return Box.around(line.stream().map(Word::box).toList());
  }

  /**
   * Cuts a block after lines that end long before its edge though the next begins anew: headings.
   */
  private static List<List<List<Word>>> runs(List<List<Word>> block) {
    double left = block.stream().mapToDouble(l -> boxOf(l).x()).min().orElse(0);
    double right = block.stream().mapToDouble(l -> boxOf(l).right()).max().orElse(0);
    List<List<List<Word>>> runs = new ArrayList<>();
    boolean begins = true;
    for (List<Word> line : block) {
      if (begins
          || Character.isUpperCase(line.getFirst().text().codePointAt(0))
              && endsEarly(runs, left, right)) {
        runs.add(new ArrayList<>());
      }
      runs.getLast().add(line);
      begins = false;
    }
    return runs;
  }

  private static boolean endsEarly(List<List<List<Word>>> runs, double left, double right) {
    double end = boxOf(runs.getLast().getLast()).right();
    return end < right - HEADING * (right - left);
  }

  /** Cuts a block into sentences and gives each one box for every line it runs over. */
  private static List<Target> sentences(List<List<Word>> block) {
    List<Word> words = block.stream().flatMap(List::stream).toList();
    List<Target> targets = new ArrayList<>();
    int next = 0;
    for (String sentence : Sentences.of(text(words))) {
      int end = after(words, next, sentence.split(" ").length);
      List<Word> own = words.subList(next, end);
      next = end;
      if (!own.isEmpty() && Words.count(sentence) > 0) {
        targets.add(new Target(sentence, lines(own).stream().map(SnapTargets::boxOf).toList()));
      }
    }
    return targets;
  }
}
