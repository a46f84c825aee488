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

  /** When a section meets in a term. */
  public record Rhythm(MeetingPattern meets, SchoolCalendar calendar) {

    private boolean meetsOn(LocalDate day) {
      return meets.meetsOn(day, calendar);
    }

    private List<LocalDate> schoolDays(LocalDate monday) {
      return SchoolCalendar.schoolWeek(monday).stream().filter(calendar::isSchoolDay).toList();
    }
  }

  private RollForward() {}

  /**
   * Moves days of work of one week; their order is kept.
   *
   * @param days in the week that begins on {@code source}, in any order, once each
   * @param source a Monday
   * @param target another Monday
   * @param from the rhythm of the week that is left
   * @param to the rhythm of the week that is gone to, perhaps of another section in another year
   * @return one move for each day, in their order; none if the target week has no school
   */
  public static List<Move> week(
      List<LocalDate> days, LocalDate source, LocalDate target, Rhythm from, Rhythm to) {
    List<LocalDate> before = from.schoolDays(source);
    List<LocalDate> after = to.schoolDays(target);
    if (after.isEmpty()) {
      return List.of();
    }
    boolean byMeetings =
        before.stream().anyMatch(from::meetsOn) && after.stream().anyMatch(to::meetsOn);
    List<Place> places = places(after, to, byMeetings);
    List<Move> moves = new ArrayList<>();
    for (LocalDate day : days.stream().distinct().sorted().toList()) {
      List<LocalDate> until = before.stream().filter(d -> !d.isAfter(day)).toList();
      List<Place> upTo = places(until, from, byMeetings);
      Place place = upTo.isEmpty() ? new Place(0, 0) : upTo.getLast();
      int found = lastNotAfter(place, places);
      moves.add(new Move(day, after.get(found), !places.get(found).equals(place)));
    }
    return moves;
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

  private static List<Place> places(List<LocalDate> days, Rhythm rhythm, boolean byMeetings) {
    List<Place> places = new ArrayList<>();
    int meeting = 0;
    int after = 0;
    for (LocalDate day : days) {
      if (byMeetings && rhythm.meetsOn(day)) {
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
