package school.kerygma.core.audience;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import school.kerygma.core.time.Edge;
import school.kerygma.core.time.SchoolCalendar;

/**
 * Whether a student keeps pace: a week whose required work is not all done by a weekday of the week
 * after it counts as missed, and so many missed weeks cost the credit. The rule is the school's;
 * the shape of it is common practice of courses that are worked through at home.
 *
 * @param weeks in which anything was due, in their order
 */
public record Pace(Rule rule, List<Week> weeks) {

  /** So long before a week counts as missed its student is warned. */
  private static final Duration BEFORE = Duration.ofDays(3);

  /** Of so many weeks that may still be missed, or fewer, it is said that they run out. */
  private static final int FEW = 2;

  /**
   * A school's rule.
   *
   * @param by the weekday of the week after, until whose end a week's work may be done; on a day
   *     off it is the next school day
   * @param most so many missed weeks cost the credit, from 1 to {@value #MOST}
   */
  public record Rule(DayOfWeek by, int most) {

    public static final int MOST = 20;

    /**
     * @throws IllegalArgumentException if a number is out of its range
     */
    public Rule {
      if (most < 1 || most > MOST) {
        throw new IllegalArgumentException("No number of weeks: " + most);
      }
    }
  }

  /**
   * Required work of a student.
   *
   * @param due when it is due
   * @param done when it was done, if it was
   */
  public record Work(Instant due, Optional<Instant> done) {}

  /** How a week stands. */
  public enum State {
    /** All of it was done in time. */
    WHOLE,
    /** Something is open, and it can still be done. */
    OPEN,
    MISSED
  }

  /**
   * A week.
   *
   * @param until when it counts as missed, if something is open
   * @param open how much of its work is not done
   */
  public record Week(LocalDate monday, State state, Instant until, int open) {

    /** Whether it was missed and all of it was done afterwards. */
    public boolean caughtUp() {
      return state == State.MISSED && open == 0;
    }
  }

  public Pace {
    weeks = List.copyOf(weeks);
  }

  /**
   * Judges by one rule.
   *
   * @param since the first day of which a week counts: a rule holds from when on it is set
   */
  public static Pace of(
      Rule rule, Collection<Work> work, LocalDate since, SchoolCalendar calendar, Instant now) {
    return of(new TreeMap<>(Map.of(since, rule)), work, calendar, now);
  }

  /**
   * Judges each week by the rule that held in it. How many missed weeks cost the credit is what the
   * newest says.
   *
   * @param rules by the first day of which a week counts under them, at least one
   */
  public static Pace of(
      SortedMap<LocalDate, Rule> rules,
      Collection<Work> work,
      SchoolCalendar calendar,
      Instant now) {
    NavigableMap<LocalDate, Rule> byMonday = new TreeMap<>();
    rules.forEach((since, rule) -> byMonday.put(SchoolCalendar.mondayOf(since), rule));
    Map<LocalDate, List<Work>> byWeek =
        work.stream()
            .collect(
                Collectors.groupingBy(
                    w -> SchoolCalendar.mondayOf(calendar.dateOf(w.due())),
                    TreeMap::new,
                    Collectors.toList()));
    List<Week> weeks = new ArrayList<>();
    byWeek.forEach(
        (monday, own) ->
            Optional.ofNullable(byMonday.floorEntry(monday))
                .ifPresent(held -> weeks.add(week(held.getValue(), monday, own, calendar, now))));
    return new Pace(byMonday.lastEntry().getValue(), weeks);
  }

  private static Week week(
      Rule rule, LocalDate monday, List<Work> own, SchoolCalendar calendar, Instant now) {
    LocalDate last =
        calendar.schoolDayFrom(monday.plusWeeks(1).plusDays(rule.by().getValue() - 1L));
    Instant until = calendar.dueOn(last);
    boolean inTime =
        own.stream().allMatch(w -> w.done().filter(d -> !Edge.isOver(until, d)).isPresent());
    int open = (int) own.stream().filter(w -> w.done().isEmpty()).count();
    State state = inTime ? State.WHOLE : Edge.isOver(until, now) ? State.MISSED : State.OPEN;
    return new Week(monday, state, until, open);
  }

  public int missed() {
    return (int) weeks.stream().filter(w -> w.state() == State.MISSED).count();
  }

  /** How many more missed weeks cost the credit; 0 if it is lost. */
  public int left() {
    return Math.max(0, rule.most() - missed());
  }

  /** Whether so many were missed that it wants saying. */
  public boolean runsOut() {
    return missed() > 0 && left() <= FEW;
  }

  /** The week that counts as missed next, if its work is not done soon. */
  public Optional<Week> threatened(Instant now) {
    return weeks.stream()
        .filter(w -> w.state() == State.OPEN && !now.isBefore(w.until().minus(BEFORE)))
        .findFirst();
  }
}
