package school.kerygma.core.text;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Words of a subject that are said several times, and that nobody says the meaning of. */
public final class KeyWords {

  /**
   * A word.
   *
   * @param word as it is said first, in lower case
   * @param text in which that is, from 0
   * @param start where it stands there
   * @param times how often it is said
   */
  public record Key(String word, int text, int start, int times) {}

  private static final Pattern WORD = Pattern.compile("(?<![\\p{L}'-])\\p{L}{5,}(?![\\p{L}'-])");

  /** Words of every classroom, whatever the subject. */
  private static final Set<String> SCHOOL =
      Set.of(
          "workbook",
          "worksheet",
          "handout",
          "rubric",
          "textbook",
          "notebook",
          "eraser",
          "homework",
          "classroom",
          "laptop",
          "tablet",
          "website",
          "online",
          "upload",
          "quiz",
          "pencil",
          "crayon",
          "highlighter",
          "stapler",
          "backpack",
          "lesson",
          "recess",
          "sketch",
          "paragraph",
          "checklist",
          "deadline",
          "teammate",
          "classmate",
          "whiteboard",
          "walkthrough");

  private static final List<String> ENDINGS = List.of("s", "es", "ed", "ing", "er", "ers", "ly");

  private KeyWords() {}

  /**
   * Words said at least twice that are neither usual nor explained.
   *
   * @param said what is said, in order
   * @param read what is seen or read with it
   * @param explained words whose meaning is written down
   * @param usual whether everybody knows a word, given in lower case
   * @return in the order in which they are said first
   */
  public static List<Key> undefined(
      List<String> said,
      Collection<String> read,
      Collection<String> explained,
      Predicate<String> usual) {
    Map<String, Key> found = new LinkedHashMap<>();
    for (int i = 0; i < said.size(); i++) {
      Matcher word = WORD.matcher(said.get(i));
      while (word.find()) {
        String plain = word.group().toLowerCase(Locale.ROOT);
        if (isName(said.get(i), word) || isUsual(plain, usual)) {
          continue;
        }
        String one = singular(plain);
        Key before = found.get(one);
        found.put(
            one,
            before == null
                ? new Key(plain, i, word.start(), 1)
                : new Key(before.word(), before.text(), before.start(), before.times() + 1));
      }
    }
    List<String> texts = new ArrayList<>(said);
    texts.addAll(read);
    return found.values().stream()
        .filter(k -> k.times() > 1)
        .filter(k -> explained.stream().noneMatch(e -> isOf(e, singular(k.word()))))
        .filter(k -> texts.stream().noneMatch(t -> isDefined(t, singular(k.word()))))
        .toList();
  }

  private static boolean isOf(String explained, String word) {
    return singular(explained.strip().toLowerCase(Locale.ROOT)).equals(word);
  }

  /** A capital within a sentence: somebody's or some place's name. */
  private static boolean isName(String text, Matcher word) {
    if (!Character.isUpperCase(word.group().charAt(0))) {
      return false;
    }
    String before = text.substring(0, word.start()).stripTrailing();
    return !before.isEmpty() && ".!?:\u201c\"".indexOf(before.charAt(before.length() - 1)) < 0;
  }

  private static boolean isUsual(String word, Predicate<String> usual) {
    if (knows(word, usual)) {
      return true;
    }
    for (String ending : ENDINGS) {
      if (word.endsWith(ending) && word.length() - ending.length() >= 3) {
        String stem = word.substring(0, word.length() - ending.length());
        boolean doubled =
            stem.length() > 3 && stem.charAt(stem.length() - 1) == stem.charAt(stem.length() - 2);
        if (knows(stem, usual)
            || knows(stem + "e", usual)
            || stem.endsWith("i") && knows(stem.substring(0, stem.length() - 1) + "y", usual)
            || doubled && knows(stem.substring(0, stem.length() - 1), usual)) {
          return true;
        }
      }
    }
    for (int cut = 4; cut <= word.length() - 4; cut++) {
      // Two usual words in one say what they mean: footbridge, cardboard.
      if (knows(word.substring(0, cut), usual)
          && (knows(word.substring(cut), usual) || knows(singular(word.substring(cut)), usual))) {
        return true;
      }
    }
    return false;
  }

  private static boolean knows(String word, Predicate<String> usual) {
    return SCHOOL.contains(word) || SCHOOL.contains(singular(word)) || usual.test(word);
  }

  private static String singular(String word) {
    return word.endsWith("sses") || word.endsWith("xes") || word.endsWith("ches")
        ? word.substring(0, word.length() - 2)
        : word.endsWith("s") && !word.endsWith("ss") && !word.endsWith("is") && !word.endsWith("us")
            ? word.substring(0, word.length() - 1)
            : word;
  }

  /** "A truss is …", "trusses are …", "called a truss", "truss, that is, …", "truss: …". */
  private static boolean isDefined(String text, String word) {
    if (!text.toLowerCase(Locale.ROOT).contains(word)) {
      return false;
    }
    String named =
        "(?:the\\s+|an?\\s+)?(?:word\\s+)?[\"\u201c]?"
            + Pattern.quote(word)
            + "(?:e?s)?[\"\u201d]?";
    return Pattern.compile(
            "\\b(?:called|named|is\\s+known\\s+as|we\\s+call\\s+(?:it|this|that|them|these))\\s+"
                + named
                + "(?!\\p{L})"
                + "|(?<!\\p{L})"
                + named
                + "\\s*(?:\\(|:\\s|\\u2013\\s|\\u2014|,?\\s+(?:means?|stands?\\s+for)\\b|,\\s+(?:that\\s+is|which\\s+(?:is|are|means?)|or|meaning)\\b|\\s+(?:is|are)\\s+(?:an?|the|what|when|where|any|made|something|anything|how)\\b)",
            Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE)
        .matcher(text)
        .find();
  }
}
