package school.kerygma.core.rubric;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;

/**
 * Finds the words of written tables on the pages that were made of them. Letters are compared, not
 * words, since a PDF may part words otherwise; what only the page has, as the number before an item
 * of a list, is passed over.
 */
final class TableWords {

  /** So much of a table's letters must be found. */
  private static final double ENOUGH = 0.9;

  /** A cell's words go on elsewhere only where so many letters fit at once. */
  private static final int SURE = 12;

  /** How many words may lie between two that belong together. */
  private static final int REACH = 600;

  /** How many places are tried as a table's beginning. */
  private static final int BEGINNINGS = 20;

  private record PlacedWord(int page, Box box, String letters) {}

  /** Where the words of one cell stand on one page. */
  record Piece(WrittenTable.Cell cell, int page, Box box) {}

  private final List<PlacedWord> words = new ArrayList<>();
  private int from;

  TableWords(List<Page> pages) {
    for (Page page : pages) {
      page.words()
          .forEach(w -> words.add(new PlacedWord(page.number(), w.box(), letters(w.letters()))));
    }
  }

  private static String letters(String text) {
    return Normalizer.normalize(text, Normalizer.Form.NFKC)
        .replaceAll("[\\s\\u00AD\\u200B]+", "")
        .toLowerCase(java.util.Locale.ROOT);
  }

  /**
   * Finds a table; tables are asked for in the order in which they stand.
   *
   * @return nothing if too little of it is there
   */
  Optional<List<Piece>> find(WrittenTable table) {
    List<WrittenTable.Cell> saying =
        table.cells().stream().filter(c -> !letters(c.text()).isEmpty()).toList();
    if (saying.isEmpty()) {
      return Optional.empty();
    }
    int all = saying.stream().mapToInt(c -> letters(c.text()).length()).sum();
    Attempt best = null;
    int tried = 0;
    String first = letters(saying.getFirst().text());
    boolean[] unused = new boolean[words.size()];
    for (int at = from; at < words.size() && tried < BEGINNINGS; at++) {
      if (fits(first, 0, at, unused) >= Math.min(SURE, first.length())) {
        tried++;
        Attempt attempt = new Attempt(at).place(saying);
        if (best == null || attempt.score() > best.score()) {
          best = attempt;
        }
        if (attempt.score() == all) {
          break;
        }
      }
    }
    if (best == null || best.found < ENOUGH * all) {
      return Optional.empty();
    }
    from = best.last + 1;
    return Optional.of(best.pieces());
  }

  /** How many letters of a text fit, from one of its places on, the words from another on. */
  private int fits(String text, int done, int at, boolean[] used) {
    int fitting = done;
    for (int i = at; i < words.size() && fitting < text.length(); i++) {
      if (used[i] || !text.startsWith(words.get(i).letters(), fitting)) {
        break;
      }
      fitting += words.get(i).letters().length();
    }
    return fitting - done;
  }

  /** One try to place a table from a word on. */
  private final class Attempt {

    private final boolean[] used = new boolean[words.size()];
    private final Map<WrittenTable.Cell, List<Integer>> owned = new HashMap<>();
    private final int begin;
    private int cursor;
    private int found;
    private int last;

    Attempt(int at) {
      begin = at;
      cursor = at;
      last = at;
    }

    /** Letters found, less the words passed over: a text that only begins like it has many. */
    int score() {
      int owning = owned.values().stream().mapToInt(List::size).sum();
      return found - (last - begin + 1 - owning);
    }

    Attempt place(List<WrittenTable.Cell> cells) {
      for (WrittenTable.Cell cell : cells) {
        place(cell, letters(cell.text()));
        while (cursor < words.size() && used[cursor]) {
          cursor++;
        }
      }
      return this;
    }

    private void place(WrittenTable.Cell cell, String text) {
      int done = 0;
      int at = cursor;
      while (done < text.length()) {
        int next = next(text, done, at);
        if (next < 0) {
          return;
        }
        used[next] = true;
        owned.computeIfAbsent(cell, c -> new ArrayList<>()).add(next);
        int length = words.get(next).letters().length();
        done += length;
        found += length;
        last = Math.max(last, next);
        at = next + 1;
      }
    }

    /** The next word of a text: the very next one, or where it surely goes on. */
    private int next(String text, int done, int at) {
      int sure = Math.min(SURE, text.length() - done);
      for (int i = at; i < Math.min(words.size(), at + REACH); i++) {
        if (!used[i] && !words.get(i).letters().isEmpty()) {
          int fitting = fits(text, done, i, used);
          if (fitting > 0 && (i == at || fitting >= sure)) {
            return i;
          }
        }
      }
      return -1;
    }

    List<Piece> pieces() {
      List<Piece> pieces = new ArrayList<>();
      owned.forEach(
          (cell, its) ->
              its.stream()
                  .map(i -> words.get(i).page())
                  .distinct()
                  .forEach(
                      page ->
                          pieces.add(
                              new Piece(
                                  cell,
                                  page,
                                  Box.around(
                                      its.stream()
                                          .map(words::get)
                                          .filter(w -> w.page() == page)
                                          .map(PlacedWord::box)
                                          .toList())))));
      return pieces;
    }
  }
}
