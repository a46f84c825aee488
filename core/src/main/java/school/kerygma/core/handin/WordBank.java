package school.kerygma.core.handin;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Line;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;

/**
 * The words of a page that are there to be moved to their places: what follows "Word bank:" or "Use
 * these words:" on worksheets (common practice).
 */
public final class WordBank {

  private static final Pattern BEGINS =
      Pattern.compile(
          "(word|words|term|terms) (bank|box|list)\\b.*|(use|choose|pick|place|move|sort)\\b.{0,24}\\b(words|terms|names)\\b.{0,40}|(words|terms) to (use|choose|place|move)\\b.*");

  private static final int MOST = 30;

  /** More words are a sentence. */
  private static final int LONGEST = 4;

  /** Of a line's height: a wider gap parts two items. */
  private static final double GAP = 0.9;

  /** Of a line's height: further down it is something else. */
  private static final double BELOW = 2.2;

  private WordBank() {}

  /**
   * What is moved.
   *
   * @param text its words
   * @param box where they stand
   */
  public record Item(String text, Box box) {}

  /** The items of a page, in reading order; none if it has no bank. */
  public static List<Item> of(Page page) {
    List<List<Word>> lines = Line.of(page.words()).stream().map(Line::words).toList();
    for (int i = 0; i < lines.size(); i++) {
      String text = Word.text(lines.get(i)).toLowerCase(Locale.ROOT).strip();
      if (BEGINS.matcher(text).matches()) {
        List<Item> items = items(lines, i);
        if (items.size() >= 2) {
          return List.copyOf(items.subList(0, Math.min(MOST, items.size())));
        }
      }
    }
    return List.of();
  }

  private static List<Item> items(List<List<Word>> lines, int head) {
    List<Item> items = new ArrayList<>();
    List<Word> first = lines.get(head);
    int colon = -1;
    for (int i = 0; i < first.size(); i++) {
      if (first.get(i).text().endsWith(":")) {
        colon = i;
        break;
      }
    }
    if (colon >= 0) {
      items.addAll(parted(first.subList(colon + 1, first.size())));
    }
    Box last = new Line(first).box();
    for (int i = head + 1; i < lines.size(); i++) {
      List<Word> line = lines.get(i);
      Box here = new Line(line).box();
      List<Item> more = parted(line);
      boolean near = here.y() - last.bottom() < BELOW * here.height();
      boolean few = more.stream().allMatch(m -> m.text().split(" ").length <= LONGEST);
      if (!near || !few || more.isEmpty() || Word.text(line).matches(".*(_{3,}|\\.{5,}).*")) {
        break;
      }
      items.addAll(more);
      last = here;
    }
    return items.stream().anyMatch(m -> m.text().split(" ").length > LONGEST) ? List.of() : items;
  }

  /**
   * Items are parted by commas, dots in the middle, bars, or wide gaps; three words and more
   * without any of these are an item each.
   */
  private static List<Item> parted(List<Word> line) {
    List<Item> items = byGaps(line);
    boolean sentence = line.size() > 8 || line.getLast().text().matches(".*[.?!]");
    return items.size() == 1 && line.size() > 2 && !sentence
        ? line.stream().map(w -> item(List.of(w))).toList()
        : items;
  }

  private static List<Item> byGaps(List<Word> line) {
    List<Item> items = new ArrayList<>();
    List<Word> open = new ArrayList<>();
    for (Word word : line) {
      boolean sign = word.text().matches("[,;|/\u2022\u00b7\u2013-]+");
      boolean gap =
          !open.isEmpty()
              && word.box().x() - open.getLast().box().right() > GAP * word.box().height();
      if ((sign || gap) && !open.isEmpty()) {
        items.add(item(open));
        open.clear();
      }
      if (!sign) {
        open.add(word);
        if (word.text().matches(".*[,;|]")) {
          items.add(item(open));
          open.clear();
        }
      }
    }
    if (!open.isEmpty()) {
      items.add(item(open));
    }
    return items.stream().filter(i -> !i.text().isEmpty()).toList();
  }

  private static Item item(List<Word> words) {
    return new Item(Word.text(words).replaceAll("[,;|.:]+$", "").strip(), new Line(words).box());
  }
}
