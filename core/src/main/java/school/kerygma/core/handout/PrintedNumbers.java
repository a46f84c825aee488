package school.kerygma.core.handout;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * By which numbers the pages of a paper are called: the page labels of a PDF (ISO 32000-1, 12.4.2),
 * else the numbers read at the edges of the pages. A number that is read counts only if it goes on
 * from page to page; a page that has none in a paper of numbered ones is called by its place in
 * square brackets, as libraries do (ISBD, "unnumbered pages").
 */
public final class PrintedNumbers {

  /** The longest name of a page; a longer label names nothing. */
  public static final int LONGEST = 16;

  /** How much of a page's height is its edge: an inch of a letter page, and a little. */
  private static final double EDGE = 0.1;

  private static final Pattern NAMED =
      Pattern.compile(
          "(?i)(?:page|pg\\.?|p\\.)\\s*(\\d{1,4}|[ivxl]{1,7})(?:\\s*(?:of|/)\\s*\\d+)?");
  private static final Pattern ALONE =
      Pattern.compile(
          "(?:[-\\u2013\\u2014|\\[(]\\s*)?(\\d{1,4}|[ivxl]{1,7}|[IVXL]{1,7})(?:\\s*[-\\u2013\\u2014|\\])])?");
  private static final Pattern COUNTED = Pattern.compile("(\\d{1,4})\\s*(?:of|/)\\s*\\d{1,4}");

  /** Beside a running title a number counts only if something parts them: "Lesson 5" is a title. */
  private static final Pattern BEFORE =
      Pattern.compile("(\\d{1,4})\\s*[-\\u2013\\u2014|\\u00b7\\u2022].*");

  private static final Pattern AFTER =
      Pattern.compile(".*[-\\u2013\\u2014|\\u00b7\\u2022]\\s*(\\d{1,4})");
  private static final Pattern NUMBER = Pattern.compile("\\d{1,4}");
  private static final Pattern ROMAN = Pattern.compile("(xl|x{0,3}|lx{0,3})(ix|iv|v?i{0,3})");

  /**
   * A number at the edge of a page.
   *
   * @param named whether it stands alone, or the word "page" stands before it
   */
  private record Read(int value, boolean roman, boolean atTop, boolean named, double x) {}

  /** Numbers that go on from page to page: the value less the place. */
  private record Run(int offset, boolean roman, boolean atTop) {

    String name(int place) {
      int value = place + offset;
      return roman ? inRoman(value) : Integer.toString(value);
    }
  }

  private PrintedNumbers() {}

  /**
   * The names of the pages.
   *
   * @param pages all of a paper, in their order
   * @param labels the labels of its file in the same order; none, or empty ones, where it has none
   * @return one for each page; all empty if they are called by their places
   */
  public static List<String> of(List<Page> pages, List<String> labels) {
    return labelled(pages.size(), labels)
        .or(() -> spreads(pages))
        .or(() -> single(pages))
        .or(() -> read(pages))
        .filter(names -> !isCounted(names))
        .orElseGet(() -> pages.stream().map(p -> "").toList());
  }

  private static boolean isCounted(List<String> names) {
    for (int i = 0; i < names.size(); i++) {
      if (!names.get(i).equals(Integer.toString(i + 1))) {
        return false;
      }
    }
    return true;
  }

  /** Labels, if they tell the pages apart and say more than their places. */
  private static Optional<List<String>> labelled(int pages, List<String> labels) {
    List<String> clean = labels.stream().map(l -> l.replaceAll("\\p{C}", " ").strip()).toList();
    Set<String> apart = new HashSet<>(clean);
    if (clean.size() != pages
        || apart.size() < pages
        || isCounted(clean)
        || clean.stream().anyMatch(l -> l.length() > LONGEST)) {
      return Optional.empty();
    }
    return Optional.of(withPlaces(clean));
  }

  /** Scans of open books: two numbers beside one another on each page. */
  private static Optional<List<String>> spreads(List<Page> pages) {
    List<String> names = new ArrayList<>();
    Set<Integer> offsets = new TreeSet<>();
    for (Page page : pages) {
      List<Read> all = read(page);
      Optional<Read> left =
          all.stream()
              .filter(l -> page.width() > page.height() && l.x() < page.width() / 2)
              .filter(
                  l ->
                      all.stream()
                          .anyMatch(r -> r.value() == l.value() + 1 && r.x() > page.width() / 2))
              .findFirst();
      if (left.isEmpty()) {
        return Optional.empty();
      }
      offsets.add(left.get().value() - 2 * names.size());
      names.add(left.get().value() + "\u2013" + (left.get().value() + 1));
    }
    return offsets.size() == 1 ? Optional.of(names) : Optional.empty();
  }

  /** A single page has nothing to go on with: its number stands alone at its foot, or is named. */
  private static Optional<List<String>> single(List<Page> pages) {
    if (pages.size() != 1) {
      return Optional.empty();
    }
    List<Read> named =
        read(pages.getFirst()).stream()
            .filter(r -> r.named() && !r.roman() && !r.atTop() && r.value() < 1_000)
            .toList();
    return named.size() == 1
        ? Optional.of(List.of(Integer.toString(named.getFirst().value())))
        : Optional.empty();
  }

  private static Optional<List<String>> read(List<Page> pages) {
    Map<Run, Set<Integer>> runs = new HashMap<>();
    for (int i = 0; i < pages.size(); i++) {
      for (Read r : read(pages.get(i))) {
        runs.computeIfAbsent(
                new Run(r.value() - (i + 1), r.roman(), r.atTop()), k -> new TreeSet<>())
            .add(i + 1);
      }
    }
    runs.values().removeIf(places -> places.size() < 2);
    if (runs.isEmpty()) {
      return Optional.empty();
    }
    List<String> names = new ArrayList<>();
    for (int place = 1; place <= pages.size(); place++) {
      names.add(name(place, runs));
    }
    return Optional.of(withPlaces(names));
  }

  /** The name of a page by the run that has it, else by the one it lies in or before. */
  private static String name(int place, Map<Run, Set<Integer>> runs) {
    Run best = null;
    int bestWeight = 0;
    for (Map.Entry<Run, Set<Integer>> run : runs.entrySet()) {
      TreeSet<Integer> places = (TreeSet<Integer>) run.getValue();
      boolean has = places.contains(place);
      boolean within = places.first() < place && place < places.last();
      boolean opens = place == places.first() - 1;
      int weight = (has ? 1_000 : within ? 500 : opens ? 1 : 0) * places.size();
      if (place + run.getKey().offset() >= 1 && weight > bestWeight) {
        best = run.getKey();
        bestWeight = weight;
      }
    }
    return best == null ? "" : best.name(place);
  }

  /** Pages without a name, and those of a name that another has, say their place. */
  private static List<String> withPlaces(List<String> names) {
    List<String> all = new ArrayList<>();
    Set<String> had = new HashSet<>();
    for (String name : names) {
      String place = "[" + (all.size() + 1) + "]";
      boolean fresh = had.add(name);
      all.add(name.isEmpty() ? place : fresh ? name : name + " " + place);
    }
    return all;
  }

  private static List<Read> read(Page page) {
    List<Read> found = new ArrayList<>();
    for (Line line : Line.of(page.words())) {
      double at = line.box().centerY() / page.height();
      if (at < EDGE || at > 1 - EDGE) {
        read(line, at < EDGE, found);
      }
    }
    return found;
  }

  private static void read(Line line, boolean atTop, List<Read> found) {
    String text = line.text().strip();
    for (Pattern whole : List.of(ALONE, COUNTED, NAMED)) {
      Matcher m = whole.matcher(text);
      if (m.matches()) {
        add(m.group(1), atTop, true, line.box().centerX(), found);
        return;
      }
    }
    Matcher named = NAMED.matcher(text);
    while (named.find()) {
      add(named.group(1), atTop, true, line.box().centerX(), found);
    }
    for (Pattern apart : List.of(BEFORE, AFTER)) {
      Matcher m = apart.matcher(text);
      if (m.matches()) {
        add(m.group(1), atTop, false, line.box().centerX(), found);
      }
    }
  }

  private static void add(String text, boolean atTop, boolean named, double x, List<Read> found) {
    boolean roman = !NUMBER.matcher(text).matches();
    int value = roman ? fromRoman(text.toLowerCase(Locale.ROOT)) : Integer.parseInt(text);
    if (value > 0) {
      found.add(new Read(value, roman, atTop, named, x));
    }
  }

  /** The value of a roman number up to 89, or 0. */
  private static int fromRoman(String text) {
    if (!ROMAN.matcher(text).matches()) {
      return 0;
    }
    for (int value = 1; value < 90; value++) {
      if (inRoman(value).equals(text)) {
        return value;
      }
    }
    return 0;
  }

  private static String inRoman(int value) {
    String[] tens = {"", "x", "xx", "xxx", "xl", "l", "lx", "lxx", "lxxx"};
    String[] ones = {"", "i", "ii", "iii", "iv", "v", "vi", "vii", "viii", "ix"};
    return value < 90 ? tens[value / 10] + ones[value % 10] : Integer.toString(value);
  }
}
