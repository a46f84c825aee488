package school.kerygma.core.handout;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** Puts the words of lines that run from right to left into the order in which they are read. */
public final class RightToLeft {

  private RightToLeft() {}

  /**
   * The same words; those of a line most of whose words run to the left begin at its right end.
   *
   * @param words as they are drawn, line by line
   */
  public static List<Word> ordered(List<Word> words) {
    if (words.stream().noneMatch(w -> runsLeft(w.text()))) {
      return words;
    }
    List<Word> all = new ArrayList<>();
    List<Word> line = new ArrayList<>();
    for (Word word : words) {
      if (!line.isEmpty() && !isBeside(line.getLast().box(), word.box())) {
        all.addAll(read(line));
        line.clear();
      }
      line.add(word);
    }
    all.addAll(read(line));
    return List.copyOf(all);
  }

  private static boolean isBeside(Box a, Box b) {
    return a.y() < b.centerY() && b.centerY() < a.bottom();
  }

  private static List<Word> read(List<Word> line) {
    long left = line.stream().filter(w -> runsLeft(w.text())).count();
    long right =
        line.stream()
            .filter(w -> !runsLeft(w.text()) && w.text().codePoints().anyMatch(Character::isLetter))
            .count();
    if (left <= right) {
      return List.copyOf(line);
    }
    List<Word> read = new ArrayList<>(line);
    read.sort(Comparator.comparing((Word w) -> -w.box().right()));
    return read;
  }

  /** Whether a text has letters that are written from right to left. */
  public static boolean runsLeft(String text) {
    return text.codePoints()
        .map(Character::getDirectionality)
        .anyMatch(
            d ->
                d == Character.DIRECTIONALITY_RIGHT_TO_LEFT
                    || d == Character.DIRECTIONALITY_RIGHT_TO_LEFT_ARABIC);
  }
}
