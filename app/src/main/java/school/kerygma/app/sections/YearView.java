package school.kerygma.app.sections;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import school.kerygma.core.time.SchoolCalendar;

/** A term's months with all their days, for the year at a glance. */
record YearView(List<Month> months) {

  /** What a day is. */
  enum Kind {
    OUTSIDE,
    WEEKEND,
    SCHOOL,
    OFF,
    EARLY
  }

  /** One month, with as many empty places before its first day as weekdays lie before it. */
  record Month(YearMonth month, int before, List<Day> days) {}

  /** One day. */
  record Day(LocalDate date, Kind kind, boolean today) {

    public boolean turns() {
      return kind == Kind.SCHOOL || kind == Kind.OFF || kind == Kind.EARLY;
    }
  }

  static YearView of(SchoolCalendar calendar, LocalDate today) {
    List<Month> months = new ArrayList<>();
    YearMonth last = YearMonth.from(calendar.mondayOfWeek(calendar.weeks()).plusDays(4));
    for (YearMonth month = YearMonth.from(calendar.firstMonday());
        !month.isAfter(last);
        month = month.plusMonths(1)) {
      List<Day> days = new ArrayList<>();
      for (int d = 1; d <= month.lengthOfMonth(); d++) {
        LocalDate date = month.atDay(d);
        days.add(new Day(date, kind(date, calendar), date.equals(today)));
      }
      months.add(new Month(month, month.atDay(1).getDayOfWeek().getValue() - 1, days));
    }
    return new YearView(months);
  }

  private static Kind kind(LocalDate date, SchoolCalendar calendar) {
    if (!calendar.holds(date)) {
      return Kind.OUTSIDE;
    }
    if (date.getDayOfWeek().getValue() > 5) {
      return Kind.WEEKEND;
    }
    if (!calendar.isSchoolDay(date)) {
      return Kind.OFF;
    }
    return calendar.day().early().containsKey(date) ? Kind.EARLY : Kind.SCHOOL;
  }
}
