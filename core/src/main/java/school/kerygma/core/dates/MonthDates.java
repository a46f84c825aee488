package school.kerygma.core.dates;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.Month;
import java.time.YearMonth;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

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

  private static final Pattern ISO = Phrase.of("\\b(?<y>\\d{4})-(?<m>\\d{2})-(?<d>\\d{2})\\b");

  private static final Pattern SLASH =
      Phrase.of(
          Phrase.LEAD
              + "(?<![\\d/.])(?<m>\\d{1,2})/(?<d>\\d{1,2})(?:/(?<y>\\d{4}|\\d{2}))?(?![\\d/])"
              + Phrase.TRAIL);

  /** Of two numbers with a slash these are shares more often than dates. */
  private static final Pattern SHARE = Pattern.compile("(?:24/7|1/[2-8]|[23]/[345]|[357]/8)");

  private static final Pattern DATE_BEFORE =
      Phrase.of("(?:\\b(?:due|by|on|until|before|date|from|for|to)\\s*:?\\s*|[-\u2013]\\s*)$");

  private static final Pattern UNIT_AFTER =
      Phrase.of("\\G\\s*(?:points?|pts|cups?|of|inch|pages?|%|miles?|teaspoons?|tablespoons?)\\b");

  @Override
  public void read(String text, DatePhrases.Reference reference, List<Phrase.Day> days) {
    Phrase.collect(MONTH_DAY, text, days, m -> byMonth(m, reference));
    Phrase.collect(DAY_MONTH, text, days, m -> byMonth(m, reference));
    Phrase.collect(ISO, text, days, MonthDates::iso);
    Phrase.collect(SLASH, text, days, m -> slash(m, text, reference));
  }

  private static Phrase.Day byMonth(Matcher m, DatePhrases.Reference reference) {
    Month month = Phrase.month(Objects.requireNonNull(m.group("m")));
    int day = Phrase.number(m, "d");
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
        null);
  }

  private static Phrase.@Nullable Day slash(
      Matcher m, String text, DatePhrases.Reference reference) {
    String pair = m.group("m") + "/" + m.group("d");
    boolean spoken = m.group("w") != null || m.group("v") != null || m.group("y") != null;
    Matcher unit = UNIT_AFTER.matcher(text);
    if (!spoken && unit.find(m.end())) {
      return null;
    }
    boolean led = DATE_BEFORE.matcher(text.substring(0, m.start())).find();
    if (!spoken && !led && SHARE.matcher(pair).matches()) {
      return null;
    }
    int first = Phrase.number(m, "m");
    int second = Phrase.number(m, "d");
    int month = first > 12 ? second : first;
    int day = first > 12 ? first : second;
    String year = m.group("y");
    LocalDate date =
        year == null
            ? nearest(month, day, reference.today())
            : LocalDate.of(
                year.length() == 2 ? 2000 + Phrase.number(m, "y") : Phrase.number(m, "y"),
                month,
                day);
    return new Phrase.Day(m.start(), m.end(), date, Phrase.said(m));
  }
}
