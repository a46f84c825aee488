package school.kerygma.core.audience;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import school.kerygma.core.time.Edge;
import school.kerygma.core.time.SchoolCalendar;

/**
 * The rule by which students are reminded early on the morning after something was due, and their
 * families with them when it happens again. Each due moment belongs to one morning, so nobody is
 * reminded of it twice, whatever is tried again and however the clock changes.
 *
 * @param at when, by the section's clock, from {@link #EARLIEST} to {@link #LATEST}
 * @param familyFrom from which time on the family is told too, 1 to {@value #MOST}; 0 never
 */
public record MorningAfter(LocalTime at, int familyFrom) {

  /** Outside these hours nobody is written to: common practice of schools. */
  public static final LocalTime EARLIEST = LocalTime.of(6, 0);

  public static final LocalTime LATEST = LocalTime.of(21, 0);

  public static final int MOST = 5;

  /** A time counts with those before it that are not longer ago. */
  public static final Duration AGAIN = Duration.ofDays(14);

  /** Of what was due longer ago nobody is reminded, however long nothing was sent. */
  private static final Duration LONG_AGO = Duration.ofDays(3);

  /**
   * Required work that was due.
   *
   * @param at when
   */
  public record Due(UUID task, Instant at) {}

  /**
   * What one student is told on a morning.
   *
   * @param tasks that are open, the first due first
   * @param time how often in two weeks, this time counted
   * @param family whether their family is told too
   */
  public record Telling(UUID student, List<UUID> tasks, int time, boolean family) {}

  /**
   * @throws IllegalArgumentException if it is at night, or a number is out of its range
   */
  public MorningAfter {
    if (at.isBefore(EARLIEST) || at.isAfter(LATEST) || familyFrom < 0 || familyFrom > MOST) {
      throw new IllegalArgumentException("No rule: " + at + " " + familyFrom);
    }
  }

  /** Whether it is an hour at which people may be written to, by the section's clock. */
  public static boolean isAwake(Instant now, SchoolCalendar calendar) {
    LocalTime time = now.atZone(calendar.zone()).toLocalTime();
    return !time.isBefore(EARLIEST) && !time.isAfter(LATEST);
  }

  /**
   * Who is told on a morning, and of what.
   *
   * @param since the last time it was looked at; before that nothing is told again
   * @param now when it is looked at
   * @param dues required work, whenever it is due
   * @param done by student and task, when it was done
   * @param earlier by student, when they were told before
   * @return in the order of the students
   */
  public List<Telling> tell(
      Instant since,
      Instant now,
      Collection<Due> dues,
      Collection<UUID> students,
      Map<UUID, Map<UUID, Instant>> done,
      Map<UUID, List<Instant>> earlier) {
    Instant longAgo = now.minus(LONG_AGO);
    Instant from = since.isBefore(longAgo) ? longAgo : since;
    List<Due> over =
        dues.stream()
            .filter(d -> Edge.isOver(d.at(), now) && !Edge.isOver(d.at(), from))
            .sorted(Comparator.comparing(Due::at).thenComparing(Due::task))
            .toList();
    List<Telling> told = new ArrayList<>();
    for (UUID student : students) {
      Map<UUID, Instant> own = done.getOrDefault(student, Map.of());
      List<UUID> open =
          over.stream()
              .map(Due::task)
              .filter(t -> Optional.ofNullable(own.get(t)).filter(d -> !d.isAfter(now)).isEmpty())
              .toList();
      if (!open.isEmpty()) {
        int time =
            1
                + (int)
                    earlier.getOrDefault(student, List.of()).stream()
                        .filter(e -> e.isBefore(now) && !e.isBefore(now.minus(AGAIN)))
                        .count();
        told.add(new Telling(student, open, time, familyFrom > 0 && time >= familyFrom));
      }
    }
    return told;
  }

  /**
   * What it would have told in the days before, had it held then.
   *
   * @param days how many mornings, the last one today's if its time is over
   * @return by morning, the first one first; mornings on which nobody is told are left out
   */
  public List<Morning> before(
      int days,
      SchoolCalendar calendar,
      Instant now,
      Collection<Due> dues,
      Collection<UUID> students,
      Map<UUID, Map<UUID, Instant>> done) {
    Map<UUID, List<Instant>> earlier = new HashMap<>();
    List<Morning> mornings = new ArrayList<>();
    LocalDate today = calendar.dateOf(now);
    for (int i = days; i >= 0; i--) {
      LocalDate day = today.minusDays(i);
      Instant moment = calendar.at(day, at);
      if (!moment.isAfter(now)) {
        List<Telling> told =
            tell(calendar.at(day.minusDays(1), at), moment, dues, students, done, earlier);
        told.forEach(
            t -> earlier.computeIfAbsent(t.student(), first -> new ArrayList<>()).add(moment));
        if (!told.isEmpty()) {
          mornings.add(new Morning(day, told));
        }
      }
    }
    return mornings;
  }

  /** A morning on which somebody is told something. */
  public record Morning(LocalDate day, List<Telling> told) {}
}
