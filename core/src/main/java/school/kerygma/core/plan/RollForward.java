package school.kerygma.core.plan;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolCalendar;

/**
 * Moves work from one week of a section to another, by meetings and school days and never by plain
 * calendar days: what was done at the second meeting of the one week is done at the second meeting
 * of the other. What was planned between meetings keeps its school day after the meeting before it.
 */
public final class RollForward {

  /**
   * Where the work of one day goes.
   *
   * @param to the new day, or the last possible one if {@code squeezed}
   * @param squeezed the other week has fewer days: this one could not keep its place
   */
  public record Move(LocalDate from, LocalDate to, boolean squeezed) {}

  private RollForward() {}

  /**
   * Moves days of work of one week; their order is kept.
   *
   * @param days in the week that begins on {@code source}, in any order, once each
   * @param source a Monday
   * @param target another Monday
   * @return one move for each day, in their order; none if the target week has no school
   */
  public static List<Move> week(
      List<LocalDate> days,
      LocalDate source,
      LocalDate target,
      MeetingPattern meets,
      SchoolCalendar from,
      SchoolCalendar to) {
    List<LocalDate> before = schoolDays(source, from);
    List<LocalDate> after = schoolDays(target, to);
    if (after.isEmpty()) {
      return List.of();
    }
    boolean byMeetings =
        before.stream().anyMatch(d -> meets.meetsOn(d, from))
            && after.stream().anyMatch(d -> meets.meetsOn(d, to));
    List<Place> places = places(after, meets, to, byMeetings);
    List<Move> moves = new ArrayList<>();
    for (LocalDate day : days.stream().distinct().sorted().toList()) {
      List<LocalDate> until = before.stream().filter(d -> !d.isAfter(day)).toList();
      List<Place> upTo = places(until, meets, from, byMeetings);
      Place place = upTo.isEmpty() ? new Place(0, 0) : upTo.getLast();
      int found = lastNotAfter(place, places);
      moves.add(new Move(day, after.get(found), !places.get(found).equals(place)));
    }
    return moves;
  }

  private static List<LocalDate> schoolDays(LocalDate monday, SchoolCalendar calendar) {
    return SchoolCalendar.schoolWeek(monday).stream().filter(calendar::isSchoolDay).toList();
  }

  /**
   * A place in a week.
   *
   * @param meeting how many meetings there have been, with that day's own
   * @param after how many school days lie behind the last of them, or behind the week's beginning
   */
  private record Place(int meeting, int after) implements Comparable<Place> {
    @Override
    public int compareTo(Place other) {
      return meeting == other.meeting
          ? Integer.compare(after, other.after)
          : Integer.compare(meeting, other.meeting);
    }
  }

  private static List<Place> places(
      List<LocalDate> days, MeetingPattern meets, SchoolCalendar calendar, boolean byMeetings) {
    List<Place> places = new ArrayList<>();
    int meeting = 0;
    int after = 0;
    for (LocalDate day : days) {
      if (byMeetings && meets.meetsOn(day, calendar)) {
        meeting++;
        after = 0;
      } else {
        after++;
      }
      places.add(new Place(meeting, after));
    }
    return places;
  }

  /** The last of the places that is not after the wanted one; the first if all are. */
  private static int lastNotAfter(Place wanted, List<Place> places) {
    int found = 0;
    for (int i = 0; i < places.size(); i++) {
      if (places.get(i).compareTo(wanted) <= 0) {
        found = i;
      }
    }
    return found;
  }
}
