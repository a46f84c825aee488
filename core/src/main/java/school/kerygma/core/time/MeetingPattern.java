package school.kerygma.core.time;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.StringJoiner;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * The days on which a section meets: weekdays, or days of a rotation that runs over school days
 * only and so skips days without school.
 *
 * @param rotation length of the rotation in school days, or 0 for weekdays
 * @param days by weekday (1 is Monday) or by day of the rotation (from 1); at least one
 */
public record MeetingPattern(int rotation, Map<Integer, Meeting> days) {

  /** The longest rotation that is taught by. */
  public static final int MAX_ROTATION = 10;

  /**
   * @throws IllegalArgumentException if no day is given, or one that does not exist
   */
  public MeetingPattern {
    if (rotation < 0 || rotation == 1 || rotation > MAX_ROTATION) {
      throw new IllegalArgumentException("A rotation has 2 to 10 days, not " + rotation);
    }
    if (days.isEmpty()) {
      throw new IllegalArgumentException("A section meets on at least one day");
    }
    int last = rotation == 0 ? 7 : rotation;
    for (int day : days.keySet()) {
      if (day < 1 || day > last) {
        throw new IllegalArgumentException("Days go from 1 to " + last + ", there is no " + day);
      }
    }
    days = Map.copyOf(new TreeMap<>(days));
  }

  public static MeetingPattern on(DayOfWeek... days) {
    return new MeetingPattern(
        0,
        Arrays.stream(days)
            .collect(Collectors.toMap(DayOfWeek::getValue, d -> Meeting.IN_THE_ROOM)));
  }

  /**
   * Reads "MON 9:40-10:30,WED online,FRI help", or "6: 1 9:40-10:30,4" for days 1 and 4 of a
   * rotation of six, or "A/B: A" for every other school day. Weekdays are English, their first
   * three letters; hours and kind may be left out.
   *
   * @throws IllegalArgumentException for anything else
   */
  public static MeetingPattern parse(String text) {
    int colon = text.indexOf(": ");
    int rotation = colon < 0 ? 0 : rotation(text.substring(0, colon).strip());
    Map<Integer, Meeting> days = new TreeMap<>();
    for (String entry : text.substring(colon + 1).split(",", -1)) {
      String[] parts = entry.strip().split("\\s+", 2);
      try {
        days.put(day(parts[0], rotation), Meeting.parse(parts.length < 2 ? "" : parts[1]));
      } catch (RuntimeException e) {
        throw new IllegalArgumentException("No meeting day: " + entry.strip(), e);
      }
    }
    return new MeetingPattern(rotation, days);
  }

  private static int rotation(String text) {
    return text.equalsIgnoreCase("A/B") ? 2 : Integer.parseInt(text);
  }

  private static int day(String text, int rotation) {
    if (rotation > 0) {
      return text.length() == 1 && Character.isLetter(text.charAt(0))
          ? Character.toUpperCase(text.charAt(0)) - 'A' + 1
          : Integer.parseInt(text);
    }
    return Arrays.stream(DayOfWeek.values())
        .filter(d -> d.name().substring(0, 3).equalsIgnoreCase(text))
        .findFirst()
        .orElseThrow()
        .getValue();
  }

  /** What the section does on a date; nothing on days without school. */
  public Optional<Meeting> on(LocalDate date, SchoolCalendar calendar) {
    if (!calendar.isSchoolDay(date)) {
      return Optional.empty();
    }
    int number = calendar.schoolDayNumber(date).orElse(0);
    if (rotation > 0 && number == 0) {
      return Optional.empty(); // Before the term no rotation runs.
    }
    int day = rotation == 0 ? date.getDayOfWeek().getValue() : (number - 1) % rotation + 1;
    return Optional.ofNullable(days.get(day));
  }

  /** Whether the section is together on a date; a day of help does not count. */
  public boolean meetsOn(LocalDate date, SchoolCalendar calendar) {
    return on(date, calendar).filter(Meeting::together).isPresent();
  }

  /** The first day on or after {@code date} on which the section meets; that date if none comes. */
  public LocalDate onOrAfter(LocalDate date, SchoolCalendar calendar) {
    for (LocalDate day = date; day.isBefore(date.plusYears(1)); day = day.plusDays(1)) {
      if (meetsOn(day, calendar)) {
        return day;
      }
    }
    return date;
  }

  /** The days from {@code first} to {@code last}, both included, on which the section meets. */
  public List<LocalDate> between(LocalDate first, LocalDate last, SchoolCalendar calendar) {
    return first.datesUntil(last.plusDays(1)).filter(d -> meetsOn(d, calendar)).toList();
  }

  /**
   * When the {@code n}-th meeting after an instant begins; if its hours are not known, at the
   * beginning of the school day.
   *
   * @param n from 1
   * @return nothing if there are not so many within a year
   */
  public Optional<Instant> nthAfter(Instant instant, int n, SchoolCalendar calendar) {
    LocalDate first = calendar.dateOf(instant);
    int left = n;
    for (LocalDate day = first; day.isBefore(first.plusYears(1)); day = day.plusDays(1)) {
      Optional<Instant> begins = beginsOn(day, calendar).filter(b -> b.isAfter(instant));
      if (begins.isPresent() && --left == 0) {
        return begins;
      }
    }
    return Optional.empty();
  }

  /** When the section meets on a date, if it does. */
  public Optional<Instant> beginsOn(LocalDate date, SchoolCalendar calendar) {
    return on(date, calendar)
        .filter(Meeting::together)
        .map(m -> m.hours().map(Meeting.Hours::start).orElse(calendar.day().begins()))
        .map(time -> calendar.at(date, time));
  }

  /** When the section's meeting on a date is over, if it meets and its hours are known. */
  public Optional<LocalTime> endsOn(LocalDate date, SchoolCalendar calendar) {
    return on(date, calendar)
        .filter(Meeting::together)
        .flatMap(Meeting::hours)
        .map(Meeting.Hours::end);
  }

  /** As {@link #parse} reads it. */
  @Override
  public String toString() {
    StringJoiner text = new StringJoiner(",");
    new TreeMap<>(days)
        .forEach(
            (day, meeting) ->
                text.add(
                    (rotation == 0 ? DayOfWeek.of(day).name().substring(0, 3) : "" + day)
                        + meeting));
    return (rotation == 0 ? "" : rotation + ": ") + text;
  }
}
