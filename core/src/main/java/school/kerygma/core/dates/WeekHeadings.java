package school.kerygma.core.dates;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import school.kerygma.core.time.SchoolCalendar;

/**
 * The week that a heading names: "Week of October 5", "Week 6", "October 5-9". A weekday below it
 * is that of its week. Where a sentence names a week in passing, which week is meant is a question.
 */
final class WeekHeadings {

  private static final Pattern WEEK_OF =
      Phrase.of("\\bweek\\s+(?:of|beginning|starting|commencing)\\s*:?\\s*(?:the\\s+)?$");

  private static final Pattern NUMBERED = Phrase.of("\\bweek\\s+(?<n>\\d{1,2})\\b");

  private static final Pattern BARE = Phrase.of(Phrase.WEEKDAY);

  private static final Pattern UNTIL = Phrase.of("\\.?\\s*(?:[-\u2013]|to|through|thru|until)\\s*");

  private static final Pattern LINE = Pattern.compile("[\\n\\r]+");

  private static final Pattern WORD = Pattern.compile("[\\p{L}\\d]+");

  /** More words than these are no heading. */
  private static final int HEADING = 10;

  /** In so many first lines a paper has its title, in which the week may stand anywhere. */
  private static final int TITLE = 3;

  /** A number of a week that lies further from today may count otherwise than the school does. */
  private static final int WEEKS_NEAR = 2;

  /**
   * A week that is named.
   *
   * @param at where
   * @param sure whether a heading names it
   */
  private record Named(int at, LocalDate monday, boolean sure) {}

  private WeekHeadings() {}

  /**
   * Moves weekdays that stand alone into the week that was named before them.
   *
   * @param breaks where a heading or a paragraph begins, besides lines
   */
  static void settle(
      String text,
      DatePhrases.Reference reference,
      Collection<Integer> breaks,
      List<Phrase.Day> days) {
    List<Named> weeks = named(text, reference, breaks, days);
    days.replaceAll(
        day ->
            BARE.matcher(text.substring(day.start(), day.end())).matches()
                ? weeks.stream()
                    .filter(w -> w.at() < day.start())
                    .reduce((before, last) -> last)
                    .map(week -> in(week, day))
                    .orElse(day)
                : day);
  }

  private static Phrase.Day in(Named week, Phrase.Day day) {
    LocalDate date = week.monday().with(day.date().getDayOfWeek());
    if (week.sure()) {
      return new Phrase.Day(day.start(), day.end(), date, day.said());
    }
    return date.equals(day.date()) || day.open() != null ? day : day.asked();
  }

  private static List<Named> named(
      String text,
      DatePhrases.Reference reference,
      Collection<Integer> breaks,
      List<Phrase.Day> days) {
    List<Named> weeks = new ArrayList<>();
    TreeSet<Integer> lines = new TreeSet<>(breaks);
    lines.add(0);
    LINE.matcher(text).results().forEach(m -> lines.add(m.end()));
    int count = 0;
    for (int line : lines) {
      count++;
      Integer next = lines.higher(line);
      int end = next == null ? text.length() : next;
      String words = text.substring(line, end).strip();
      boolean heading = !words.endsWith(".") && WORD.matcher(words).results().count() <= HEADING;
      List<Phrase.Day> here =
          days.stream().filter(d -> line <= d.start() && d.start() < end).toList();
      for (Phrase.Day day : here) {
        if (WEEK_OF.matcher(text.substring(line, day.start())).find()) {
          weeks.add(new Named(day.end(), SchoolCalendar.mondayOf(day.date()), heading));
        }
      }
      Matcher numbered = NUMBERED.matcher(text).region(line, end);
      if (heading && isRange(text, here)) {
        weeks.add(new Named(end - 1, SchoolCalendar.mondayOf(here.getFirst().date()), true));
      } else if (heading
          && here.isEmpty()
          && numbered.find()
          && (count <= TITLE || text.substring(line, numbered.start()).isBlank())) {
        numbered(Phrase.number(numbered, "n"), numbered.end(), reference, weeks);
      }
    }
    return weeks;
  }

  /** "October 5-9" is a week. */
  private static boolean isRange(String text, List<Phrase.Day> here) {
    return here.size() == 2
        && SchoolCalendar.mondayOf(here.getFirst().date())
            .equals(SchoolCalendar.mondayOf(here.getLast().date()))
        && here.getFirst().end() <= here.getLast().start()
        && UNTIL.matcher(text.substring(here.getFirst().end(), here.getLast().start())).matches()
        && here.stream().noneMatch(d -> BARE.matcher(text.substring(d.start(), d.end())).matches());
  }

  private static void numbered(
      int number, int at, DatePhrases.Reference reference, List<Named> weeks) {
    SchoolCalendar calendar = reference.calendar();
    if (number < 1 || number > calendar.weeks()) {
      return;
    }
    LocalDate monday = calendar.mondayOfWeek(number);
    LocalDate now = SchoolCalendar.mondayOf(reference.today());
    boolean near =
        !monday.isBefore(now.minusWeeks(1)) && !monday.isAfter(now.plusWeeks(WEEKS_NEAR));
    weeks.add(new Named(at, monday, near));
  }
}
