package school.kerygma.core.handin;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * Notices work in which nothing was done: a text that is hardly begun, a file without anything in
 * it, a handout that comes back as it was given out. What cannot be told is not called blank.
 */
public final class Blank {

  /** What is noticed. */
  public enum Finding {
    /** Nothing is in it. */
    EMPTY,
    /** It is the paper that was given out. */
    UNCHANGED,
    /** A text under a tenth of the length that was asked for. */
    HARDLY_BEGUN,
    /** A file of it cannot be opened. */
    UNREADABLE
  }

  /**
   * A page, by its words and its picture.
   *
   * @param tones all pictures are drawn {@value #WIDTH} pixels wide
   */
  public record Sheet(List<String> words, Tones tones) {}

  /** How wide pages are drawn to be compared, in pixels. */
  public static final int WIDTH = 900;

  private static final int TENTH = 10;

  /** Fewer dark pixels are dust. */
  private static final int DUST = 30;

  /** Another program draws the same letters a little elsewhere. */
  private static final int NEAR = 3;

  /** If so much of a handout is found again, it lies under what was handed in. */
  private static final double FOUND_AGAIN = 0.9;

  /** Words of this length and more may have been torn apart otherwise. */
  private static final int TORN = 4;

  private Blank() {}

  /**
   * Looks at a text.
   *
   * @param asked the length in words that is asked for; 0 if none is
   */
  public static Optional<Finding> ofText(String text, int asked) {
    int words = words(text);
    if (words == 0) {
      return Optional.of(Finding.EMPTY);
    }
    return words * TENTH < asked ? Optional.of(Finding.HARDLY_BEGUN) : Optional.empty();
  }

  /** How many words a text has: stretches between white space that hold a letter or a digit. */
  public static int words(String text) {
    int words = 0;
    for (String part : text.strip().split("\\s+")) {
      words += part.codePoints().anyMatch(Character::isLetterOrDigit) ? 1 : 0;
    }
    return words;
  }

  /**
   * Looks at a file.
   *
   * @param pages of it
   * @param given the pages of each paper that was given out for the task
   */
  public static Optional<Finding> ofPages(List<Sheet> pages, List<List<Sheet>> given) {
    boolean empty =
        pages.stream().allMatch(p -> p.words().isEmpty() && p.tones().dark().cardinality() < DUST);
    if (empty) {
      return Optional.of(Finding.EMPTY);
    }
    return given.stream().anyMatch(g -> isUnchanged(pages, g))
        ? Optional.of(Finding.UNCHANGED)
        : Optional.empty();
  }

  private static boolean isUnchanged(List<Sheet> pages, List<Sheet> given) {
    List<Sheet> others = new ArrayList<>();
    for (Sheet page : pages) {
      Optional<Sheet> under = given.stream().filter(g -> liesUnder(g, page)).findFirst();
      if (under.isEmpty()) {
        others.add(page);
      } else if (page.tones().beyond(under.get().tones(), NEAR) >= DUST
          || !ownWords(List.of(page), List.of(under.get())).isEmpty()) {
        return false;
      }
    }
    others.removeIf(p -> p.words().isEmpty() && p.tones().dark().cardinality() < DUST);
    // Set anew, as another program does, only its words can be compared.
    return others.isEmpty()
        || others.stream().noneMatch(p -> p.words().isEmpty())
            && ownWords(others, given).isEmpty()
            && isAllThere(pages, given);
  }

  private static boolean liesUnder(Sheet given, Sheet page) {
    int dark = given.tones().dark().cardinality();
    return given.tones().isLike(page.tones())
        && dark >= DUST
        && given.tones().beyond(page.tones(), NEAR) <= dark * (1 - FOUND_AGAIN);
  }

  /** Whether the most of the words that were given out are in it. */
  private static boolean isAllThere(List<Sheet> pages, List<Sheet> given) {
    List<String> missing = ownWords(given, pages);
    int all = given.stream().mapToInt(g -> letters(g.words()).size()).sum();
    return all > 0 && missing.size() <= all * (1 - FOUND_AGAIN);
  }

  private static List<String> ownWords(List<Sheet> of, List<Sheet> other) {
    Map<String, Integer> left = new HashMap<>();
    StringBuilder all = new StringBuilder();
    for (Sheet sheet : other) {
      for (String word : letters(sheet.words())) {
        left.merge(word, 1, Integer::sum);
        all.append(word);
      }
    }
    String together = all.toString();
    List<String> own = new ArrayList<>();
    for (Sheet sheet : of) {
      for (String word : letters(sheet.words())) {
        boolean known = left.getOrDefault(word, 0) > 0;
        if (known) {
          left.merge(word, -1, Integer::sum);
        } else if (word.length() < TORN || !together.contains(word)) {
          own.add(word);
        }
      }
    }
    return own;
  }

  private static List<String> letters(List<String> words) {
    return words.stream()
        .map(
            w ->
                Normalizer.normalize(w, Normalizer.Form.NFKC)
                    .toLowerCase(Locale.ROOT)
                    .replaceAll("[^\\p{L}\\p{N}]", ""))
        .filter(w -> !w.isEmpty())
        .toList();
  }
}
