package school.kerygma.core.dates;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.Month;
import java.time.YearMonth;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import school.kerygma.core.time.Holidays;

/** A month and a day, in words or in numbers: "Oct. 16", "16 October", "10/16", "2026-10-16". */
final class MonthDates implements Family {

  private static final Pattern MONTH_DAY =
      Phrase.of(
          Phrase.LEAD
              + "\\b(?<m>"
              + Phrase.MONTH
              + ")\\s+"
              + Phrase.DAY
              + Phrase.YEAR
              + Phrase.TRAIL);

  private static final Pattern DAY_MONTH =
      Phrase.of(
          Phrase.LEAD
              + "(?:\\bthe\\s+)?\\b"
              + Phrase.DAY
              + "\\s+(?:of\\s+)?(?<m>"
              + Phrase.MONTH
              + ")"
              + Phrase.YEAR
              + Phrase.TRAIL);

  /** "The eighth of October", "October the ninth", "October ninth". */
  private static final List<Pattern> IN_WORDS =
      List.of(
          Phrase.of(
              Phrase.LEAD
                  + "\\bthe\\s+"
                  + Phrase.ORDINAL
                  + "\\s+(?:day\\s+)?of\\s+(?<m>"
                  + Phrase.MONTH
                  + ")"
                  + Phrase.YEAR
                  + Phrase.TRAIL),
          Phrase.of(
              Phrase.LEAD
                  + "\\b(?<m>"
                  + Phrase.MONTH
                  + ")\\s+(?:the\\s+)?"
                  + Phrase.ORDINAL
                  + "(?!\\s+(?:grade|graders?|class|one|time))"
                  + Phrase.YEAR
                  + Phrase.TRAIL));

  private static final Pattern ISO =
      Phrase.of("\\b(?<y>\\d{4})([-/])(?<m>\\d{1,2})\\2(?<d>\\d{1,2})\\b");

  private static final Pattern SLASH =
      Phrase.of(
          Phrase.LEAD
              + "(?<![\\d/.])(?<m>\\d{1,2})/(?<d>\\d{1,2})(?:/(?<y>\\d{4}|\\d{2}))?(?![\\d/])"
              + Phrase.TRAIL);

  /** Day first, as everybody writes it who uses points. */
  private static final Pattern DOTS =
      Phrase.of(
          Phrase.LEAD
              + "(?<![\\d/.])(?<d>\\d{1,2})\\.(?<m>\\d{1,2})\\.(?<y>\\d{4})(?![\\d/])"
              + Phrase.TRAIL);

  private static final Pattern DASHES =
      Phrase.of(
          Phrase.LEAD
              + "(?<![\\d/.-])(?<d>\\d{1,2})-(?<m>"
              + Phrase.MONTH.replace("\\b\\.?", "")
              + ")-(?<y>\\d{4})\\b");

  /** More days of the month that was named: "October 5, 7 and 9", "Sept 3rd-5th". */
  private static final Pattern MORE_DAYS =
      Phrase.of(
          "\\G\\s*(?:,\\s*(?:and\\s+|or\\s+)?|and\\s+|or\\s+|&\\s*|to\\s+|through\\s+|until\\s+|[-\u2013]\\s*)(?<d>\\d{1,2})(?:st|nd|rd|th)?\\b"
              + "(?=\\s*(?:$|[.,;)!?\\n\\r]|and\\b|&|[-\u2013]\\s*\\d|at\\b|by\\b|for\\b|in\\s+class|after\\b|before\\b|during\\b|we\\b|will\\b|are\\b))(?!\\s*[:/.]\\d)");

  /** The end of a range: "October 5-9 research". */
  private static final Pattern UNTIL_DAY =
      Phrase.of(
          "\\G\\s*(?:[-\u2013]\\s*|(?:to|through|thru|until)\\s+)(?<d>\\d{1,2})(?:st|nd|rd|th)?\\b"
              + "(?!\\s*[:/.]\\d|\\s*(?:points?|pts|pages?|minutes?|words?|%|[ap]\\.?m))");

  /** Of two numbers with a slash these are shares more often than dates. */
  private static final Pattern SHARE = Pattern.compile("(?:24/7|1/[2-8]|[23]/[345]|[357]/8)");

  /** After a year, or a weekday in brackets, no more days are listed. */
  private static final Pattern CLOSED = Pattern.compile("(?:\\d{4}|\\))$");

  private static final Pattern DATE_BEFORE =
      Phrase.of("(?:\\b(?:due|by|on|until|before|than|date|from|for|to)\\s*:?\\s*|[-\u2013]\\s*)$");

  private static final Pattern UNIT_AFTER =
      Phrase.of(
          "\\G\\s*(?:[=+]|(?:as\\s+an?|in\\s+its|points?|pts|cups?|of|inch|pages?|%|miles?|teaspoons?|tablespoons?|time|signature|beat|scale|odds|majority|split|correct|right|attacks?|memorial)\\b)");

  private static final Pattern SCORE_BEFORE =
      Phrase.of(
          "(?:\\b(?:write|convert|express|reduce|round|order|compare|shade|calculate|scored?|got|get|earned?|received?|grade|mark|ratio|fraction|simplify|than|equals?|exactly|add)\\s+(?:an?\\s+|of\\s+|was\\s+|is\\s+)?|[=+\u00d7]\\s*)$");

  /** An unled pair of numbers is a date where a line begins or ends with it. */
  private static final Pattern LINE_BEFORE = Pattern.compile("(?:^|\\R)\\W*$");

  @Override
  public void read(String text, DatePhrases.Reference reference, List<Phrase.Day> days) {
    List<Phrase.Day> named = new ArrayList<>();
    Phrase.collect(MONTH_DAY, text, named, m -> byMonth(m, reference));
    days.addAll(named);
    named.forEach(first -> moreDays(text, first, days));
    Phrase.collect(DAY_MONTH, text, days, m -> byMonth(m, reference));
    IN_WORDS.forEach(p -> Phrase.collect(p, text, days, m -> byMonth(m, reference)));
    Phrase.collect(ISO, text, days, MonthDates::iso);
    Phrase.collect(DOTS, text, days, MonthDates::iso);
    Phrase.collect(DASHES, text, days, m -> byMonth(m, reference));
    DayOrder order = order(text, reference);
    Phrase.collect(SLASH, text, days, m -> slash(m, text, reference, order));
  }

  /**
   * "13/10" and "Friday 9/10" settle how "9/10" is meant beside them, unless they differ; else what
   * is usual with who wrote it.
   */
  private static DayOrder order(String text, DatePhrases.Reference reference) {
    Set<DayOrder> told = EnumSet.noneOf(DayOrder.class);
    Matcher m = SLASH.matcher(text);
    while (m.find()) {
      int first = Phrase.number(m, "m");
      int second = Phrase.number(m, "d");
      String before = text.substring(Math.max(0, m.start() - 40), m.start());
      boolean date =
          Phrase.said(m) != null || m.group("y") != null || DATE_BEFORE.matcher(before).find();
      if (date && first != second) {
        boolean month = isDate(m, first, second, reference);
        boolean day = isDate(m, second, first, reference);
        if (month != day) {
          told.add(month ? DayOrder.MONTH_FIRST : DayOrder.DAY_FIRST);
        }
      }
    }
    return switch (told.size()) {
      case 0 -> reference.usual();
      case 1 -> told.iterator().next();
      default -> DayOrder.UNKNOWN;
    };
  }

  /** Whether there is such a day, on the weekday that is said. */
  private static boolean isDate(Matcher m, int month, int day, DatePhrases.Reference reference) {
    try {
      LocalDate date = date(m, month, day, reference);
      return Phrase.said(m) == null || Phrase.said(m) == date.getDayOfWeek();
    } catch (DateTimeException e) {
      return false;
    }
  }

  private static LocalDate date(Matcher m, int month, int day, DatePhrases.Reference reference) {
    String year = m.group("y");
    return year == null
        ? nearest(month, day, reference.today())
        : LocalDate.of(
            year.length() == 2 ? 2000 + Phrase.number(m, "y") : Phrase.number(m, "y"), month, day);
  }

  private static Phrase.Day byMonth(Matcher m, DatePhrases.Reference reference) {
    Month month = Phrase.month(Objects.requireNonNull(m.group("m")));
    int day = Phrase.dayOfMonth(Objects.requireNonNull(m.group("d")));
    LocalDate date =
        m.group("y") == null
            ? nearest(month.getValue(), day, reference.today())
            : LocalDate.of(Phrase.number(m, "y"), month, day);
    return new Phrase.Day(m.start(), m.end(), date, Phrase.said(m));
  }

  /** Without a year the nearest of last, this and next year is meant. */
  private static LocalDate nearest(int month, int day, LocalDate today) {
    return Stream.of(-1, 0, 1)
        .map(y -> YearMonth.of(today.getYear() + y, month))
        .filter(ym -> ym.isValidDay(day))
        .map(ym -> ym.atDay(day))
        .min(Comparator.comparing(d -> Math.abs(ChronoUnit.DAYS.between(today, d))))
        .orElseThrow(() -> new DateTimeException("No such day"));
  }

  private static Phrase.Day iso(Matcher m) {
    return new Phrase.Day(
        m.start(),
        m.end(),
        LocalDate.of(Phrase.number(m, "y"), Phrase.number(m, "m"), Phrase.number(m, "d")),
        Phrase.said(m));
  }

  /** Each further day that is listed after a month and a day is a date of its own. */
  private static void moreDays(String text, Phrase.Day first, List<Phrase.Day> days) {
    if (CLOSED.matcher(text.substring(first.start(), first.end())).find()) {
      return;
    }
    Matcher more = MORE_DAYS.matcher(text);
    int at = first.end();
    LocalDate last = first.date();
    Matcher until = UNTIL_DAY.matcher(text);
    while (more.find(at) || until.find(at)) {
      Matcher next = more.hasMatch() ? more : until;
      int day = Phrase.number(next, "d");
      if (day <= last.getDayOfMonth() || day > last.lengthOfMonth()) {
        return;
      }
      last = last.withDayOfMonth(day);
      days.add(new Phrase.Day(next.start("d"), next.end(), last, null));
      at = next.end();
    }
  }

  private static Phrase.@Nullable Day slash(
      Matcher m, String text, DatePhrases.Reference reference, DayOrder order) {
    String pair = m.group("m") + "/" + m.group("d");
    boolean spoken = m.group("w") != null || m.group("v") != null || m.group("y") != null;
    Matcher unit = UNIT_AFTER.matcher(text);
    if (!spoken && unit.find(m.end())) {
      return null;
    }
    String before = text.substring(Math.max(0, m.start() - 40), m.start());
    boolean led = DATE_BEFORE.matcher(before).find();
    if (!spoken && !led && (SCORE_BEFORE.matcher(before).find() || pair.equals("9/11"))) {
      return null;
    }
    if (!spoken && !led && SHARE.matcher(pair).matches()) {
      return null;
    }
    int first = Phrase.number(m, "m");
    int second = Phrase.number(m, "d");
    boolean either = first <= 12 && second <= 12 && first != second;
    boolean turned =
        first > 12
            || either
                && (Phrase.said(m) == null
                    ? order == DayOrder.DAY_FIRST
                    : isDate(m, second, first, reference) && !isDate(m, first, second, reference));
    LocalDate date = turned ? date(m, second, first, reference) : date(m, first, second, reference);
    boolean sure = spoken || led || LINE_BEFORE.matcher(before).find();
    boolean open = either && order == DayOrder.UNKNOWN && !isMonthFirst(reference);
    return open && Phrase.said(m) == null
        ? new Phrase.Day(m.start(), m.end(), date, null, DatePhrases.Doubt.DAY_ORDER, false)
        : new Phrase.Day(m.start(), m.end(), date, Phrase.said(m)).likely(sure);
  }

  /**
   * In the United States everybody writes the month first; in Canada and elsewhere people differ.
   */
  private static boolean isMonthFirst(DatePhrases.Reference reference) {
    return Holidays.country(reference.calendar().zone()) == Holidays.Country.UNITED_STATES;
  }
}
