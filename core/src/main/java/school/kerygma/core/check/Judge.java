package school.kerygma.core.check;

import java.math.BigDecimal;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import school.kerygma.core.check.CheckQuestion.Asks;

/**
 * Says whether an answer is right.
 *
 * <p>What is offered is shown in another order than it is written: the same for everybody, and
 * never the right one. Answers name what was chosen by its place as it is shown, from 0:
 *
 * <ul>
 *   <li>a choice, several: the places of what is chosen
 *   <li>a number, words, a watchword: what was typed
 *   <li>an order: the places, first to last
 *   <li>pairs: for each left, in its order, the place of a right
 *   <li>groups: for each thing as shown, the number of a group
 *   <li>a place: the number of a line of the page that is shown
 *   <li>a pause: nothing
 * </ul>
 */
public final class Judge {

  /** What came of an answer. */
  public enum Verdict {
    RIGHT,
    WRONG,
    /** A number with another unit than the one that is asked for. */
    OTHER_UNIT,
    /** Nothing that can be judged: a number was asked for, or a line is missing. */
    UNREADABLE
  }

  /**
   * An answer, judged.
   *
   * @param correct how many of its lines are right; of one thing 0 or 1
   * @param of how many there are
   */
  public record Judged(Verdict verdict, int correct, int of) {

    public boolean isRight() {
      return verdict == Verdict.RIGHT;
    }
  }

  private Judge() {}

  /** What is offered, in the order in which it is shown; empty if it is typed or waited. */
  public static List<String> shown(UUID question, Asks asks) {
    List<String> written = written(asks);
    return order(question, written.size()).stream().map(written::get).toList();
  }

  private static List<String> written(Asks asks) {
    return switch (asks) {
      case Asks.Choice c -> c.choices();
      case Asks.Order o -> o.lines();
      case Asks.Match m -> m.pairs().stream().map(Asks.Pair::right).toList();
      case Asks.Sort s -> s.things();
      case Asks.Number n -> List.of();
      case Asks.Words w -> List.of();
      case Asks.Watchword w -> List.of();
      case Asks.Place p -> List.of();
      case Asks.Pause p -> List.of();
    };
  }

  /** Which line stands at each place: never in the order in which they are written. */
  private static List<Integer> order(UUID question, int size) {
    List<Integer> order = new ArrayList<>();
    for (int i = 0; i < size; i++) {
      order.add(i);
    }
    List<Integer> written = List.copyOf(order);
    Random random =
        new Random(question.getLeastSignificantBits() ^ question.getMostSignificantBits());
    for (int tries = 0; size > 1 && order.equals(written) && tries < 20; tries++) {
      Collections.shuffle(order, random);
    }
    if (size > 1 && order.equals(written)) {
      Collections.swap(order, 0, 1);
    }
    return order;
  }

  /** Judges an answer. */
  public static Judged of(UUID question, Asks asks, List<String> answer) {
    return of(question, asks, answer, List.of());
  }

  /**
   * Judges an answer.
   *
   * @param lines of the page that is shown, for a place on it
   */
  public static Judged of(UUID question, Asks asks, List<String> answer, List<String> lines) {
    return switch (asks) {
      case Asks.Choice c -> choice(question, c, answer);
      case Asks.Number n -> number(n, answer);
      case Asks.Words w -> one(words(w, typed(answer)));
      case Asks.Watchword w -> one(plain(typed(answer)).equals(plain(w.phrase())));
      case Asks.Place p ->
          typed(answer).matches("\\d{1,3}") && Integer.parseInt(typed(answer)) < lines.size()
              ? one(where(p, lines).contains(Integer.parseInt(typed(answer))))
              : new Judged(Verdict.UNREADABLE, 0, 1);
      case Asks.Order o -> {
        List<Integer> order = order(question, o.lines().size());
        yield lines(
            places(answer, o.lines().size()), order.size(), (i, place) -> order.get(place) == i);
      }
      case Asks.Match m -> {
        List<Integer> order = order(question, m.pairs().size());
        yield lines(
            places(answer, m.pairs().size()), order.size(), (i, place) -> order.get(place) == i);
      }
      case Asks.Sort s -> {
        List<Integer> order = order(question, s.things().size());
        List<Integer> groups = groups(s);
        yield lines(
            places(answer, s.groups().size()),
            order.size(),
            (i, group) -> groups.get(order.get(i)).equals(group));
      }
      case Asks.Pause p -> new Judged(Verdict.RIGHT, 1, 1);
    };
  }

  /**
   * The lines of a page in which the words of a place stand: one, or two where the words go on into
   * the next; several if they stand there several times. Case and signs do not matter.
   */
  public static Set<Integer> where(Asks.Place place, List<String> lines) {
    List<String> words = new ArrayList<>();
    List<Integer> lineOf = new ArrayList<>();
    for (int i = 0; i < lines.size(); i++) {
      for (String word : wordsOf(lines.get(i))) {
        words.add(word);
        lineOf.add(i);
      }
    }
    List<String> wanted = wordsOf(place.words());
    Set<Integer> where = new HashSet<>();
    for (int at = 0; at + wanted.size() <= words.size(); at++) {
      if (words.subList(at, at + wanted.size()).equals(wanted)) {
        where.addAll(lineOf.subList(at, at + wanted.size()));
      }
    }
    return where;
  }

  private static List<String> wordsOf(String text) {
    return java.util.Arrays.stream(text.toLowerCase(Locale.ROOT).split("[^\\p{L}\\p{N}]+"))
        .filter(w -> !w.isEmpty())
        .toList();
  }

  private static Judged one(boolean right) {
    return new Judged(right ? Verdict.RIGHT : Verdict.WRONG, right ? 1 : 0, 1);
  }

  private static Judged choice(UUID question, Asks.Choice c, List<String> answer) {
    Optional<List<Integer>> places = places(answer, c.choices().size());
    if (places.isEmpty() || places.get().isEmpty() || c.isOne() && places.get().size() > 1) {
      return new Judged(Verdict.UNREADABLE, 0, c.right().size());
    }
    List<Integer> order = order(question, c.choices().size());
    Set<Integer> chosen = new HashSet<>();
    places.get().forEach(p -> chosen.add(order.get(p)));
    int correct = (int) chosen.stream().filter(c.right()::contains).count();
    boolean right = chosen.equals(c.right());
    return new Judged(right ? Verdict.RIGHT : Verdict.WRONG, correct, c.right().size());
  }

  private interface Rule {
    boolean isRight(int line, int place);
  }

  private static Judged lines(Optional<List<Integer>> answer, int size, Rule rule) {
    if (answer.isEmpty() || answer.get().size() != size) {
      return new Judged(Verdict.UNREADABLE, 0, size);
    }
    int correct = 0;
    for (int i = 0; i < size; i++) {
      if (rule.isRight(i, answer.get().get(i))) {
        correct++;
      }
    }
    return new Judged(correct == size ? Verdict.RIGHT : Verdict.WRONG, correct, size);
  }

  private static List<Integer> groups(Asks.Sort sort) {
    List<Integer> groups = new ArrayList<>();
    for (int g = 0; g < sort.groups().size(); g++) {
      for (int i = 0; i < sort.groups().get(g).things().size(); i++) {
        groups.add(g);
      }
    }
    return groups;
  }

  private static Optional<List<Integer>> places(List<String> answer, int below) {
    List<Integer> places = new ArrayList<>();
    for (String one : answer) {
      if (!one.matches("\\d{1,2}") || Integer.parseInt(one) >= below) {
        return Optional.empty();
      }
      places.add(Integer.parseInt(one));
    }
    return Optional.of(places);
  }

  private static String typed(List<String> answer) {
    return answer.isEmpty() ? "" : answer.getFirst();
  }

  /** Blanks, quotation marks and dashes may be typed otherwise; nothing else. */
  private static String plain(String text) {
    return Normalizer.normalize(text, Normalizer.Form.NFC)
        .strip()
        .replaceAll("\\s+", " ")
        .replaceAll("[\\u2018\\u2019]", "'")
        .replaceAll("[\\u201c\\u201d]", "\"")
        .replaceAll("[\\u2013\\u2014]", "-");
  }

  private static Judged number(Asks.Number n, List<String> answer) {
    String typed = typed(answer).strip();
    java.util.regex.Matcher m =
        java.util.regex.Pattern.compile("^([-\\u2212]?[\\d.,\\u00a0 ]*\\d)\\s*(.*)$")
            .matcher(typed);
    if (!m.matches()) {
      return new Judged(Verdict.UNREADABLE, 0, 1);
    }
    String unit = m.group(2).strip();
    if (!unit.isEmpty() && !unit.equals(n.unit())) {
      return new Judged(Verdict.OTHER_UNIT, 0, 1);
    }
    return decimal(m.group(1))
        .map(v -> one(v.subtract(n.value()).abs().compareTo(n.tolerance()) <= 0))
        .orElse(new Judged(Verdict.UNREADABLE, 0, 1));
  }

  /** "1,250" is one thousand; "1,5" is one and a half. */
  private static Optional<BigDecimal> decimal(String typed) {
    String plain = typed.replace('\u2212', '-').replaceAll("[\\u00a0 ]", "");
    if (plain.matches("-?\\d{1,3}(?:,\\d{3})+(?:\\.\\d+)?")) {
      plain = plain.replace(",", "");
    } else if (plain.matches("-?\\d*,\\d+")) {
      plain = plain.replace(',', '.');
    }
    return plain.matches("-?\\d*\\.?\\d+") ? Optional.of(new BigDecimal(plain)) : Optional.empty();
  }

  private static boolean words(Asks.Words w, String typed) {
    String said = bare(typed);
    return !said.isEmpty()
        && w.accepted().stream()
            .map(Judge::bare)
            .anyMatch(a -> a.equals(said) || w.forgiving() && isNear(a, said));
  }

  /** Without capitals, accents, marks and an article before it. */
  private static String bare(String text) {
    return Normalizer.normalize(text, Normalizer.Form.NFD)
        .replaceAll("\\p{M}", "")
        .toLowerCase(Locale.ROOT)
        .replaceAll("[^\\p{L}\\p{N}]+", " ")
        .strip()
        .replaceFirst("^(?:the|an?) (?=.)", "");
  }

  /** One letter in four to seven, two in more; shorter words are right or wrong. */
  private static boolean isNear(String right, String said) {
    int letters = right.length();
    int allowed = letters < 4 ? 0 : letters < 8 ? 1 : 2;
    return allowed > 0 && distance(right, said) <= allowed;
  }

  /**
   * Letters that are added, missing, others or exchanged with their neighbor: optimal string
   * alignment (Damerau 1964, from memory).
   */
  static int distance(String a, String b) {
    int[][] d = new int[a.length() + 1][b.length() + 1];
    for (int i = 0; i <= a.length(); i++) {
      d[i][0] = i;
    }
    for (int j = 0; j <= b.length(); j++) {
      d[0][j] = j;
    }
    for (int i = 1; i <= a.length(); i++) {
      for (int j = 1; j <= b.length(); j++) {
        int other = a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1;
        d[i][j] = Math.min(Math.min(d[i - 1][j] + 1, d[i][j - 1] + 1), d[i - 1][j - 1] + other);
        if (i > 1
            && j > 1
            && a.charAt(i - 1) == b.charAt(j - 2)
            && a.charAt(i - 2) == b.charAt(j - 1)) {
          d[i][j] = Math.min(d[i][j], d[i - 2][j - 2] + 1);
        }
      }
    }
    return d[a.length()][b.length()];
  }
}
