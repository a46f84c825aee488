package school.kerygma.core.proof;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import school.kerygma.core.text.KeyWords;
import school.kerygma.core.text.Readability;
import school.kerygma.core.text.Words;
import school.kerygma.core.time.Span;

/** Whether a talk is good for everyone who hears, sees or reads it. */
public final class Hearers {

  /** What should be looked at. */
  public enum Note {
    /** Words a minute. */
    FAST,
    /** The reading level of what is said, against the grade. */
    HARD,
    /** Minutes in one go. */
    LONG,
    /** "Click here": WCAG 2.2, 2.4.4. */
    CLICK_HERE,
    /** "The green one", "the box on the left": WCAG 2.2, 1.3.3 and 1.4.1. */
    BY_LOOKS,
    /** Seconds in which much is said and nothing is shown. */
    NOTHING_SHOWN,
    /** Seconds in which nobody speaks. */
    SILENT,
    NAME_SAID,
    /** A name that can be read on a page that is shown. */
    NAME_SEEN,
    /** A word of the subject, said often and explained nowhere: how often. */
    KEY_WORD,
    /** Text that is smaller on a phone than most can read: its height in CSS pixels. */
    SMALL,
    NOT_READ
  }

  /**
   * A stop.
   *
   * @param lengthMs of it, as recorded or else as planned
   * @param shown when anything moves, is marked or is turned, in milliseconds from its beginning
   * @param spoken when somebody speaks, in order; nothing if it is not recorded
   * @param read whether its captions have been read
   * @param px height of the text that a phone shows for long, in CSS pixels, if that is small
   * @param names of students that can be read on what it shows
   */
  public record Stop(
      UUID id,
      int number,
      String words,
      long lengthMs,
      List<Long> shown,
      List<Span> spoken,
      boolean read,
      OptionalInt px,
      List<String> names) {}

  /**
   * What is known around a talk.
   *
   * @param names of students
   * @param read what is seen or read with it
   * @param explained words whose meaning is written down
   * @param usual whether everybody knows a word, given in lower case
   */
  public record Known(
      Set<String> names, List<String> read, List<String> explained, Predicate<String> usual) {}

  /**
   * Something to look at.
   *
   * @param number of the stop; 0 for the whole talk
   * @param value words a minute, a grade, minutes or seconds; 0 if none
   * @param quote the words, if it is about some
   * @param atMs from the beginning of the stop
   */
  public record Found(Note note, int number, int value, String quote, long atMs) {}

  /** Nobody follows faster speech (common practice: walkthroughs are said at 120 to 225). */
  static final int FASTEST = 225;

  /** For younger grades: the middle of what teachers say (common practice). */
  static final int FASTEST_YOUNG = 165;

  static final int YOUNG = 5;

  /** A talk may be a little harder than its grade: it is heard, and its pages are seen. */
  private static final int HARDER = 3;

  /** Fewer words have no reading level. */
  private static final int WORDS_MEASURED = 30;

  /** Median engagement tops out near 6 minutes: Guo, Kim, Rubin 2014 (from memory). */
  private static final long LONGEST_MS = 6 * 60_000;

  private static final long NOTHING_MS = 20_000;

  private static final long SILENT_MS = 6_000;

  private static final Pattern CLICK_HERE =
      Sides.of(
          "\\b(?:click|press|tap)\\s+(?:right\\s+)?(?:here|there|this|that)\\b(?!\\s+\\w+\\s+(?:button|link))");

  private static final String COLOR =
      "(?:red|green|blue|yellow|orange|purple|pink|gr[ae]y|brown|black|white)";

  private static final Pattern BY_LOOKS =
      Sides.of(
          "\\bthe\\s+"
              + COLOR
              + "\\s+(?:ones?|part|parts|area|column|row|box|text|words?|button|line|bit|things?)\\b|\\b(?:in|marked)\\s+"
              + COLOR
              + "(?=\\s*[.,;!?]|\\s+(?:is|are|means?)\\b)|\\bthe\\s+(?:one|box|button|part|thing|picture)\\s+(?:on|to|at)\\s+(?:the|your)\\s+(?:left|right|top|bottom)\\b|\\bthe\\s+(?:round|square|big|small)\\s+(?:one|thing|button)\\b");

  private Hearers() {}

  /**
   * Looks through a talk.
   *
   * @param grade of the sections; nothing if it is not known
   * @param parts lengths of what is watched in one go, in milliseconds
   */
  public static List<Found> of(List<Stop> stops, OptionalInt grade, List<Long> parts, Known known) {
    List<Found> all = new ArrayList<>();
    parts.stream()
        .filter(ms -> ms > LONGEST_MS)
        .forEach(ms -> all.add(new Found(Note.LONG, 0, (int) Math.round(ms / 60_000.0), "", 0)));
    List<KeyWords.Key> keys =
        KeyWords.undefined(
            stops.stream().map(Stop::words).toList(),
            known.read(),
            known.explained(),
            known.usual());
    for (Stop stop : stops) {
      pace(stop, grade, all);
      level(stop, grade, all);
      words(stop, CLICK_HERE, Note.CLICK_HERE, all);
      words(stop, BY_LOOKS, Note.BY_LOOKS, all);
      for (String name : known.names()) {
        words(
            stop,
            Pattern.compile("(?<![\\p{L}])" + Pattern.quote(name) + "(?![\\p{L}])"),
            Note.NAME_SAID,
            all);
      }
      stop.names().forEach(n -> all.add(new Found(Note.NAME_SEEN, stop.number(), 0, n, 0)));
      stop.px().ifPresent(px -> all.add(new Found(Note.SMALL, stop.number(), px, "", 0)));
      keyWords(stop, keys, stops.indexOf(stop), all);
      shown(stop, all);
      silent(stop, all);
      if (!stop.spoken().isEmpty() && !stop.read()) {
        all.add(new Found(Note.NOT_READ, stop.number(), 0, "", 0));
      }
    }
    return List.copyOf(all);
  }

  /** Those that are said first in this stop. */
  private static void keyWords(Stop stop, List<KeyWords.Key> keys, int place, List<Found> all) {
    keys.stream()
        .filter(k -> k.text() == place)
        .forEach(
            k ->
                all.add(
                    new Found(
                        Note.KEY_WORD,
                        stop.number(),
                        k.times(),
                        k.word(),
                        stop.lengthMs() * k.start() / stop.words().length())));
  }

  private static void pace(Stop stop, OptionalInt grade, List<Found> all) {
    int words = Words.count(stop.words());
    if (stop.spoken().isEmpty() || words < WORDS_MEASURED || stop.lengthMs() <= 0) {
      return;
    }
    int pace = (int) Math.round(words * 60_000.0 / stop.lengthMs());
    int most = grade.orElse(YOUNG + 1) <= YOUNG ? FASTEST_YOUNG : FASTEST;
    if (pace > most) {
      all.add(new Found(Note.FAST, stop.number(), pace, "", 0));
    }
  }

  private static void level(Stop stop, OptionalInt grade, List<Found> all) {
    if (grade.isPresent() && Words.count(stop.words()) >= WORDS_MEASURED) {
      int level = (int) Math.round(Readability.of(stop.words()).grade());
      if (level >= grade.getAsInt() + HARDER) {
        all.add(new Found(Note.HARD, stop.number(), level, "", 0));
      }
    }
  }

  private static void words(Stop stop, Pattern pattern, Note note, List<Found> all) {
    Matcher found = pattern.matcher(stop.words());
    while (found.find()) {
      all.add(
          new Found(
              note,
              stop.number(),
              0,
              found.group(),
              stop.words().isEmpty()
                  ? 0
                  : stop.lengthMs() * found.start() / stop.words().length()));
    }
  }

  /** A long stretch in which nothing happens on the stage, though somebody speaks most of it. */
  private static void shown(Stop stop, List<Found> all) {
    if (stop.spoken().isEmpty()) {
      return;
    }
    long from = 0;
    List<Long> moments = new ArrayList<>(stop.shown());
    moments.add(stop.lengthMs());
    for (long at : moments.stream().sorted().toList()) {
      long begin = from;
      long said =
          stop.spoken().stream()
              .mapToLong(s -> Math.max(0, Math.min(at, s.endMs()) - Math.max(begin, s.startMs())))
              .sum();
      if (at - begin > NOTHING_MS && 2 * said > at - begin) {
        all.add(
            new Found(Note.NOTHING_SHOWN, stop.number(), (int) ((at - begin) / 1_000), "", begin));
      }
      from = Math.max(from, at);
    }
  }

  private static void silent(Stop stop, List<Found> all) {
    long from = 0;
    for (Span span : stop.spoken()) {
      if (span.startMs() - from > SILENT_MS) {
        all.add(
            new Found(
                Note.SILENT, stop.number(), (int) ((span.startMs() - from) / 1_000), "", from));
      }
      from = Math.max(from, span.endMs());
    }
    if (!stop.spoken().isEmpty() && stop.lengthMs() - from > SILENT_MS) {
      all.add(
          new Found(
              Note.SILENT, stop.number(), (int) ((stop.lengthMs() - from) / 1_000), "", from));
    }
  }
}
