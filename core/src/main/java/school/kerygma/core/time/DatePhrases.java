package school.kerygma.core.time;

import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.Month;
import java.time.YearMonth;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Finds dates in the ways teachers write them, and says which day is meant: "Friday the 16th", "by
 * Thursday night", "Oct. 16 at 11:59 p.m.", "16 October", "10/16", "next Monday before class", "end
 * of week 5". A slash date is read month first (common practice in North America) unless only day
 * first is possible.
 */
public final class DatePhrases {

  /**
   * Against what a phrase is read.
   *
   * @param today the day on which it was written or is read
   */
  public record Reference(LocalDate today, SchoolCalendar calendar, MeetingPattern meets) {}

  /** What should be looked at. */
  public enum Doubt {
    /** The weekday that is said is not that of the date. */
    WRONG_WEEKDAY,
    WITHOUT_SCHOOL,
    PASSED,
    AFTER_THE_TERM,
    /** "Next Friday", while this week's Friday is still to come. */
    AMBIGUOUS
  }

  /**
   * A date that was found.
   *
   * @param start where the phrase begins in the text
   * @param end where it ends
   * @param time the time of day if one is said
   * @param said the weekday that is said, if one is
   */
  public record Found(
      int start,
      int end,
      String quote,
      LocalDate date,
      Optional<LocalTime> time,
      Optional<DayOfWeek> said,
      List<Doubt> doubts) {

    /** The instant that is meant; 11:59 p.m. where no time is said. */
    public Instant at(SchoolCalendar calendar) {
      return calendar.at(date, time.orElse(SchoolCalendar.DUE_TIME));
    }
  }

  private record Day(
      int start,
      int end,
      LocalDate date,
      @Nullable DayOfWeek said,
      boolean ambiguous,
      boolean ofDay) {

    Day(int start, int end, LocalDate date, @Nullable DayOfWeek said) {
      this(start, end, date, said, false, false);
    }
  }

  private static final String WEEKDAY =
      "(?:(?:monday|tuesday|wednesday|thursday|friday|saturday|sunday)\\b"
          + "|(?:mon|tues|tue|weds|wed|thurs|thur|thu|fri|sat|sun)\\b\\.?)";
  private static final String MONTH =
      "(?:january|jan|february|feb|march|mar|april|apr|may|june|jun|july|jul|august|aug|september|sept|sep|october|oct|november|nov|december|dec)\\b\\.?";
  private static final String DAY = "(?<d>\\d{1,2})(?:st|nd|rd|th)?\\b";
  private static final String YEAR = "(?:,?\\s+(?<y>\\d{4})\\b)?";
  private static final String LEAD = "(?:\\b(?<w>" + WEEKDAY + "),?\\s+)?";
  private static final String TRAIL = "(?:\\s*\\((?<v>" + WEEKDAY + ")\\))?";
  private static final String COUNT =
      "(?<n>\\d{1,2}|a|one|two|three|four|five|six|seven|eight|nine|ten)";

  private static final Pattern MONTH_DAY =
      of(LEAD + "\\b(?<m>" + MONTH + ")\\s+" + DAY + YEAR + TRAIL);
  private static final Pattern DAY_MONTH =
      of(LEAD + "(?:\\bthe\\s+)?\\b" + DAY + "\\s+(?:of\\s+)?(?<m>" + MONTH + ")" + YEAR + TRAIL);
  private static final Pattern ISO = of("\\b(?<y>\\d{4})-(?<m>\\d{2})-(?<d>\\d{2})\\b");
  private static final Pattern SLASH =
      of(
          LEAD
              + "(?<![\\d/.])(?<m>\\d{1,2})/(?<d>\\d{1,2})(?:/(?<y>\\d{4}|\\d{2}))?(?![\\d/])"
              + TRAIL);
  private static final Pattern WEEKDAY_THE =
      of("\\b(?<w>" + WEEKDAY + "),?\\s+the\\s+(?<d>\\d{1,2})(?:st|nd|rd|th)\\b");
  private static final Pattern THE_DAY =
      of(
          "(?<=\\b(?:by|on|due|until|till|before|from)\\s)the\\s+(?<d>\\d{1,2})(?:st|nd|rd|th)\\b(?!\\s+(?:grade|century|time|row|part|page|step|of))");
  private static final Pattern OF_WEEK =
      of(
          "\\b(?:(?:the\\s+)?(?<p>end|close|beginning|start)|(?<w>"
              + WEEKDAY
              + "))\\s+(?:of|in)\\s+week\\s+(?<n>\\d{1,2})\\b");
  private static final Pattern OF_SPAN =
      of(
          "\\b(?:the\\s+)?(?<p>end|close|beginning|start)\\s+of\\s+(?<q>the|this|next)\\s+(?<s>week|month|term)\\b");
  private static final Pattern NAMED = of("\\b(?<k>day after tomorrow|tomorrow|tonight|today)\\b");
  private static final Pattern OTHER_WEEK =
      of(
          "\\b(?:(?<w>"
              + WEEKDAY
              + ")\\s+(?:of\\s+)?next\\s+week|next\\s+week(?:'s|,)?\\s+(?:on\\s+)?(?<v>"
              + WEEKDAY
              + "))");
  private static final Pattern FROM =
      of(
          "\\b(?:in\\s+)?"
              + COUNT
              + "\\s+(?<u>school\\s+days?|days?|weeks?)\\s+from\\s+(?:(?<k>today|now)|(?:(?:this|next)\\s+)?(?<w>"
              + WEEKDAY
              + "))");
  private static final Pattern IN =
      of("\\bin\\s+" + COUNT + "\\s+(?<u>school\\s+days?|days?|weeks?)\\b");
  private static final Pattern NEXT_MEETING =
      of("\\b(?:the\\s+|our\\s+|your\\s+)?next\\s+(?:class|meeting|lesson)\\b");
  private static final Pattern WEEKDAY_ALONE =
      of("\\b(?:(?<q>next|this|coming|following)\\s+)?(?<w>" + WEEKDAY + ")(?![\\w-])");

  private static final String CLOCK =
      "(?:(?<h>\\d{1,2})(?::(?<min>\\d{2}))?\\s*(?<ap>[ap])\\.?\\s?m\\b\\.?|(?<h2>\\d{1,2}):(?<min2>\\d{2})|(?<nm>noon|midnight))";
  private static final Pattern TIME_AFTER =
      of(
          "\\G[\\s,(]*(?:(?:(?:at|by|before|until|no later than)\\s+)?"
              + CLOCK
              + "|(?:at|by)\\s+(?<h3>\\d{1,2})(?![\\d:/.%]|\\s*(?:points|pages|minutes|words|min|st|nd|rd|th))|(?:in\\s+the\\s+)?(?<part>morning|afternoon|evening|night)\\b|(?<cls>before\\s+(?:the\\s+|our\\s+)?(?:class|lesson|school)|at\\s+the\\s+(?:start|beginning)\\s+of\\s+(?:the\\s+)?(?:class|lesson|school))\\b|(?<end>after\\s+school|(?:by\\s+|at\\s+)?(?:the\\s+)?end\\s+of\\s+(?:the\\s+)?(?:school\\s+day|day|school))\\b)");
  private static final Pattern TIME_BEFORE =
      of("(?:\\b(?:at|by|before|until)\\s+)?\\b" + CLOCK + "\\s*(?:on|,)?\\s*$");

  /** Of two numbers with a slash these are shares more often than dates. */
  private static final Pattern SHARE = Pattern.compile("(?:24/7|1/[2-8]|[23]/[345]|[357]/8)");

  private static final Pattern DATE_BEFORE =
      of("(?:\\b(?:due|by|on|until|before|date|from|for|to)\\s*:?\\s*|[-\u2013]\\s*)$");

  private static final Pattern UNIT_AFTER =
      of("\\G\\s*(?:points?|pts|cups?|of|inch|pages?|%|miles?|teaspoons?|tablespoons?)\\b");

  private DatePhrases() {}

  private static Pattern of(String regex) {
    return Pattern.compile(regex, Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);
  }

  /** All dates of a text, in the order of their places; none overlaps another. */
  public static List<Found> in(String text, Reference reference) {
    List<Day> days = new ArrayList<>();
    collect(MONTH_DAY, text, days, m -> byMonth(m, reference));
    collect(DAY_MONTH, text, days, m -> byMonth(m, reference));
    collect(ISO, text, days, DatePhrases::iso);
    collect(SLASH, text, days, m -> slash(m, text, reference));
    collect(WEEKDAY_THE, text, days, m -> ofMonth(m, reference, weekday(m.group("w"))));
    collect(THE_DAY, text, days, m -> ofMonth(m, reference, null));
    collect(OF_WEEK, text, days, m -> ofWeek(m, reference.calendar()));
    collect(OF_SPAN, text, days, m -> ofSpan(m, reference));
    collect(NAMED, text, days, m -> named(m, reference.today()));
    collect(OTHER_WEEK, text, days, m -> otherWeek(m, reference.today()));
    collect(FROM, text, days, m -> from(m, reference));
    collect(IN, text, days, m -> counted(m, reference.today(), reference, null));
    collect(NEXT_MEETING, text, days, m -> nextMeeting(m, reference));
    collect(WEEKDAY_ALONE, text, days, m -> alone(m, reference.today()));
    days.sort(Comparator.comparing(Day::start).thenComparing(d -> d.start() - d.end()));
    List<Found> found = new ArrayList<>();
    int until = 0;
    for (Day day : days) {
      if (day.start() >= until) {
        Found one = withTime(day, text, until, reference);
        found.add(one);
        until = one.end();
      }
    }
    return found;
  }

  private interface Reading {
    @Nullable Day of(Matcher m);
  }

  private static void collect(Pattern pattern, String text, List<Day> days, Reading reading) {
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

  private static @Nullable String group(Matcher m, String name) {
    return m.namedGroups().containsKey(name) ? m.group(name) : null;
  }

  private static int number(Matcher m, String name) {
    return Integer.parseInt(Objects.requireNonNull(m.group(name)));
  }

  private static @Nullable DayOfWeek weekday(@Nullable String text) {
    return text == null
        ? null
        : Arrays.stream(DayOfWeek.values())
            .filter(d -> d.name().startsWith(text.substring(0, 3).toUpperCase(Locale.ROOT)))
            .findFirst()
            .orElseThrow();
  }

  private static Month month(String text) {
    return Arrays.stream(Month.values())
        .filter(m -> m.name().startsWith(text.substring(0, 3).toUpperCase(Locale.ROOT)))
        .findFirst()
        .orElseThrow();
  }

  private static @Nullable DayOfWeek said(Matcher m) {
    DayOfWeek lead = weekday(group(m, "w"));
    return lead != null ? lead : weekday(group(m, "v"));
  }

  private static Day byMonth(Matcher m, Reference reference) {
    Month month = month(Objects.requireNonNull(m.group("m")));
    int day = number(m, "d");
    LocalDate date =
        m.group("y") == null
            ? nearest(month.getValue(), day, reference.today())
            : LocalDate.of(number(m, "y"), month, day);
    return new Day(m.start(), m.end(), date, said(m));
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

  private static Day iso(Matcher m) {
    return new Day(
        m.start(), m.end(), LocalDate.of(number(m, "y"), number(m, "m"), number(m, "d")), null);
  }

  private static @Nullable Day slash(Matcher m, String text, Reference reference) {
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
    int first = number(m, "m");
    int second = number(m, "d");
    int month = first > 12 ? second : first;
    int day = first > 12 ? first : second;
    String year = m.group("y");
    LocalDate date =
        year == null
            ? nearest(month, day, reference.today())
            : LocalDate.of(year.length() == 2 ? 2000 + number(m, "y") : number(m, "y"), month, day);
    return new Day(m.start(), m.end(), date, said(m));
  }

  /** A day of the month: the next one, or one that passed less than a week ago. */
  private static Day ofMonth(Matcher m, Reference reference, @Nullable DayOfWeek said) {
    int day = number(m, "d");
    LocalDate from = reference.today().minusDays(6);
    YearMonth month = YearMonth.from(from);
    while (!month.isValidDay(day) || month.atDay(day).isBefore(from)) {
      month = month.plusMonths(1);
      if (day < 1 || day > 31) {
        throw new DateTimeException("No such day");
      }
    }
    return new Day(m.start(), m.end(), month.atDay(day), said);
  }

  private static @Nullable Day ofWeek(Matcher m, SchoolCalendar calendar) {
    int week = number(m, "n");
    if (week < 1 || week > calendar.weeks()) {
      return null;
    }
    LocalDate monday = calendar.mondayOfWeek(week);
    DayOfWeek said = weekday(m.group("w"));
    LocalDate date =
        said != null ? monday.with(said) : edge(isEnd(m), monday, monday.plusDays(4), calendar);
    return new Day(m.start(), m.end(), date, said);
  }

  private static boolean isEnd(Matcher m) {
    return Objects.requireNonNull(m.group("p")).toLowerCase(Locale.ROOT).matches("end|close");
  }

  /** The first or the last school day of a span; its own edge if it has none. */
  private static LocalDate edge(
      boolean end, LocalDate first, LocalDate last, SchoolCalendar calendar) {
    List<LocalDate> school =
        first.datesUntil(last.plusDays(1)).filter(calendar::isSchoolDay).toList();
    if (school.isEmpty()) {
      return end ? last : first;
    }
    return end ? school.getLast() : school.getFirst();
  }

  private static Day ofSpan(Matcher m, Reference reference) {
    SchoolCalendar calendar = reference.calendar();
    boolean next = "next".equalsIgnoreCase(m.group("q"));
    LocalDate today = reference.today();
    LocalDate date =
        switch (Objects.requireNonNull(m.group("s")).toLowerCase(Locale.ROOT)) {
          case "week" -> {
            LocalDate monday = SchoolCalendar.mondayOf(today).plusWeeks(next ? 1 : 0);
            yield edge(isEnd(m), monday, monday.plusDays(4), calendar);
          }
          case "month" -> {
            YearMonth month = YearMonth.from(today).plusMonths(next ? 1 : 0);
            yield edge(isEnd(m), month.atDay(1), month.atEndOfMonth(), calendar);
          }
          default -> edge(isEnd(m), calendar.firstMonday(), calendar.lastFriday(), calendar);
        };
    return new Day(m.start(), m.end(), date, null);
  }

  private static Day named(Matcher m, LocalDate today) {
    String word = Objects.requireNonNull(m.group("k")).toLowerCase(Locale.ROOT);
    int ahead = word.equals("tomorrow") ? 1 : word.startsWith("day") ? 2 : 0;
    return new Day(m.start(), m.end(), today.plusDays(ahead), null, false, word.equals("tonight"));
  }

  private static Day otherWeek(Matcher m, LocalDate today) {
    DayOfWeek said = Objects.requireNonNull(said(m));
    return new Day(
        m.start(), m.end(), SchoolCalendar.mondayOf(today).plusWeeks(1).with(said), said);
  }

  private static Day from(Matcher m, Reference reference) {
    DayOfWeek said = weekday(m.group("w"));
    LocalDate base = said == null ? reference.today() : onOrAfter(reference.today(), said);
    return counted(m, base, reference, null);
  }

  private static Day counted(
      Matcher m, LocalDate base, Reference reference, @Nullable DayOfWeek said) {
    String text = Objects.requireNonNull(m.group("n")).toLowerCase(Locale.ROOT);
    int count =
        text.matches("\\d+")
            ? Integer.parseInt(text)
            : text.equals("a")
                ? 1
                : List.of(
                            "one", "two", "three", "four", "five", "six", "seven", "eight", "nine",
                            "ten")
                        .indexOf(text)
                    + 1;
    String unit = Objects.requireNonNull(m.group("u")).toLowerCase(Locale.ROOT);
    LocalDate date = base;
    if (unit.startsWith("school")) {
      for (int i = 0; i < count; i++) {
        date = reference.calendar().schoolDayAfter(date);
      }
    } else {
      date = unit.startsWith("week") ? base.plusWeeks(count) : base.plusDays(count);
    }
    return new Day(m.start(), m.end(), date, said);
  }

  private static Day nextMeeting(Matcher m, Reference reference) {
    LocalDate date =
        reference.meets().onOrAfter(reference.today().plusDays(1), reference.calendar());
    return new Day(m.start(), m.end(), date, null, false, true);
  }

  private static LocalDate onOrAfter(LocalDate today, DayOfWeek day) {
    return today.plusDays((day.getValue() - today.getDayOfWeek().getValue() + 7) % 7);
  }

  /** "Friday" is the one to come, today included; "next Friday" that of the next week. */
  private static Day alone(Matcher m, LocalDate today) {
    DayOfWeek said = Objects.requireNonNull(weekday(m.group("w")));
    if (!"next".equalsIgnoreCase(m.group("q"))) {
      return new Day(m.start(), m.end(), onOrAfter(today, said), said);
    }
    LocalDate date = SchoolCalendar.mondayOf(today).plusWeeks(1).with(said);
    boolean ambiguous = said.compareTo(today.getDayOfWeek()) > 0;
    return new Day(m.start(), m.end(), date, said, ambiguous, false);
  }

  // ---- times

  private static Found withTime(Day day, String text, int from, Reference reference) {
    int start = day.start();
    int end = day.end();
    Optional<LocalTime> time = Optional.empty();
    Matcher after = TIME_AFTER.matcher(text);
    if (after.find(day.end()) && (time = time(after, day.date(), reference)).isPresent()) {
      end = after.end();
    } else {
      Matcher before = TIME_BEFORE.matcher(text).region(from, day.start());
      if (before.find() && (time = time(before, day.date(), reference)).isPresent()) {
        start = before.start();
      } else if (day.ofDay()) {
        time = Optional.of(ofDay(day, text, reference));
      }
    }
    return new Found(
        start,
        end,
        text.substring(start, end),
        day.date(),
        time,
        Optional.ofNullable(day.said()),
        doubts(day, reference));
  }

  /** "Tonight" ends with the day; "the next class" is when it begins. */
  private static LocalTime ofDay(Day day, String text, Reference reference) {
    return text.substring(day.start(), day.end()).equalsIgnoreCase("tonight")
        ? SchoolCalendar.DUE_TIME
        : classBegins(day.date(), reference);
  }

  private static LocalTime classBegins(LocalDate date, Reference reference) {
    SchoolCalendar calendar = reference.calendar();
    return reference
        .meets()
        .beginsOn(date, calendar)
        .map(at -> at.atZone(calendar.zone()).toLocalTime())
        .orElse(calendar.day().begins());
  }

  private static Optional<LocalTime> time(Matcher m, LocalDate date, Reference reference) {
    String named = group(m, "nm");
    if (named != null) {
      return Optional.of(named.equalsIgnoreCase("noon") ? LocalTime.NOON : SchoolCalendar.DUE_TIME);
    }
    String part = group(m, "part");
    if (part != null) {
      return Optional.of(
          Map.of(
                  "morning", reference.calendar().day().begins(),
                  "afternoon", reference.calendar().day().ends())
              .getOrDefault(part.toLowerCase(Locale.ROOT), SchoolCalendar.DUE_TIME));
    }
    String begins = group(m, "cls");
    if (begins != null) {
      return Optional.of(
          begins.toLowerCase(Locale.ROOT).endsWith("school")
              ? reference.calendar().day().begins()
              : classBegins(date, reference));
    }
    String ends = group(m, "end");
    if (ends != null) {
      // "By the end of the day" is midnight; "the end of school" and "after school" are not.
      return Optional.of(
          ends.toLowerCase(Locale.ROOT).contains("school")
              ? reference.calendar().endOf(date).atZone(reference.calendar().zone()).toLocalTime()
              : SchoolCalendar.DUE_TIME);
    }
    return clock(m);
  }

  private static Optional<LocalTime> clock(Matcher m) {
    try {
      if (group(m, "h") != null) {
        int hour = number(m, "h");
        boolean afternoon = "p".equalsIgnoreCase(m.group("ap"));
        if (hour < 1 || hour > 12) {
          return Optional.empty();
        }
        return Optional.of(
            LocalTime.of(
                hour % 12 + (afternoon ? 12 : 0), m.group("min") == null ? 0 : number(m, "min")));
      }
      if (group(m, "h2") != null) {
        int hour = number(m, "h2");
        return Optional.of(LocalTime.of(likely(hour), number(m, "min2")));
      }
      int hour = number(m, "h3");
      return hour < 1 || hour > 23 ? Optional.empty() : Optional.of(LocalTime.of(likely(hour), 0));
    } catch (DateTimeException e) {
      return Optional.empty();
    }
  }

  /** Nobody has work due at three in the morning: 1 to 6 without a word are afternoon hours. */
  private static int likely(int hour) {
    return hour >= 1 && hour <= 6 ? hour + 12 : hour;
  }

  private static List<Doubt> doubts(Day day, Reference reference) {
    List<Doubt> doubts = new ArrayList<>();
    SchoolCalendar calendar = reference.calendar();
    if (day.said() != null && day.said() != day.date().getDayOfWeek()) {
      doubts.add(Doubt.WRONG_WEEKDAY);
    }
    if (!calendar.isSchoolDay(day.date())) {
      doubts.add(Doubt.WITHOUT_SCHOOL);
    }
    if (day.date().isBefore(reference.today())) {
      doubts.add(Doubt.PASSED);
    }
    if (!day.date().isBefore(calendar.end())) {
      doubts.add(Doubt.AFTER_THE_TERM);
    }
    if (day.ambiguous()) {
      doubts.add(Doubt.AMBIGUOUS);
    }
    return doubts;
  }
}
