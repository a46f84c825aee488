package school.kerygma.core.dates;

import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.Month;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** What the families of phrases share: the words for days and months, and a day that was found. */
final class Phrase {

  /**
   * A day that was found.
   *
   * @param said the weekday that is said with it
   * @param open what is not sure about it, besides what the calendar knows
   * @param ofDay whether the phrase names a time of that day
   */
  record Day(
      int start,
      int end,
      LocalDate date,
      @Nullable DayOfWeek said,
      DatePhrases.@Nullable Doubt open,
      boolean ofDay) {

    Day(int start, int end, LocalDate date, @Nullable DayOfWeek said) {
      this(start, end, date, said, null, false);
    }

    /** The same, and which week is meant is a question. */
    Day asked() {
      return new Day(start, end, date, said, DatePhrases.Doubt.AMBIGUOUS, ofDay);
    }

    /** The same, with words before it that belong to it. */
    Day from(int earlier) {
      return new Day(earlier, end, date, said, open, ofDay);
    }

    /** The same, if it is one. */
    Day likely(boolean sure) {
      return sure ? this : new Day(start, end, date, said, DatePhrases.Doubt.LIKELY, ofDay);
    }
  }

  /** Makes a day of what a pattern has found; nothing if it is no date after all. */
  interface Reading {
    @Nullable Day of(Matcher m);
  }

  static final String WEEKDAY =
      "(?:(?:monday|tuesday|wednesday|thursday|friday|saturday|sunday)\\b"
          + "|(?:mon|tues|tue|weds|wed|thurs|thur|thu|fri|sat|sun)\\b\\.?)";
  static final String MONTH =
      "(?:january|jan|february|feb|march|mar|april|apr|may|june|jun|july|jul|august|aug|september|sept|sep|october|oct|november|nov|december|dec)\\b\\.?";
  static final String DAY = "(?<d>\\d{1,2})(?:st|nd|rd|th)?\\b";
  static final String YEAR = "(?:,?\\s+(?<y>\\d{4})\\b)?";
  static final String LEAD = "(?:\\b(?<w>" + WEEKDAY + ")(?:,?\\s+|\\s*\\(\\s*))?";
  static final String TRAIL = "(?:\\s*\\((?<v>" + WEEKDAY + ")\\))?";
  static final String COUNT = "(?<n>\\d{1,2}|a|one|two|three|four|five|six|seven|eight|nine|ten)";

  static final List<String> ORDINALS =
      List.of(
          "first",
          "second",
          "third",
          "fourth",
          "fifth",
          "sixth",
          "seventh",
          "eighth",
          "ninth",
          "tenth",
          "eleventh",
          "twelfth",
          "thirteenth",
          "fourteenth",
          "fifteenth",
          "sixteenth",
          "seventeenth",
          "eighteenth",
          "nineteenth",
          "twentieth",
          "twenty-first",
          "twenty-second",
          "twenty-third",
          "twenty-fourth",
          "twenty-fifth",
          "twenty-sixth",
          "twenty-seventh",
          "twenty-eighth",
          "twenty-ninth",
          "thirtieth",
          "thirty-first");

  /**
   * What may follow a day of the month that stands alone; after any other word it counts things.
   */
  static final String ALONE =
      "\\s*(?:$|[.,;:!?)]|(?:at|by|before|after|in|on|of|and|or|but|is|was|we|you|i|it|from|for|when|to|through|until|please|though|too|instead|now|then|again|still|because|so|if|unless|with|as|not|that|which)\\b)";

  /** A day of the month that stands alone: "the second" is one only if no "part" follows. */
  static final String ORDINAL_ALONE =
      "(?<d>\\d{1,2}(?:st|nd|rd|th)|(?:"
          + String.join("|", ORDINALS.reversed())
          + ")(?="
          + ALONE
          + "))\\b";

  static final String ORDINAL =
      "(?<d>" + String.join("|", ORDINALS.reversed()) + "|\\d{1,2}(?:st|nd|rd|th))\\b";

  private Phrase() {}

  static Pattern of(String regex) {
    return Pattern.compile(regex, Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);
  }

  static void collect(Pattern pattern, String text, List<Day> days, Reading reading) {
    Matcher m = pattern.matcher(text);
    while (m.find()) {
      try {
        Day day = isWord(m) ? reading.of(m) : null;
        if (day != null) {
          days.add(day);
        }
      } catch (DateTimeException e) {
        continue; // February 30 is no date.
      }
    }
  }

  /** "may", "march", "sat", "sun" and "wed" are names of months and days only with a capital. */
  private static boolean isWord(Matcher m) {
    for (String group : List.of("m", "w", "v")) {
      String text = m.namedGroups().containsKey(group) ? m.group(group) : null;
      if (text != null && text.matches("(?:may|march|mar|sat|sun|wed|mon)\\.?")) {
        return false;
      }
    }
    return true;
  }

  static @Nullable String group(Matcher m, String name) {
    return m.namedGroups().containsKey(name) ? m.group(name) : null;
  }

  static int number(Matcher m, String name) {
    return Integer.parseInt(Objects.requireNonNull(m.group(name)));
  }

  static @Nullable DayOfWeek weekday(@Nullable String text) {
    return text == null
        ? null
        : Arrays.stream(DayOfWeek.values())
            .filter(d -> d.name().startsWith(text.substring(0, 3).toUpperCase(Locale.ROOT)))
            .findFirst()
            .orElseThrow();
  }

  static Month month(String text) {
    return Arrays.stream(Month.values())
        .filter(m -> m.name().startsWith(text.substring(0, 3).toUpperCase(Locale.ROOT)))
        .findFirst()
        .orElseThrow();
  }

  static @Nullable DayOfWeek said(Matcher m) {
    DayOfWeek lead = weekday(group(m, "w"));
    return lead != null ? lead : weekday(group(m, "v"));
  }

  /** "16th", "sixteenth" or "16" as a number. */
  static int dayOfMonth(String written) {
    int word = ORDINALS.indexOf(written.toLowerCase(Locale.ROOT));
    return word >= 0 ? word + 1 : Integer.parseInt(written.replaceAll("\\D", ""));
  }
}
