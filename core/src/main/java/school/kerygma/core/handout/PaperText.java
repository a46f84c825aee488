package school.kerygma.core.handout;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * The words of a whole paper as one text, a blank between two, and the way from places of a page to
 * places of the text and back.
 */
public final class PaperText {

  /**
   * A word of the paper.
   *
   * @param page index of its page, from 0
   * @param start of the text's character that it begins with
   */
  public record Placed(int page, Word word, int start) {

    public int end() {
      return start + word.letters().length();
    }
  }

  private final List<Placed> words = new ArrayList<>();
  private final String text;

  public PaperText(List<Page> pages) {
    int at = 0;
    for (int page = 0; page < pages.size(); page++) {
      for (Word word : pages.get(page).words()) {
        words.add(new Placed(page, word, at));
        at += word.letters().length() + (word.isBroken() ? 0 : 1);
      }
    }
    this.text = text(words);
  }

  public String text() {
    return text;
  }

  public List<Placed> words() {
    return List.copyOf(words);
  }

  /** Some of its words as a text. */
  public static String text(List<Placed> of) {
    return Word.text(of.stream().map(Placed::word).toList());
  }

  /** The words whose middle lies in one of some boxes of a page. */
  public List<Placed> within(int page, List<Box> boxes) {
    return words.stream()
        .filter(w -> w.page() == page)
        .filter(
            w ->
                boxes.stream()
                    .anyMatch(b -> b.contains(w.word().box().centerX(), w.word().box().centerY())))
        .toList();
  }

  /** The words that stand next to each other in the text, stretch by stretch. */
  public List<List<Placed>> stretches(List<Placed> of) {
    List<List<Placed>> stretches = new ArrayList<>();
    for (Placed word : of) {
      boolean follows =
          !stretches.isEmpty() && word.start() - stretches.getLast().getLast().end() <= 1;
      if (!follows) {
        stretches.add(new ArrayList<>());
      }
      stretches.getLast().add(word);
    }
    return stretches;
  }

  /** The anchor of words that stand next to each other. */
  public TextAnchor anchor(List<Placed> stretch) {
    return TextAnchor.of(text, stretch.getFirst().start(), stretch.getLast().end());
  }

  /** The words of a stretch of the text. */
  public List<Placed> between(int start, int end) {
    return words.stream().filter(w -> w.start() < end && w.end() > start).toList();
  }

  /**
   * The words of a page near a box, each with up to two on either side in its line, the nearest
   * first.
   *
   * @param reach how far from the middle of the box, in points
   */
  public List<List<Placed>> near(int page, Box box, double reach) {
    return IntStream.range(0, words.size())
        .filter(i -> words.get(i).page() == page && distance(i, box) <= reach)
        .boxed()
        .sorted(Comparator.comparingDouble(i -> distance(i, box)))
        .map(this::inLine)
        .toList();
  }

  private List<Placed> inLine(int word) {
    Placed middle = words.get(word);
    Box line = middle.word().box();
    return words.subList(Math.max(0, word - 2), Math.min(words.size(), word + 3)).stream()
        .filter(w -> w.page() == middle.page())
        .filter(w -> Line.besides(w.word().box(), line))
        .toList();
  }

  /** How far the middle of a box is from a word. */
  private double distance(int word, Box box) {
    Box own = words.get(word).word().box();
    double dx = Math.max(0, Math.max(own.x() - box.centerX(), box.centerX() - own.right()));
    double dy = Math.max(0, Math.max(own.y() - box.centerY(), box.centerY() - own.bottom()));
    return Math.hypot(dx, dy);
  }

  /** The boxes of words, joined line by line. */
  public static List<Box> lines(List<Placed> of) {
    return Line.of(of.stream().map(Placed::word).toList()).stream().map(Line::box).toList();
  }
}
