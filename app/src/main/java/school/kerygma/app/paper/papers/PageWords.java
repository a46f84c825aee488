package school.kerygma.app.paper.papers;

import java.util.ArrayList;
import java.util.List;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Word;

/** Writes words with their boxes as one line each: x, y, width, height, a blank, the word. */
final class PageWords {

  private PageWords() {}

  static String write(List<Word> words) {
    StringBuilder text = new StringBuilder();
    for (Word word : words) {
      Box b = word.box();
      text.append(
          String.format(
              java.util.Locale.ROOT,
              "%.2f %.2f %.2f %.2f %s%n",
              b.x(),
              b.y(),
              Math.max(b.width(), 0.01),
              Math.max(b.height(), 0.01),
              word.text()));
    }
    // PostgreSQL keeps no NUL in a text.
    return text.toString().replace("\0", "");
  }

  static List<Word> read(String text) {
    List<Word> words = new ArrayList<>();
    for (String line : text.lines().toList()) {
      String[] part = line.split(" ", 5);
      if (part.length == 5 && !part[4].isBlank()) {
        words.add(
            new Word(
                part[4],
                new Box(
                    Double.parseDouble(part[0]),
                    Double.parseDouble(part[1]),
                    Double.parseDouble(part[2]),
                    Double.parseDouble(part[3]))));
      }
    }
    return words;
  }

  /** The words as one text, as {@link #read} gives them back. */
  static String text(List<Word> words) {
    return Word.text(read(write(words)));
  }
}
