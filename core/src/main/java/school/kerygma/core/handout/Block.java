package school.kerygma.core.handout;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Lines that stand close under one another, in letters of one size: a paragraph, or a heading.
 *
 * @param lines at least one, from the top
 */
public record Block(List<Line> lines) {

  /** Lines further apart than this many line heights belong to different blocks. */
  private static final double GAP = 0.75;

  /** A line that leaves this share of its block's width free is the end of something. */
  private static final double HEADING = 0.3;

  public Block {
    lines = List.copyOf(lines);
  }

  /** The blocks of lines that come in reading order. */
  public static List<Block> of(List<Line> lines) {
    List<List<Line>> blocks = new ArrayList<>();
    for (Line line : lines) {
      Box box = line.box();
      blocks.stream()
          .filter(block -> goesOn(block.getLast().box(), box))
          .max(Comparator.comparingDouble(block -> block.getLast().box().bottom()))
          .ifPresentOrElse(
              block -> block.add(line), () -> blocks.add(new ArrayList<>(List.of(line))));
    }
    return blocks.stream().map(Block::new).toList();
  }

  private static boolean goesOn(Box above, Box below) {
    double gap = below.y() - above.bottom();
    double ratio = below.height() / above.height();
    boolean startsTogether = Math.abs(above.x() - below.x()) < 2 * above.height();
    return gap > -above.height() / 2
        && gap < GAP * above.height()
        && ratio > 0.8
        && ratio < 1.25
        && startsTogether;
  }

  public List<Word> words() {
    return lines.stream().flatMap(line -> line.words().stream()).toList();
  }

  /**
   * Cut after lines that end long before its edge though the next begins anew: headings are parted
   * from what they head.
   */
  public List<Block> runs() {
    double left = lines.stream().mapToDouble(l -> l.box().x()).min().orElse(0);
    double right = lines.stream().mapToDouble(l -> l.box().right()).max().orElse(0);
    List<List<Line>> runs = new ArrayList<>();
    for (Line line : lines) {
      if (runs.isEmpty() || beginsAnew(line) && endsEarly(runs.getLast(), left, right)) {
        runs.add(new ArrayList<>());
      }
      runs.getLast().add(line);
    }
    return runs.stream().map(Block::new).toList();
  }

  private static boolean beginsAnew(Line line) {
    return Character.isUpperCase(line.words().getFirst().text().codePointAt(0));
  }

  private static boolean endsEarly(List<Line> run, double left, double right) {
    return run.getLast().box().right() < right - HEADING * (right - left);
  }
}
