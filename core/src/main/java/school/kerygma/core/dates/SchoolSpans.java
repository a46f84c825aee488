package school.kerygma.core.dates;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import school.kerygma.core.time.SchoolCalendar;

/**
 * Weeks, months and the term by their ends, and the next meeting: "the end of week 5", "before the
 * next class".
 */
final class SchoolSpans implements Family {

  private static final Pattern OF_WEEK =
      Phrase.of(
          "\\b(?:(?:the\\s+)?(?<p>end|close|beginning|start)|(?<w>"
              + Phrase.WEEKDAY
              + "),?)\\s+(?:(?:of|in)\\s+)?week\\s+(?<n>\\d{1,2})\\b");

  private static final Pattern OF_SPAN =
      Phrase.of(
          "\\b(?:the\\s+)?(?<p>end|close|beginning|start|last\\s+day|first\\s+day)\\s+of\\s+(?<q>the|this|next)\\s+(?<s>week|month|term)\\b");

  private static final Pattern NEXT_MEETING =
      Phrase.of(
          "\\b(?:the\\s+|our\\s+|your\\s+)?next\\s+(?:class|meeting|lesson)\\b(?!\\s+(?:is|will|starts|begins|takes))");

  @Override
  public void read(String text, DatePhrases.Reference reference, List<Phrase.Day> days) {
    Phrase.collect(OF_WEEK, text, days, m -> ofWeek(m, reference.calendar()));
    Phrase.collect(OF_SPAN, text, days, m -> ofSpan(m, reference));
    Phrase.collect(NEXT_MEETING, text, days, m -> nextMeeting(m, reference));
  }

  private static Phrase.@Nullable Day ofWeek(Matcher m, SchoolCalendar calendar) {
    int week = Phrase.number(m, "n");
    if (week < 1 || week > calendar.weeks()) {
      return null;
    }
    LocalDate monday = calendar.mondayOfWeek(week);
    DayOfWeek said = Phrase.weekday(m.group("w"));
    LocalDate date =
        said != null ? monday.with(said) : edge(isEnd(m), monday, monday.plusDays(4), calendar);
    return new Phrase.Day(m.start(), m.end(), date, said);
  }

  private static boolean isEnd(Matcher m) {
    return Objects.requireNonNull(m.group("p"))
        .toLowerCase(Locale.ROOT)
        .matches("end|close|last.*");
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

  private static Phrase.Day ofSpan(Matcher m, DatePhrases.Reference reference) {
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
    return new Phrase.Day(m.start(), m.end(), date, null);
  }

  private static Phrase.Day nextMeeting(Matcher m, DatePhrases.Reference reference) {
    LocalDate date =
        reference.meets().onOrAfter(reference.today().plusDays(1), reference.calendar());
    return new Phrase.Day(m.start(), m.end(), date, null, null, true);
  }
}
