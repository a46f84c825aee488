package school.kerygma.core.reading;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import school.kerygma.core.dates.DatePhrases;

/**
 * Words that look like a date or a time and were not used by any reading. Whatever stands there may
 * change what is meant, so that nothing beside it is sure.
 */
final class Leftovers {

  /**
   * A stretch of a text.
   *
   * @param day whether it looks like a day; else like a time of one
   */
  record Stretch(int start, int end, boolean day) {

    Stretch(int start, int end) {
      this(start, end, true);
    }
  }

  private static final String HOUR =
      "(?:one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve)";
  private static final String MONTH =
      "(?:january|february|march|april|may|june|july|august|september|october|november|december)";
  private static final String COUNT = "(?:a|one|two|three|four|five|six|ten|\\d{1,2})";

  private static final List<String> DAYS =
      List.of(
          // The weekday that is meant by its name; "a Friday" and "Fridays" are none.
          "(?<!\\b(?:a|every|each|any|most|some|one|other|last|all|my)\\s)\\b(?:mon|tues|wednes|thurs|fri|satur|sun)day\\b|\\b(?:tue|thu|thurs|fri)\\b",
          // A month; "may" and "march" are words too.
          "\\b(?!may|march)"
              + MONTH
              + "\\b(?: \\d{1,2}(?:st|nd|rd|th)?\\b)?"
              + Lexicon.NAME_GOES_ON,
          "\\b(?:jan|feb|apr|aug|sept|oct|nov|dec)\\b\\.?(?: \\d{1,2}(?:st|nd|rd|th)?\\b)?",
          // A day of the month.
          "\\b\\d{1,2}(?:st|nd|rd|th)\\b(?=" + DatePhrases.AFTER_ORDINAL + ")",
          "\\bthe (?:thirteenth|fourteenth|fifteenth|sixteenth|seventeenth|eighteenth|nineteenth|twentieth|twenty-\\w+|thirtieth|thirty-first"
              + "|(?:first|second|third|fourth|fifth|sixth|seventh|eighth|ninth|tenth|eleventh|twelfth)(?="
              + DatePhrases.AFTER_ORDINAL
              + "))\\b",
          "(?<![\\d/.])(?:\\d{1,4}/\\d{1,2}(?:/\\d{2,4})?|\\d{4}-\\d{1,2}-\\d{1,2})(?![\\d/])(?! ?(?:of|cups?|points?|pts|inch|page))",
          // Days that are counted or have a name.
          "\\bweek \\d{1,2}\\b" + Lexicon.NAME_GOES_ON,
          "\\b(?:within|in) " + COUNT + " (?:school )?(?:days?|weeks?)\\b",
          "\\b(?:the )?(?:\\w+ )?(?:days?|weeks?) (?:before|after|from)\\b(?: the)?(?: \\w+)?",
          "\\b" + COUNT + " (?:school )?(?:days?|weeks?) later\\b",
          "\\b(?:at )?(?:the )?end of (?:the )?(?:week|month|term|" + MONTH + ")\\b",
          "\\b(?:last|first) (?:school )?day of (?:the )?\\w+",
          "\\b(?:by|before|until) then\\b|\\b(?:yesterday|tomorrow|today|tonight|next week|fortnight)\\b(?!'s)");

  private static final List<String> TIMES =
      List.of(
          "\\b\\d{1,2}:\\d{2}\\b|\\b\\d{1,2} ?[ap]\\.?m\\b\\.?",
          "\\b(?:at|by|before|until) \\d{3,4}\\b(?! words| points| pages)",
          "\\b(?:noon|midday|midnight)\\b",
          "\\b(?:half|quarter) (?:past |to |after )?(?:"
              + HOUR
              + "|\\d{1,2})\\b(?! (?:points?|pages?|hours?|minutes?))",
          "\\b" + Lexicon.SCHOOL_TIME + "\\b",
          Lexicon.SCHOOL_BREAK + "\\b",
          "\\b" + Lexicon.ZONE + "\\b",
          "\\b(?:at|by|before|until|till|around|about) "
              + HOUR
              + "(?: o'clock| thirty| fifteen| forty-five)?(?= ?(?:[,.;!?)]|$)| (?:on|in the|sharp|today|tomorrow|this|that) )",
          "\\bbefore you (?:leave|go)\\b|\\b(?:when|as|before) you (?:come|arrive|get|enter|walk)\\b|\\bfirst thing\\b|\\bon your way\\b");

  private static final Pattern LOOKS =
      Lexicon.of("(?<day>" + String.join("|", DAYS) + ")|" + String.join("|", TIMES));

  private Leftovers() {}

  /**
   * What is left over in a stretch of a text.
   *
   * @param used what was read
   */
  static List<Stretch> in(String text, int from, int to, List<Stretch> used) {
    List<Stretch> left = new ArrayList<>();
    Matcher looks = LOOKS.matcher(text).region(from, to).useTransparentBounds(true);
    while (looks.find()) {
      int start = looks.start();
      int end = looks.end();
      if (used.stream().noneMatch(u -> u.start() < end && start < u.end())) {
        left.add(new Stretch(start, end, looks.group("day") != null));
      }
    }
    return left;
  }
}
