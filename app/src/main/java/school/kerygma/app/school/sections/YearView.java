package school.kerygma.app.school.sections;

import java.time.LocalDate;
import java.time.Month;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import school.kerygma.core.time.SchoolCalendar;

/** The months of a school year with all their days, whatever terms they belong to. */
record YearView(List<MonthView> months) {

  /** What a day is. */
  enum Kind {
    OUTSIDE,
    WEEKEND,
    SCHOOL,
    OFF,
    EARLY
  }

  /** One month, with as many empty places before its first day as weekdays lie before it. */
  record MonthView(YearMonth month, int before, List<Day> days) {}

  /**
   * One day.
   *
   * @param term to which it belongs, if to any
   * @param begins whether a term begins on it
   */
  record Day(
      LocalDate date,
      Kind kind,
      boolean today,
      Optional<SchoolTime.TermView> term,
      boolean begins) {

    public boolean turns() {
      return kind == Kind.SCHOOL || kind == Kind.OFF || kind == Kind.EARLY;
    }

    public UUID termId() {
      return term.orElseThrow().id();
    }
  }

  /** The year of a term, with the terms of its school that begin in the same year. */
  static YearView of(SchoolTime.TermView shown, List<SchoolTime.TermView> all, LocalDate today) {
    List<SchoolTime.TermView> terms =
        all.stream()
            .filter(t -> t.school().equals(shown.school()) && year(t) == year(shown))
            .sorted(Comparator.comparing(t -> t.calendar().firstMonday()))
            .toList();
    LocalDate end =
        terms.stream().map(SchoolTime.TermView::lastFriday).max(LocalDate::compareTo).orElseThrow();
    List<MonthView> months = new ArrayList<>();
    for (YearMonth month = YearMonth.from(terms.getFirst().calendar().firstMonday());
        !month.isAfter(YearMonth.from(end));
        month = month.plusMonths(1)) {
      List<Day> days = new ArrayList<>();
      for (int d = 1; d <= month.lengthOfMonth(); d++) {
        days.add(day(month.atDay(d), terms, today));
      }
      months.add(new MonthView(month, month.atDay(1).getDayOfWeek().getValue() - 1, days));
    }
    return new YearView(months);
  }

  /** A school year runs from August to July (common practice); terms elsewhere have their tabs. */
  private static int year(SchoolTime.TermView term) {
    LocalDate first = term.calendar().firstMonday();
    return first.getMonth().compareTo(Month.AUGUST) >= 0 ? first.getYear() : first.getYear() - 1;
  }

  private static Day day(LocalDate date, List<SchoolTime.TermView> terms, LocalDate today) {
    Optional<SchoolTime.TermView> term =
        terms.stream().filter(t -> t.calendar().holds(date)).findFirst();
    return new Day(
        date,
        term.map(t -> kind(date, t.calendar())).orElse(Kind.OUTSIDE),
        date.equals(today),
        term,
        term.filter(t -> t.calendar().firstMonday().equals(date)).isPresent());
  }

  private static Kind kind(LocalDate date, SchoolCalendar calendar) {
    if (date.getDayOfWeek().getValue() > 5) {
      return Kind.WEEKEND;
    }
    if (!calendar.isSchoolDay(date)) {
      return Kind.OFF;
    }
    return calendar.day().early().containsKey(date) ? Kind.EARLY : Kind.SCHOOL;
  }
}
