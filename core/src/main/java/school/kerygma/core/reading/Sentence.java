package school.kerygma.core.reading;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import school.kerygma.core.dates.DatePhrases.Found;

/**
 * A sentence with the dates in it, each with its own stretch: from a joint between it and the date
 * before, to one between it and the next.
 */
record Sentence(int start, int end, List<Found> dates) {

  private static final Pattern END =
      Pattern.compile("[.;!?\\n\\r\u2022]+(?=\\s|$)|[\\n\\r\u2022]+");
  private static final Pattern ABBREVIATION =
      Lexicon.of(
          "(?:\\b(?:a\\.m|p\\.m|jan|feb|mar|apr|jun|jul|aug|sept?|oct|nov|dec|mon|tues?|wed|thurs?|fri|sat|sun|mrs?|ms|dr|st|no|vs|approx|e\\.g|i\\.e|pp?|pts?))$");

  /** Where one thought ends and the next begins, best first. */
  private static final List<Pattern> JOINTS =
      List.of(
          Lexicon.of("[:\u2013\u2014]|,? but | then (?=the |your |it )"),
          Lexicon.of(
              ",? (?:and|so|or|while|then) (?=(?:the|your|our|you|i|we|it|he|she|they|this|that|part|section|group|final|my) )"),
          Lexicon.of(",(?= (?:it|you|i|we|the|your|our|group|section|final|part|hand|turn) )"),
          Lexicon.of(",? (?:and|or) "),
          Lexicon.of(","));

  /**
   * The sentences of a text.
   *
   * @param breaks where something new begins though no sentence ends: headings, cells
   */
  static List<Sentence> of(String text, List<Found> dates, Collection<Integer> breaks) {
    TreeSet<Integer> ends = new TreeSet<>(breaks);
    int start = 0;
    for (Matcher end = END.matcher(text); end.find(); ) {
      if (!isAbbreviated(text, start, end)) {
        ends.add(end.end());
        start = end.end();
      }
    }
    ends.removeIf(at -> dates.stream().anyMatch(d -> d.start() < at && at < d.end()));
    ends.add(text.length());
    List<Sentence> all = new ArrayList<>();
    int from = 0;
    for (int to : ends) {
      add(all, from, to, dates);
      from = to;
    }
    return all;
  }

  /** "a.m." and "Oct." end a sentence only where a capital follows. */
  private static boolean isAbbreviated(String text, int start, Matcher end) {
    if (!end.group().equals(".")
        || !ABBREVIATION.matcher(text.substring(start, end.start())).find()) {
      return false;
    }
    String after = text.substring(end.end()).stripLeading();
    return !after.isEmpty() && !Character.isUpperCase(after.charAt(0));
  }

  private static void add(List<Sentence> all, int start, int end, List<Found> dates) {
    List<Found> own = dates.stream().filter(d -> start <= d.start() && d.start() < end).toList();
    all.add(new Sentence(start, end, own));
  }

  /** Where the stretch of one of its dates begins. */
  int from(String text, int i) {
    return i == 0 ? start : joint(text, dates.get(i - 1).end(), dates.get(i).start());
  }

  /** Where it ends. */
  int to(String text, int i) {
    return i == dates.size() - 1 ? end : joint(text, dates.get(i).end(), dates.get(i + 1).start());
  }

  private static int joint(String text, int from, int to) {
    if (from >= to) {
      return to;
    }
    for (Pattern joint : JOINTS) {
      Matcher m = joint.matcher(text).region(from, to).useTransparentBounds(true);
      if (m.find()) {
        return m.start();
      }
    }
    return from;
  }
}
