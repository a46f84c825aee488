package school.kerygma.core.text;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * How a written word is said aloud in English: numbers, times, ordinals, percentages, sums of
 * money, fractions, ranges, units and abbreviations are spelled out. Many can be said in several
 * ways.
 */
public final class SpokenForms {

  private static final String NUMBER = "\\d{1,3}(?:,\\d{3})+|\\d+";
  private static final Pattern WHOLE = Pattern.compile(NUMBER);
  private static final Pattern DECIMAL = Pattern.compile("(" + NUMBER + ")\\.(\\d{1,4})");
  private static final Pattern TIME = Pattern.compile("(\\d{1,2}):(\\d{2})");
  private static final Pattern RATIO = Pattern.compile("(\\d{1,4}):(\\d{1,4})");
  private static final Pattern ORDINAL = Pattern.compile("(\\d{1,3})(?:st|nd|rd|th)");
  private static final Pattern MONEY = Pattern.compile("\\$(" + NUMBER + ")(?:\\.(\\d{2}))?");
  private static final Pattern FRACTION = Pattern.compile("(\\d{1,2})/(\\d{1,2})");
  private static final Pattern RANGE =
      Pattern.compile("(\\d+(?:[.:]\\d+)?)[-\\u2013\\u2014](\\d+(?:[.:]\\d+)?\\D*)");
  private static final Pattern MEASURE =
      Pattern.compile("(" + NUMBER + "|\\d+\\.\\d+)([a-z%\\u00b0\\u00b2]{1,5})");
  private static final Pattern MIXED = Pattern.compile("(\\d+)([A-Z]{1,2})|([A-Z]{1,2})-?(\\d+)");
  private static final Pattern EDGE =
      Pattern.compile(
          "^[^\\p{L}\\p{N}$+&=<>%\\u00bc-\\u00be]+|[^\\p{L}\\p{N}%\\u00b0\\u00bc-\\u00be+&=<>]+$");
  private static final Pattern ACRONYM = Pattern.compile("[A-Z]{2,5}s?");

  private static final List<String> ONES =
      List.of(
          "zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen"
              .split(" "));
  private static final List<String> TENS =
      List.of("zero ten twenty thirty forty fifty sixty seventy eighty ninety".split(" "));
  private static final Map<String, String> ORDINALS =
      Map.ofEntries(
          Map.entry("one", "first"),
          Map.entry("two", "second"),
          Map.entry("three", "third"),
          Map.entry("five", "fifth"),
          Map.entry("eight", "eighth"),
          Map.entry("nine", "ninth"),
          Map.entry("twelve", "twelfth"));

  /** Ways to say what is written short; parted by a bar. */
  private static final Map<String, String> SHORT =
      Map.ofEntries(
          Map.entry("a.m", "a m"),
          Map.entry("p.m", "p m"),
          Map.entry("am", "am|a m"),
          Map.entry("pm", "p m"),
          Map.entry("p", "page|p"),
          Map.entry("pg", "page"),
          Map.entry("pp", "pages"),
          Map.entry("pgs", "pages"),
          Map.entry("pt", "point"),
          Map.entry("pts", "points"),
          Map.entry("min", "minutes|minute|min"),
          Map.entry("mins", "minutes"),
          Map.entry("hr", "hour"),
          Map.entry("hrs", "hours"),
          Map.entry("sec", "seconds|second|sec"),
          Map.entry("g", "grams|gram|g"),
          Map.entry("kg", "kilograms|kilogram|kilos"),
          Map.entry("m", "meters|meter|m"),
          Map.entry("cm", "centimeters|centimeter"),
          Map.entry("mm", "millimeters|millimeter"),
          Map.entry("km", "kilometers|kilometer"),
          Map.entry("ml", "milliliters|milliliter"),
          Map.entry("l", "liters|liter|l"),
          Map.entry("n", "newtons|newton|n"),
          Map.entry("v", "volts|volt|v"),
          Map.entry("\u00b0", "degrees|degree"),
          Map.entry("\u00b0c", "degrees celsius|degrees"),
          Map.entry("\u00b0f", "degrees fahrenheit|degrees"),
          Map.entry("%", "percent"),
          Map.entry("&", "and"),
          Map.entry("+", "plus|and"),
          Map.entry("=", "equals|is"),
          Map.entry("<", "less than|is less than"),
          Map.entry(">", "greater than|is greater than|more than"),
          Map.entry("\u00bd", "half|a half|one half"),
          Map.entry("\u00bc", "quarter|a quarter|one quarter"),
          Map.entry("\u00be", "three quarters"),
          Map.entry("e.g", "for example|e g"),
          Map.entry("i.e", "that is|i e"),
          Map.entry("etc", "et cetera"),
          Map.entry("vs", "versus|against"),
          Map.entry("mr", "mister"),
          Map.entry("mrs", "misses"),
          Map.entry("ms", "miss|miz"),
          Map.entry("dr", "doctor"),
          Map.entry("st", "street|saint"),
          Map.entry("no", "no|number"),
          Map.entry("nos", "numbers"),
          Map.entry("fig", "figure"),
          Map.entry("ex", "exercise|example"),
          Map.entry("approx", "approximately"),
          Map.entry("jan", "january"),
          Map.entry("feb", "february"),
          Map.entry("mar", "march"),
          Map.entry("apr", "april"),
          Map.entry("jun", "june"),
          Map.entry("jul", "july"),
          Map.entry("aug", "august"),
          Map.entry("sep", "september"),
          Map.entry("sept", "september"),
          Map.entry("oct", "october"),
          Map.entry("nov", "november"),
          Map.entry("dec", "december"),
          Map.entry("mon", "monday"),
          Map.entry("tue", "tuesday"),
          Map.entry("tues", "tuesday"),
          Map.entry("wed", "wednesday"),
          Map.entry("thu", "thursday"),
          Map.entry("thurs", "thursday"),
          Map.entry("fri", "friday"));

  private SpokenForms() {}

  /**
   * The ways to say a word.
   *
   * @param written one word, with the punctuation around it
   * @return the usual way first, each as words in small letters; none if nothing is said
   */
  public static List<List<String>> of(String written) {
    String word = EDGE.matcher(written.strip()).replaceAll("");
    Set<String> ways = new LinkedHashSet<>();
    if (!word.isEmpty()) {
      say(word, ways);
    }
    return ways.stream()
        .map(way -> Arrays.stream(way.strip().split("\\s+")).filter(w -> !w.isEmpty()).toList())
        .filter(way -> !way.isEmpty())
        .distinct()
        .toList();
  }

  private static void say(String word, Set<String> ways) {
    String small = word.toLowerCase(Locale.ROOT);
    String shortly = SHORT.get(small);
    if (shortly != null) {
      ways.addAll(List.of(shortly.split("\\|")));
      return;
    }
    if (word.chars().noneMatch(Character::isDigit)) {
      letters(word, small, ways);
      return;
    }
    if (!numbers(word, small, ways)) {
      ways.add(apart(small));
    }
  }

  private static void letters(String word, String small, Set<String> ways) {
    if (small.contains("@") || small.matches(".*\\p{L}\\.\\p{L}.*")) {
      ways.add(small.replace("@", " at ").replace(".", " dot ").replaceAll("[^a-z' ]", " "));
      return;
    }
    String plain = small.replace('\u2019', '\'').replaceAll("[^\\p{L}']+", " ");
    ways.add(plain);
    if (ACRONYM.matcher(word).matches()) {
      ways.add(String.join(" ", small.split("")));
    }
  }

  private static boolean numbers(String word, String small, Set<String> ways) {
    Matcher m = WHOLE.matcher(word);
    if (m.matches()) {
      ways.addAll(whole(word));
      return true;
    }
    m = TIME.matcher(word);
    if (m.matches() && Integer.parseInt(m.group(1)) < 25 && Integer.parseInt(m.group(2)) < 60) {
      time(m.group(1), m.group(2), ways);
      return true;
    }
    m = RATIO.matcher(word);
    if (m.matches()) {
      ways.add(number(m.group(1)) + " to " + number(m.group(2)));
      return true;
    }
    m = DECIMAL.matcher(word);
    if (m.matches()) {
      decimal(m.group(1), m.group(2), ways);
      return true;
    }
    m = ORDINAL.matcher(small);
    if (m.matches()) {
      ways.add(ordinal(Integer.parseInt(m.group(1))));
      return true;
    }
    m = MONEY.matcher(word);
    if (m.matches()) {
      money(m.group(1), m.group(2), ways);
      return true;
    }
    m = FRACTION.matcher(word);
    if (m.matches()) {
      fraction(Integer.parseInt(m.group(1)), Integer.parseInt(m.group(2)), ways);
      return true;
    }
    m = RANGE.matcher(word);
    if (m.matches()) {
      between(m.group(1), m.group(2), ways);
      return true;
    }
    m = MEASURE.matcher(small);
    if (m.matches() && SHORT.containsKey(m.group(2))) {
      String unit = m.group(2);
      of(m.group(1))
          .forEach(
              n ->
                  Stream.of(SHORT.getOrDefault(unit, "").split("\\|"))
                      .forEach(u -> ways.add(String.join(" ", n) + " " + u)));
      return true;
    }
    m = MIXED.matcher(word);
    if (m.matches()) {
      boolean first = m.group(1) != null;
      String digits = first ? m.group(1) : m.group(4);
      String letters = (first ? m.group(2) : m.group(3)).toLowerCase(Locale.ROOT);
      String spelled = String.join(" ", letters.split(""));
      whole(digits).forEach(n -> ways.add(first ? n + " " + spelled : spelled + " " + n));
      return true;
    }
    return false;
  }

  /** What is left: its numbers and letters one after the other. */
  private static String apart(String small) {
    Matcher m = Pattern.compile("\\d+|[\\p{L}']+").matcher(small);
    List<String> parts = new ArrayList<>();
    while (m.find()) {
      parts.add(Character.isDigit(m.group().charAt(0)) ? number(m.group()) : m.group());
    }
    return String.join(" ", parts);
  }

  private static List<String> whole(String text) {
    String digits = text.replace(",", "");
    if (digits.length() > 9 || digits.length() > 1 && digits.startsWith("0")) {
      return List.of(byDigits(digits));
    }
    int n = Integer.parseInt(digits);
    Set<String> ways = new LinkedHashSet<>();
    if (n >= 1_100 && n < 2_100 && !text.contains(",") && (n < 2_000 || n > 2_009)) {
      ways.add(cardinal(n / 100) + " " + (n % 100 == 0 ? "hundred" : lastTwo(n % 100)));
    }
    ways.add(cardinal(n));
    if (n > 100) {
      ways.add(withAnd(n));
    }
    if (n > 100 && n < 1_000 && n % 100 > 0) {
      ways.add(cardinal(n / 100) + " " + lastTwo(n % 100));
    }
    if (digits.length() > 2) {
      ways.add(byDigits(digits));
    }
    return List.copyOf(ways);
  }

  private static String byDigits(String digits) {
    return String.join(" ", digits.chars().mapToObj(c -> ONES.get(c - '0')).toList());
  }

  private static String lastTwo(int n) {
    return n < 10 ? "oh " + ONES.get(n) : cardinal(n);
  }

  private static String number(String digits) {
    return whole(digits).getFirst();
  }

  /** A number up to 999,999,999 in words, without "and". */
  public static String cardinal(int n) {
    if (n < 0 || n > 999_999_999) {
      throw new IllegalArgumentException("Not a number that is spelled out: " + n);
    }
    if (n < 20) {
      return ONES.get(n);
    }
    if (n < 100) {
      return TENS.get(n / 10) + (n % 10 == 0 ? "" : " " + ONES.get(n % 10));
    }
    if (n < 1_000) {
      return ONES.get(n / 100) + " hundred" + (n % 100 == 0 ? "" : " " + cardinal(n % 100));
    }
    int unit = n < 1_000_000 ? 1_000 : 1_000_000;
    return cardinal(n / unit)
        + (unit == 1_000 ? " thousand" : " million")
        + (n % unit == 0 ? "" : " " + cardinal(n % unit));
  }

  private static String withAnd(int n) {
    int rest = n % 100;
    return rest == 0 ? cardinal(n) : cardinal(n - rest) + " and " + cardinal(rest);
  }

  /** The ordinal of a number from 0 to 999. */
  public static String ordinal(int n) {
    String words = cardinal(n);
    int at = words.lastIndexOf(' ') + 1;
    String last = words.substring(at);
    String ended = ORDINALS.get(last);
    if (ended == null) {
      ended = last.endsWith("y") ? last.substring(0, last.length() - 1) + "ieth" : last + "th";
    }
    return words.substring(0, at) + ended;
  }

  private static void time(String hour, String minute, Set<String> ways) {
    String h = number(hour);
    int m = Integer.parseInt(minute);
    if (m == 0) {
      ways.addAll(List.of(h, h + " o'clock", h + " hundred"));
      return;
    }
    ways.add(h + " " + lastTwo(m));
    if (m == 30) {
      ways.add("half past " + h);
    }
    ways.add(h + " to " + cardinal(m));
  }

  private static void decimal(String before, String after, Set<String> ways) {
    ways.add(number(before) + " point " + byDigits(after));
    if (after.equals("5")) {
      ways.add(number(before) + " and a half");
    }
    if (after.length() == 2) {
      ways.add(number(before) + " " + lastTwo(Integer.parseInt(after)));
    }
  }

  private static void money(
      String dollars, @org.jspecify.annotations.Nullable String cents, Set<String> ways) {
    String d = number(dollars) + (dollars.equals("1") ? " dollar" : " dollars");
    if (cents == null || cents.equals("00")) {
      ways.add(d);
      return;
    }
    String c = cardinal(Integer.parseInt(cents));
    ways.addAll(List.of(number(dollars) + " " + c, d + " " + c, d + " and " + c + " cents"));
  }

  private static void fraction(int over, int under, Set<String> ways) {
    if (under == 2) {
      ways.add(over == 1 ? "one half" : cardinal(over) + " halves");
      if (over == 1) {
        ways.addAll(List.of("half", "a half"));
      }
    } else if (under == 4) {
      ways.add(cardinal(over) + (over == 1 ? " quarter" : " quarters"));
      ways.add(cardinal(over) + (over == 1 ? " fourth" : " fourths"));
      if (over == 1) {
        ways.add("a quarter");
      }
    } else if (under > 0) {
      ways.add(cardinal(over) + " " + ordinal(under) + (over == 1 ? "" : "s"));
    }
    ways.add(cardinal(over) + " out of " + cardinal(under));
    ways.add(cardinal(over) + " slash " + cardinal(under));
    ways.add(cardinal(over) + " " + cardinal(under));
  }

  private static void between(String from, String to, Set<String> ways) {
    List<List<String>> first = of(from);
    List<List<String>> second = of(to);
    if (first.isEmpty() || second.isEmpty()) {
      return;
    }
    String a = String.join(" ", first.getFirst());
    String b = String.join(" ", second.getFirst());
    ways.addAll(List.of(a + " to " + b, a + " through " + b, a + " " + b));
  }
}
