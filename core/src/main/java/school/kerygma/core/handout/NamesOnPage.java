package school.kerygma.core.handout;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/** Finds the names of people on a page that others are about to see. */
public final class NamesOnPage {

  /**
   * A name on a page.
   *
   * @param name as the roster has it
   * @param sure whether the whole name stands there; otherwise a part of it, which may be anybody's
   * @param boxes where it stands, each time
   */
  public record Found(String name, boolean sure, List<Box> boxes) {}

  /** A shorter part of a name is found everywhere. */
  private static final int SHORTEST_PART = 3;

  /** Names that are words too (common practice): alone, they mean nothing. */
  private static final Set<String> WORDS_TOO =
      Set.of(
          "april", "art", "august", "autumn", "bell", "bill", "black", "bridge", "bridges", "brook",
          "brooks", "brown", "church", "cook", "dale", "dawn", "day", "drew", "faith", "field",
          "fields", "fisher", "forest", "frank", "gene", "gold", "grace", "grant", "gray", "green",
          "hall", "hill", "holly", "hope", "hunter", "iris", "ivy", "jack", "joy", "june", "king",
          "knight", "lake", "law", "light", "lily", "lane", "long", "love", "mark", "marsh",
          "mason", "may", "miller", "moon", "moss", "noble", "olive", "page", "park", "penny",
          "pond", "poole", "pat", "pope", "ray", "reed", "rich", "river", "rivers", "rob", "rose",
          "ruby", "rush", "sage", "sandy", "sharp", "short", "singer", "sky", "small", "smith",
          "stone", "storm", "summer", "sun", "van", "violet", "wade", "wall", "ward", "waters",
          "west", "white", "will", "winter", "wolf", "wood", "woods", "young");

  private NamesOnPage() {}

  /**
   * Looks for names: whole ("Imani Okafor", "Okafor, Imani"), with an initial ("Imani O."), and
   * their parts where they are written with a capital and are no common word.
   *
   * @param words of the page, in reading order
   * @param names as rosters have them, given name first
   */
  public static List<Found> find(List<Word> words, List<String> names) {
    List<Token> tokens = tokens(words);
    List<String> plain = tokens.stream().map(t -> plain(t.text())).toList();
    Map<String, List<Box>> whole = new LinkedHashMap<>();
    Map<String, List<Box>> partly = new LinkedHashMap<>();
    for (String name : names) {
      List<String> parts = List.of(name.strip().split("\\s+"));
      List<String> own = parts.stream().map(NamesOnPage::plain).filter(p -> !p.isEmpty()).toList();
      if (own.isEmpty()) {
        continue;
      }
      for (int i = 0; i < plain.size(); i++) {
        int length = wholeAt(plain, i, own);
        if (length > 0) {
          whole
              .computeIfAbsent(name, n -> new ArrayList<>())
              .addAll(boxes(tokens.subList(i, i + length)));
          i += length - 1;
        } else if (partAt(tokens.get(i).text(), plain.get(i), own)) {
          partly.computeIfAbsent(name, n -> new ArrayList<>()).addAll(tokens.get(i).boxes());
        }
      }
    }
    List<Found> found = new ArrayList<>();
    whole.forEach(
        (name, boxes) -> {
          List<Box> all = new ArrayList<>(boxes);
          all.addAll(partly.getOrDefault(name, List.of()));
          found.add(new Found(name, true, List.copyOf(all)));
        });
    partly.forEach(
        (name, boxes) -> {
          if (!whole.containsKey(name)) {
            found.add(new Found(name, false, List.copyOf(boxes)));
          }
        });
    return List.copyOf(found);
  }

  /** A word with its boxes: two if it is broken at the end of a line. */
  private record Token(String text, List<Box> boxes) {}

  private static List<Token> tokens(List<Word> words) {
    List<Token> tokens = new ArrayList<>();
    boolean goesOn = false;
    for (Word word : words) {
      if (goesOn) {
        Token first = tokens.removeLast();
        tokens.add(
            new Token(
                first.text() + word.letters(), List.of(first.boxes().getFirst(), word.box())));
      } else {
        tokens.add(new Token(word.letters(), List.of(word.box())));
      }
      goesOn = word.isBroken();
    }
    return tokens;
  }

  private static List<Box> boxes(List<Token> tokens) {
    return tokens.stream().flatMap(t -> t.boxes().stream()).toList();
  }

  /** How many words the whole name takes at a place, or 0. */
  private static int wholeAt(List<String> plain, int at, List<String> own) {
    int length = own.size();
    if (length < 2 || at + 2 > plain.size()) {
      return 0;
    }
    if (at + length <= plain.size() && plain.subList(at, at + length).equals(own)) {
      return length;
    }
    String first = own.getFirst();
    String last = own.getLast();
    String here = plain.get(at);
    String next = plain.get(at + 1);
    boolean firstAndLast = here.equals(first) && (next.equals(last) || isInitial(next, last));
    boolean lastAndFirst = here.equals(last) && (next.equals(first) || isInitial(next, first));
    return firstAndLast || lastAndFirst ? 2 : 0;
  }

  private static boolean isInitial(String letter, String name) {
    return letter.length() == 1 && name.startsWith(letter);
  }

  private static boolean partAt(String written, String plain, List<String> own) {
    return plain.length() >= SHORTEST_PART
        && !WORDS_TOO.contains(plain)
        && (plain.equals(own.getFirst()) || plain.equals(own.getLast()))
        && written.codePoints().filter(Character::isLetter).findFirst().stream()
            .anyMatch(Character::isUpperCase);
  }

  /** Without the case, the signs around it and a genitive's s. */
  private static String plain(String word) {
    return word.toLowerCase(Locale.ROOT)
        .replaceFirst("['\u2019]s$", "")
        .replaceAll("^[^\\p{L}]+|[^\\p{L}]+$", "");
  }
}
