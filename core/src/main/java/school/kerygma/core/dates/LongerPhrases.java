package school.kerygma.core.dates;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.Month;
import java.time.YearMonth;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import school.kerygma.core.text.NumberWords;
import school.kerygma.core.time.Holidays;

/**
 * Phrases that have a weekday or a count of days in them and mean another day: "the first Monday in
 * November", "Monday week", "last Tuesday", "the Friday before the break". What is computed is a
 * day; what is not is told as a date that was not understood, and no shorter one is taken out of
 * it.
 */
final class LongerPhrases implements Family {

  private static final String NTH =
      "(?<q>first|second|third|fourth|fifth|last|1st|2nd|3rd|4th|5th)";

  private static final Pattern NTH_IN_MONTH =
      Phrase.of(
          "\\b(?:the\\s+)?"
              + NTH
              + "\\s+(?<w>"
              + Phrase.WEEKDAY
              + ")\\s+(?:in|of)\\s+(?:(?<m>"
              + Phrase.MONTH
              + ")|(?<n>(?:the|this|next)\\s+month\\b))");

  private static final Pattern WEEKS_ON =
      Phrase.of("\\b(?<w>" + Phrase.WEEKDAY + ")\\s+(?<u>week|fortnight)\\b(?!\\s+\\d)");

  private static final Pattern BEFORE_TODAY =
      Phrase.of("\\b(?:last|previous|this\\s+past)\\s+(?<w>" + Phrase.WEEKDAY + ")(?![\\w-])");

  private static final Pattern FORTNIGHT =
      Phrase.of(
          "\\b(?:in\\s+a\\s+fortnight(?:'s\\s+time)?|a\\s+fortnight\\s+from\\s+(?:today|now))\\b");

  private static final String FIXED =
      "(?<k>" + Holidays.NAMES + ")\\b(?!\\s+(?:break|holiday|holidays|week|weekend|vacation|eve))";

  private static final Pattern FIXED_DAY =
      Phrase.of("(?<=\\b(?:by|on|until|till|due|for)\\s)" + FIXED);

  private static final String SEASON =
      "(?<s>winter|christmas|spring|easter|march|fall|autumn|thanksgiving|february|midwinter)\\s+(?:break|holidays?|vacation|recess)";

  private static final String BESIDE =
      "\\b(?:the\\s+)?(?:(?<w>"
          + Phrase.WEEKDAY
          + ")|(?<e>first|last)\\s+(?:school\\s+)?day(?:\\s+of\\s+school)?|"
          + Phrase.COUNT
          + "\\s+(?<u>days?|weeks?)|(?<o>day))\\s+(?:right\\s+|just\\s+)?(?<r>before|after|following|preceding)\\s+(?:the\\s+|our\\s+)?";

  /** "The Wednesday after Labor Day", "the last school day before winter break". */
  private static final Pattern BY_HOLIDAY =
      Phrase.of(BESIDE + "(?:(?:" + SEASON + ")\\b|" + FIXED + ")");

  private static final String HOLIDAY =
      "(?:halloween|thanksgiving|christmas|easter|new\\s+year(?:'s)?|valentine(?:'s)?|hanukkah|diwali|ramadan|eid|labou?r\\s+day"
          + "|memorial\\s+day|independence\\s+day|canada\\s+day|veterans\\s+day|remembrance\\s+day|columbus\\s+day|presidents'?\\s+day"
          + "|victoria\\s+day|bonfire\\s+night|boxing\\s+day|mardi\\s+gras|half[-\\s]term|(?:winter|spring|fall|autumn|summer|march|february|mid-?winter)\\s+(?:break|vacation|holidays?|recess))";

  /** What is meant by these is a day that nobody here has computed. */
  private static final List<Pattern> NOT_UNDERSTOOD =
      List.of(
          Phrase.of(
              "\\b" + Phrase.WEEKDAY + "\\s+in\\s+" + Phrase.COUNT + "\\s+weeks?(?:'\\s+time)?"),
          Phrase.of(
              "(?<!\\bevery\\s)\\b(?:the\\s+)?"
                  + NTH
                  + "\\s+"
                  + Phrase.WEEKDAY
                  + "(?:\\s+(?:in|of|after|before)\\s+(?:(?:the|our|next)\\s+)?[\\w']+)?"),
          Phrase.of(
              "\\b(?:the\\s+)?"
                  + Phrase.WEEKDAY
                  + "\\s+(?:right\\s+|just\\s+)?(?:before|after|following|preceding)\\s+"
                  + "(?!(?:(?:the|our|your|my)\\s+)?(?:start|beginning|end|school|class|classes|lesson|lunch|recess|dinner|supper|breakfast|bedtime|noon|midnight|midday|bell|period|homeroom|practice|\\d))"
                  + "(?:(?:the|our|your|that|a|an)\\s+)?[\\w']+(?:\\s+(?:break|holidays?|vacation|day|test|trip|week|exams?|quiz))?"),
          Phrase.of(
              "\\b"
                  + Phrase.COUNT
                  + "\\s+(?:school\\s+days?|days?|weeks?|months?)\\s+(?:before|after|from|prior\\s+to)\\s+(?:(?:the|our|your)\\s+)?[\\w']+"),
          Phrase.of(
              "\\b(?:before|after|over|since|(?:by|until|on)(?!\\s+"
                  + FIXED
                  + "))\\s+(?:the\\s+)?"
                  + HOLIDAY
                  + "(?:\\s+(?:break|holidays?|vacation|weekend|day|week|eve))?\\b"),
          Phrase.of(
              "\\b(?:the\\s+)?(?:last|first)\\s+day\\s+(?:of|before|after)\\s+(?:(?:the|our)\\s+)?[\\w']+"));

  /** Nothing is said here of a day, whatever word stands in it. */
  private static final List<Pattern> SILENT =
      List.of(
          Phrase.of(
              "\\b(?:every|each|any|most|some|a|one|(?:day|nothing)\\s+but|except)\\s+(?:other\\s+)?"
                  + Phrase.WEEKDAY),
          Phrase.of("\\bsunday\\s+(?:best|school)\\b"),
          Pattern.compile(
              "\\bThe\\s+(?:Mon|Tues|Wednes|Thurs|Fri|Satur|Sun)day\\s+(?!Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Oct|Nov|Dec|Before|After)[A-Z][a-z]+"),
          Phrase.of(
              "\\b(?:bloody|black|good|easter|palm|ash|maundy|cyber|fat|shrove|taco|super\\s+bowl|casual|giving)\\s+"
                  + Phrase.WEEKDAY),
          Pattern.compile(
              "\\b(?:Mon|Tues|Wednes|Thurs|Fri|Satur|Sun)day\\s+(?:Night|Morning|Afternoon)\\s+[A-Z]\\w*"),
          Pattern.compile("\\b(?:(?:the|an|your|their|his|her|P)\\s*SAT|SAT\\s+[a-z]+)\\b"),
          // "Sun and moon", "Wed in 1840": shortened days are followed by nothing, a time or
          // another.
          Pattern.compile(
              "\\b(?:Sun|Sat|Wed|Mon|Mar)\\s+(?!(?:at|by|before|after|night|morning|evening|afternoon|noon|until|from|is|due|the)\\b|(?:and|or|to)\\s+(?:Mon|Tue|Wed|Thu|Fri|Sat|Sun))[a-z]+"));

  /** A stretch of a text. */
  record Stretch(int start, int end) {

    boolean meets(int from, int until) {
      return from < end && start < until;
    }
  }

  @Override
  public void read(String text, DatePhrases.Reference reference, List<Phrase.Day> days) {
    LocalDate today = reference.today();
    Phrase.collect(NTH_IN_MONTH, text, days, m -> nth(m, today));
    Phrase.collect(WEEKS_ON, text, days, m -> weeksOn(m, today));
    Phrase.collect(BEFORE_TODAY, text, days, m -> beforeToday(m, today));
    Phrase.collect(
        FORTNIGHT, text, days, m -> new Phrase.Day(m.start(), m.end(), today.plusWeeks(2), null));
    Phrase.collect(FIXED_DAY, text, days, m -> fixedDay(m, reference));
    Phrase.collect(BY_HOLIDAY, text, days, m -> byHoliday(m, reference));
    Set.copyOf(reference.calendar().named().values())
        .forEach(name -> byName(name, text, reference, days));
  }

  private static Phrase.@Nullable Day nth(Matcher m, LocalDate today) {
    DayOfWeek said = Objects.requireNonNull(Phrase.weekday(m.group("w")));
    String name = m.group("m");
    YearMonth month;
    if (name == null) {
      boolean next =
          Objects.requireNonNull(m.group("n")).toLowerCase(Locale.ROOT).startsWith("next");
      month = YearMonth.from(today).plusMonths(next ? 1 : 0);
    } else {
      Month of = Phrase.month(name);
      month = YearMonth.of(today.getYear(), of);
      if (month.atEndOfMonth().isBefore(today)) {
        month = month.plusYears(1);
      }
    }
    String which = Objects.requireNonNull(m.group("q")).toLowerCase(Locale.ROOT);
    LocalDate date =
        which.equals("last")
            ? month.atDay(1).with(TemporalAdjusters.lastInMonth(said))
            : month.atDay(1).with(TemporalAdjusters.dayOfWeekInMonth(ordinal(which), said));
    return date.getMonth() == month.getMonth()
        ? new Phrase.Day(m.start(), m.end(), date, said)
        : null; // There is no fifth.
  }

  private static int ordinal(String which) {
    return Character.isDigit(which.charAt(0))
        ? which.charAt(0) - '0'
        : List.of("first", "second", "third", "fourth", "fifth").indexOf(which) + 1;
  }

  /** "Monday week" is a week after the Monday to come (British usage). */
  private static Phrase.Day weeksOn(Matcher m, LocalDate today) {
    DayOfWeek said = Objects.requireNonNull(Phrase.weekday(m.group("w")));
    int weeks = "week".equalsIgnoreCase(m.group("u")) ? 1 : 2;
    LocalDate coming = Weekdays.onOrAfter(today.plusDays(1), said);
    return new Phrase.Day(m.start(), m.end(), coming.plusWeeks(weeks), said);
  }

  private static Phrase.Day beforeToday(Matcher m, LocalDate today) {
    DayOfWeek said = Objects.requireNonNull(Phrase.weekday(m.group("w")));
    return new Phrase.Day(m.start(), m.end(), Weekdays.onOrAfter(today.minusDays(7), said), said);
  }

  private static Phrase.@Nullable Day fixedDay(Matcher m, DatePhrases.Reference reference) {
    LocalDate today = reference.today();
    return years(today)
        .flatMap(y -> holiday(m, y, reference).stream())
        .filter(d -> !d.isBefore(today))
        .findFirst()
        .map(d -> new Phrase.Day(m.start(), m.end(), d, null))
        .orElse(null);
  }

  private static Stream<Integer> years(LocalDate today) {
    return Stream.of(today.getYear() - 1, today.getYear(), today.getYear() + 1);
  }

  private static Optional<LocalDate> holiday(Matcher m, int year, DatePhrases.Reference reference) {
    return Holidays.in(
        year, Objects.requireNonNull(m.group("k")), Holidays.country(reference.calendar().zone()));
  }

  private static Phrase.@Nullable Day byHoliday(Matcher m, DatePhrases.Reference reference) {
    LocalDate today = reference.today();
    String season = m.group("s");
    Stream<Holidays.Break> around =
        season == null
            ? years(today)
                .flatMap(y -> holiday(m, y, reference).stream())
                .map(d -> new Holidays.Break(d, d))
            : Holidays.named(season, reference.calendar()).stream();
    return beside(m, around, reference);
  }

  /** Days without school that the school itself has given a name. */
  private static void byName(
      String name, String text, DatePhrases.Reference reference, List<Phrase.Day> days) {
    String quoted = Pattern.quote(name) + "\\b(?:\\s+(?:break|holidays?|vacation|recess)\\b)?";
    List<Holidays.Break> called = Holidays.called(name, reference.calendar());
    Phrase.collect(
        Phrase.of(BESIDE + quoted), text, days, m -> beside(m, called.stream(), reference));
    Phrase.collect(
        Phrase.of("(?<=\\b(?:by|on|until|till|due)\\s)(?:the\\s+)?" + quoted),
        text,
        days,
        m ->
            called.stream()
                .map(Holidays.Break::first)
                .filter(d -> !d.isBefore(reference.today()))
                .findFirst()
                .map(d -> new Phrase.Day(m.start(), m.end(), d, null))
                .orElse(null));
  }

  private static Phrase.@Nullable Day beside(
      Matcher m, Stream<Holidays.Break> around, DatePhrases.Reference reference) {
    LocalDate today = reference.today();
    return around
        .map(b -> beside(m, b, reference))
        .filter(d -> !d.isBefore(today))
        .findFirst()
        .map(d -> new Phrase.Day(m.start(), m.end(), d, Phrase.weekday(m.group("w"))))
        .orElse(null);
  }

  private static int count(String word) {
    return NumberWords.parse(word).orElse(1); // "a week"
  }

  private static LocalDate beside(Matcher m, Holidays.Break of, DatePhrases.Reference reference) {
    boolean after =
        Objects.requireNonNull(m.group("r")).toLowerCase(Locale.ROOT).matches("after|following");
    LocalDate edge = after ? of.last() : of.first();
    DayOfWeek said = Phrase.weekday(m.group("w"));
    if (said != null) {
      return edge.with(after ? TemporalAdjusters.next(said) : TemporalAdjusters.previous(said));
    }
    if (m.group("e") != null) {
      LocalDate day = edge.plusDays(after ? 1 : -1);
      while (!reference.calendar().isSchoolDay(day)) {
        day = day.plusDays(after ? 1 : -1);
      }
      return day;
    }
    if (m.group("o") != null) {
      return edge.plusDays(after ? 1 : -1);
    }
    boolean weeks =
        Objects.requireNonNull(m.group("u")).toLowerCase(Locale.ROOT).startsWith("week");
    long days = (weeks ? 7L : 1L) * count(Objects.requireNonNull(m.group("n")));
    return after ? edge.plusDays(days) : edge.minusDays(days);
  }

  /** Where nothing is said of a day. */
  static List<Stretch> silent(String text) {
    return stretches(SILENT, text);
  }

  /**
   * What speaks of a day that is not computed.
   *
   * @param days that were computed
   */
  static List<Stretch> notUnderstood(String text, List<Phrase.Day> days) {
    List<Stretch> all = stretches(NOT_UNDERSTOOD, text);
    List<Stretch> left = new ArrayList<>();
    for (Stretch s : all) {
      boolean computed = days.stream().anyMatch(d -> d.start() <= s.start() && s.end() <= d.end());
      boolean within =
          all.stream().anyMatch(o -> !o.equals(s) && o.start() <= s.start() && s.end() <= o.end());
      if (!computed && !within) {
        left.add(s);
      }
    }
    return left.stream().distinct().toList();
  }

  private static List<Stretch> stretches(List<Pattern> patterns, String text) {
    List<Stretch> found = new ArrayList<>();
    for (Pattern pattern : patterns) {
      Matcher m = pattern.matcher(text);
      while (m.find()) {
        found.add(new Stretch(m.start(), m.end()));
      }
    }
    return found;
  }
}
