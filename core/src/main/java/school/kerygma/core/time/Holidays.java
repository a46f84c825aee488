package school.kerygma.core.time;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.Month;
import java.time.ZoneId;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntFunction;
import java.util.regex.Pattern;

/**
 * The usual holidays of the United States, Canada and Britain by rule (5 U.S.C. 6103; Holidays Act,
 * R.S.C. 1985, c. H-5; Banking and Financial Dealings Act 1971, schedule 1, with its later
 * proclamations), and the breaks of a school by its days off.
 */
public final class Holidays {

  /** Whose rules hold. */
  public enum Country {
    UNITED_STATES,
    CANADA,
    BRITAIN,
    OTHER
  }

  private static final Pattern UNITED_STATES =
      Pattern.compile(
          "US/.*|America/(?:New_York|Chicago|Denver|Los_Angeles|Phoenix|Anchorage|Detroit|Boise|Indiana/.*|Kentucky/.*|North_Dakota/.*|Juneau|Sitka|Nome|Adak|Menominee)|Pacific/Honolulu");
  private static final Pattern CANADA =
      Pattern.compile(
          "Canada/.*|America/(?:Halifax|Toronto|Montreal|Winnipeg|Regina|Edmonton|Calgary|Vancouver|St_Johns|Moncton|Whitehorse|Yellowknife|Iqaluit|Glace_Bay|Goose_Bay|Thunder_Bay)");
  private static final Pattern BRITAIN = Pattern.compile("Europe/(?:London|Belfast)|GB");

  /** Those that are the same wherever they are kept. */
  private static final Map<String, IntFunction<LocalDate>> EVERYWHERE =
      Map.ofEntries(
          Map.entry("halloween", on(10, 31)),
          Map.entry("bonfire night", on(11, 5)),
          Map.entry("remembrance day", on(11, 11)),
          Map.entry("veterans day", on(11, 11)),
          Map.entry("christmas eve", on(12, 24)),
          Map.entry("christmas day", on(12, 25)),
          Map.entry("christmas", on(12, 25)),
          Map.entry("boxing day", on(12, 26)),
          Map.entry("new year's eve", on(12, 31)),
          Map.entry("new year's day", on(1, 1)),
          Map.entry("groundhog day", on(2, 2)),
          Map.entry("valentine's day", on(2, 14)),
          Map.entry("st. patrick's day", on(3, 17)),
          Map.entry("earth day", on(4, 22)),
          Map.entry("juneteenth", on(6, 19)),
          Map.entry("canada day", on(7, 1)),
          Map.entry("independence day", on(7, 4)),
          Map.entry("labor day", nth(Month.SEPTEMBER, 1)),
          Map.entry("labour day", nth(Month.SEPTEMBER, 1)),
          Map.entry("columbus day", nth(Month.OCTOBER, 2)),
          Map.entry("indigenous peoples' day", nth(Month.OCTOBER, 2)),
          Map.entry("martin luther king day", nth(Month.JANUARY, 3)),
          Map.entry("mlk day", nth(Month.JANUARY, 3)),
          Map.entry("presidents' day", nth(Month.FEBRUARY, 3)),
          Map.entry("presidents day", nth(Month.FEBRUARY, 3)),
          Map.entry("memorial day", last(Month.MAY)),
          Map.entry("victoria day", Holidays::victoriaDay),
          Map.entry("mardi gras", y -> easter(y).minusDays(47)),
          Map.entry("shrove tuesday", y -> easter(y).minusDays(47)),
          Map.entry("ash wednesday", y -> easter(y).minusDays(46)),
          Map.entry("good friday", y -> easter(y).minusDays(2)),
          Map.entry("easter sunday", Holidays::easter),
          Map.entry("easter", Holidays::easter),
          Map.entry("easter monday", y -> easter(y).plusDays(1)));

  /** When breaks of some names may lie: the month that they begin in, and the one they end in. */
  private static final Map<String, int[]> SEASONS =
      Map.of(
          "winter", new int[] {12, 1},
          "christmas", new int[] {12, 1},
          "spring", new int[] {3, 4},
          "easter", new int[] {3, 4},
          "march", new int[] {3, 3},
          "fall", new int[] {10, 11},
          "autumn", new int[] {10, 11},
          "thanksgiving", new int[] {10, 11},
          "february", new int[] {2, 2},
          "midwinter", new int[] {2, 2});

  /** So many weekdays without school, and days between them, are a break. */
  private static final int LEAST_OF_A_BREAK = 3;

  /** A regular expression of all names, the longest first. */
  public static final String NAMES = names();

  private Holidays() {}

  private static String names() {
    List<String> all = new ArrayList<>(EVERYWHERE.keySet());
    all.add("thanksgiving day");
    all.add("thanksgiving");
    all.sort((a, b) -> b.length() - a.length());
    return String.join("|", all).replace("'", "['\u2019]").replace(".", "\\.").replace(" ", "\\s+");
  }

  /** Whose rules hold at a place of the IANA time zone database. */
  public static Country country(ZoneId zone) {
    String id = zone.getId();
    if (UNITED_STATES.matcher(id).matches()) {
      return Country.UNITED_STATES;
    }
    if (CANADA.matcher(id).matches()) {
      return Country.CANADA;
    }
    return BRITAIN.matcher(id).matches() ? Country.BRITAIN : Country.OTHER;
  }

  /**
   * The day of a holiday in a year.
   *
   * @return nothing if none of that name is known there
   */
  public static Optional<LocalDate> in(int year, String name, Country country) {
    String plain =
        name.toLowerCase(Locale.ROOT).replace('\u2019', '\'').replaceAll("\\s+", " ").strip();
    if (plain.startsWith("thanksgiving")) {
      return switch (country) {
        case UNITED_STATES ->
            Optional.of(
                LocalDate.of(year, 11, 1)
                    .with(TemporalAdjusters.dayOfWeekInMonth(4, DayOfWeek.THURSDAY)));
        case CANADA -> Optional.of(nth(Month.OCTOBER, 2).apply(year));
        default -> Optional.empty();
      };
    }
    return Optional.ofNullable(EVERYWHERE.get(plain)).map(rule -> rule.apply(year));
  }

  private static IntFunction<LocalDate> on(int month, int day) {
    return year -> LocalDate.of(year, month, day);
  }

  private static IntFunction<LocalDate> nth(Month month, int monday) {
    return year ->
        LocalDate.of(year, month, 1)
            .with(TemporalAdjusters.dayOfWeekInMonth(monday, DayOfWeek.MONDAY));
  }

  private static IntFunction<LocalDate> last(Month month) {
    return year ->
        LocalDate.of(year, month, 1).with(TemporalAdjusters.lastInMonth(DayOfWeek.MONDAY));
  }

  /** The Monday before May 25 (Holidays Act, section 2). */
  private static LocalDate victoriaDay(int year) {
    return LocalDate.of(year, 5, 25).with(TemporalAdjusters.previous(DayOfWeek.MONDAY));
  }

  /** The Gregorian Easter (Meeus, Astronomical Algorithms, chapter 8; from memory). */
  private static LocalDate easter(int year) {
    int a = year % 19;
    int b = year / 100;
    int c = year % 100;
    int h = (19 * a + b - b / 4 - (b - (b + 8) / 25 + 1) / 3 + 15) % 30;
    int l = (32 + 2 * (b % 4) + 2 * (c / 4) - h - c % 4) % 7;
    int m = (a + 11 * h + 22 * l) / 451;
    int month = (h + l - 7 * m + 114) / 31;
    return LocalDate.of(year, month, (h + l - 7 * m + 114) % 31 + 1);
  }

  /** A stretch without school. */
  public record Break(LocalDate first, LocalDate last) {}

  /**
   * The break that is meant by the name of a season or a holiday: "winter", "spring".
   *
   * @return nothing unless the calendar has exactly one such stretch
   */
  public static Optional<Break> named(String season, SchoolCalendar calendar) {
    int[] months = SEASONS.get(season.toLowerCase(Locale.ROOT));
    if (months == null) {
      return Optional.empty();
    }
    List<Break> found =
        breaks(calendar).stream()
            .filter(
                b -> {
                  int month = b.first().getMonthValue();
                  return month == months[0] || month == months[1];
                })
            .toList();
    return found.size() == 1 ? Optional.of(found.getFirst()) : Optional.empty();
  }

  /**
   * The days without school that a school calls by a name, case and an article aside; "Reading
   * Week" and "Reading Week break" are the same.
   */
  public static List<Break> called(String name, SchoolCalendar calendar) {
    List<LocalDate> days =
        calendar.named().entrySet().stream()
            .filter(e -> plain(e.getValue()).equals(plain(name)))
            .map(Map.Entry::getKey)
            .sorted()
            .toList();
    List<Break> all = new ArrayList<>();
    for (LocalDate day : days) {
      boolean goesOn =
          !all.isEmpty() && !SchoolCalendar.nextWeekday(all.getLast().last()).isBefore(day);
      Break before = goesOn ? all.removeLast() : new Break(day, day);
      all.add(new Break(before.first(), day));
    }
    return all;
  }

  private static String plain(String name) {
    return name.toLowerCase(Locale.ROOT)
        .replace('\u2019', '\'')
        .replaceAll(
            "^(?:the|our)\\s+|\\s+(?:break|holidays?|vacation|recess|day|\\(no school\\))$", "")
        .strip();
  }

  /** Weekdays without school that follow one another, weekends passed over. */
  private static List<Break> breaks(SchoolCalendar calendar) {
    List<LocalDate> off = calendar.daysOff().stream().sorted().toList();
    List<Break> all = new ArrayList<>();
    int from = 0;
    for (int i = 1; i <= off.size(); i++) {
      boolean goesOn =
          i < off.size() && !SchoolCalendar.nextWeekday(off.get(i - 1)).isBefore(off.get(i));
      if (!goesOn) {
        if (i - from >= LEAST_OF_A_BREAK) {
          all.add(new Break(off.get(from), off.get(i - 1)));
        }
        from = i;
      }
    }
    return all;
  }
}
