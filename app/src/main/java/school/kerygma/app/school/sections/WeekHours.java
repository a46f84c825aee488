package school.kerygma.app.school.sections;

import java.time.LocalDate;
import java.time.LocalTime;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import school.kerygma.core.time.Meeting;
import school.kerygma.core.time.SchoolCalendar;

/**
 * When sections meet in one week: a column a day, its meetings by their hours.
 *
 * @param days Monday to Friday: a school meets on no others
 */
record WeekHours(LocalDate monday, List<Day> days) {

  private static final int WEEKDAYS = 5;
  private static final int WEEK = 7;

  /** A meeting of a section; hours that nobody has set are not known. */
  record Hour(SectionView section, Meeting meeting) {

    private LocalTime begins() {
      return meeting.hours().map(Meeting.Hours::start).orElse(LocalTime.MAX);
    }
  }

  /**
   * A day.
   *
   * @param off whether it is without school
   */
  record Day(LocalDate date, boolean off, List<Hour> hours) {}

  /**
   * The week of a day, the next one from Saturday on; the first of a term that has not begun, the
   * last of one that is over.
   */
  static WeekHours of(List<SectionView> sections, SchoolCalendar calendar, LocalDate today) {
    LocalDate asked = SchoolCalendar.mondayOf(today.plusDays(WEEK - WEEKDAYS));
    LocalDate last = SchoolCalendar.mondayOf(calendar.lastFriday());
    LocalDate first = calendar.firstMonday();
    LocalDate monday = asked.isBefore(first) ? first : asked.isAfter(last) ? last : asked;
    List<Day> days =
        SchoolCalendar.schoolWeek(monday).stream()
            .map(date -> day(date, sections, calendar))
            .toList();
    return new WeekHours(monday, days);
  }

  private static Day day(LocalDate date, List<SectionView> sections, SchoolCalendar calendar) {
    Stream<Hour> hours =
        sections.stream()
            .flatMap(
                s -> {
                  Optional<Meeting> meeting = s.meets().on(date, s.calendar());
                  return meeting.map(m -> new Hour(s, m)).stream();
                });
    return new Day(
        date,
        !calendar.isSchoolDay(date),
        hours
            .sorted(Comparator.comparing(Hour::begins).thenComparing(h -> h.section().name()))
            .toList());
  }
}
