package school.kerygma.core.booking;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;

/**
 * An hour or an evening of one day, divided into times of equal length with pauses between them.
 * What is left at the end, too short for another, is nobody's.
 *
 * @param ends after {@code begins}, on the same day
 * @param minutes of each time, 3 to 240
 * @param pause minutes between two, 0 to 60
 */
public record BookableTimes(
    LocalDate day, LocalTime begins, LocalTime ends, int minutes, int pause, ZoneId zone) {

  /** More times than this are no evening any more. */
  public static final int MOST = 100;

  private static final int SHORTEST = 3;
  private static final int LONGEST = 240;
  private static final int LONGEST_PAUSE = 60;

  /**
   * One of the times.
   *
   * @param number from 0, in the order of the clock
   */
  public record Time(int number, Instant starts, Instant ends) {

    /** Whether it shares a moment with another; one that begins when the other ends does not. */
    public boolean overlaps(Time other) {
      return starts.isBefore(other.ends) && other.starts.isBefore(ends);
    }

    /** Whether it can still be booked, moved and given back: until it begins. */
    public boolean isOpen(Instant now) {
      return now.isBefore(starts);
    }
  }

  /**
   * @throws IllegalArgumentException if there would be none, or more than {@link #MOST}
   */
  public BookableTimes {
    if (minutes < SHORTEST || minutes > LONGEST || pause < 0 || pause > LONGEST_PAUSE) {
      throw new IllegalArgumentException("Minutes " + minutes + ", pause " + pause);
    }
    int times = count(begins, ends, minutes, pause);
    if (times < 1 || times > MOST) {
      throw new IllegalArgumentException(times + " times");
    }
  }

  private static int count(LocalTime begins, LocalTime ends, int minutes, int pause) {
    long whole = Duration.between(begins, ends).toMinutes();
    return whole < minutes ? 0 : (int) ((whole - minutes) / (minutes + pause)) + 1;
  }

  /**
   * All times. They are counted on from the beginning in minutes that pass, so that each is as long
   * as it says also in the night in which the clocks are changed.
   */
  public List<Time> times() {
    Instant first = day.atTime(begins).atZone(zone).toInstant();
    List<Time> times = new ArrayList<>();
    for (int i = 0; i < count(begins, ends, minutes, pause); i++) {
      Instant starts = first.plus(Duration.ofMinutes((long) i * (minutes + pause)));
      times.add(new Time(i, starts, starts.plus(Duration.ofMinutes(minutes))));
    }
    return times;
  }
}
