package school.kerygma.app.classroom.posting;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.There;
import school.kerygma.core.plan.DueMoments;
import school.kerygma.core.round.RoundRule;
import school.kerygma.core.time.DueRule;
import school.kerygma.core.time.Moments;
import school.kerygma.core.time.SchoolCalendar;

/**
 * Which delivery stands for a task of a section, on which day the section does it and when it is
 * due there. Class page, family page, plan book, calendars, letters and the week's posting ask it,
 * so that they say the same.
 *
 * <p>Of several deliveries of one task stands the newest that is up; where none is, the first that
 * is to go up; where none is, the last that has closed. What was withdrawn never stands.
 */
public final class Standing {

  /**
   * When a task is due.
   *
   * @param day on which the section does it
   * @param thatDay whether it is due on that day
   * @param doubts what should be looked at; none if no rule of its own says when it is due
   * @param nearest the nearest right instant, if one is known
   * @param improve until when it may be improved, if it may be afterwards
   */
  public record Due(
      LocalDate day,
      Instant at,
      boolean thatDay,
      List<DueRule.Doubt> doubts,
      Optional<Instant> nearest,
      Optional<Instant> improve) {

    /** All moments at which something of the task is due. */
    public DueMoments moments(TaskSheet sheet, Optional<RoundRule> round, SectionView section) {
      return DueMoments.of(at, improve, sheet.board(), round, section.calendar());
    }

    /** When a part of the task is due, if that is before the whole is. */
    public Optional<Instant> earlierPart(TaskSheet sheet, UUID way, SectionView section) {
      return moments(sheet, Optional.empty(), section).earlierParts().stream()
          .filter(p -> p.way().equals(way))
          .map(DueMoments.Part::at)
          .findFirst();
    }
  }

  private record Placed(UUID task, UUID section) {}

  private static final Comparator<DeliveryView> BY_GOING_UP =
      Comparator.comparing((DeliveryView d) -> d.moments().goesUpAt())
          .thenComparing(DeliveryView::id);

  private final List<DeliveryView> deliveries;
  private final Map<Placed, DeliveryView> standing = new HashMap<>();
  private final Map<Placed, DeliveryView> seen = new HashMap<>();
  private final Instant now;

  private Standing(Collection<DeliveryView> all, Instant now) {
    this.deliveries = all.stream().sorted(BY_GOING_UP).toList();
    this.now = now;
    for (DeliveryView d : deliveries) {
      if (d.state() != Moments.State.WITHDRAWN) {
        for (UUID task : d.tasks()) {
          Placed here = new Placed(task, d.section());
          standing.merge(here, d, Standing::stronger);
          if (d.wasSeen()) {
            seen.merge(here, d, Standing::stronger);
          }
        }
      }
    }
  }

  /**
   * What stands of some deliveries.
   *
   * @param all of the sections that will be asked for
   */
  public static Standing of(Collection<DeliveryView> all, Instant now) {
    return new Standing(all, now);
  }

  private static int strength(DeliveryView d) {
    return switch (d.state()) {
      case UP -> 3;
      case SCHEDULED -> 2;
      case CLOSED -> 1;
      case WITHDRAWN -> 0;
    };
  }

  /** Of two in the order of going up. */
  private static DeliveryView stronger(DeliveryView before, DeliveryView after) {
    int difference = strength(after) - strength(before);
    boolean first = difference == 0 && before.state() == Moments.State.SCHEDULED;
    return difference < 0 || first ? before : after;
  }

  /** The delivery that stands for a task, if any puts it up. */
  public Optional<DeliveryView> delivery(UUID task, UUID section) {
    return Optional.ofNullable(standing.get(new Placed(task, section)));
  }

  /** The delivery that students have seen: the one that stands, or the last before it. */
  public Optional<DeliveryView> seen(UUID task, UUID section) {
    return Optional.ofNullable(seen.get(new Placed(task, section)));
  }

  /** All deliveries of a section that are up, in the order of going up. */
  public List<DeliveryView> up(UUID section) {
    return deliveries.stream().filter(d -> d.up() && d.section().equals(section)).toList();
  }

  /** All deliveries of a section that have closed since a moment. */
  public List<DeliveryView> closed(UUID section, Instant since) {
    return deliveries.stream()
        .filter(d -> d.state() == Moments.State.CLOSED && d.section().equals(section))
        .filter(d -> d.moments().closesAt().filter(since::isBefore).isPresent())
        .toList();
  }

  /** All deliveries that have not gone up yet, in the order of going up. */
  public List<DeliveryView> goingUp() {
    return deliveries.stream().filter(d -> d.state() == Moments.State.SCHEDULED).toList();
  }

  /**
   * When a section's task is due, by the delivery that stands.
   *
   * @return nothing if neither a rule of its own nor a delivery says
   */
  public Optional<Due> due(TaskView task, SectionView section) {
    return due(task, section, delivery(task.id(), section.id()));
  }

  /**
   * When a section's task is due by one delivery: by the task's own rule; without one when the
   * delivery is due, unless the section does it on a later day. What is not posted yet is due by
   * its rule only.
   */
  public Optional<Due> due(
      TaskView task, SectionView section, Optional<? extends DeliveryView> delivery) {
    LocalDate planned = task.sheet().days().get(section.id());
    if (planned == null && delivery.isEmpty()) {
      return Optional.empty();
    }
    SchoolCalendar calendar = section.calendar();
    LocalDate day =
        planned != null ? planned : calendar.dateOf(delivery.orElseThrow().moments().dueAt());
    return task.sheet()
        .in(section.id())
        .due()
        .map(
            rule ->
                byRule(task, rule, day, section, delivery.map(d -> d.moments().goesUpAt()), now))
        .or(
            () ->
                delivery.map(
                    d -> {
                      Instant onItsDay = calendar.dueOn(day);
                      Instant posted = d.moments().dueAt();
                      Instant at = onItsDay.isAfter(posted) ? onItsDay : posted;
                      return new Due(
                          day,
                          at,
                          calendar.dateOf(at).equals(day),
                          List.of(),
                          Optional.empty(),
                          improve(task, at, calendar));
                    }));
  }

  /** The last day to improve it is over at 11:59 p.m., as other days are. */
  private static Optional<Instant> improve(TaskView task, Instant due, SchoolCalendar calendar) {
    int days = task.sheet().improve();
    return days == 0
        ? Optional.empty()
        : Optional.of(calendar.dueOn(calendar.schoolDayAfter(calendar.dateOf(due), days)));
  }

  /** When a task that a section does is due if it goes up at a moment: as it will be posted. */
  static Instant dueIfUp(TaskView task, SectionView section, Instant goesUp, Instant now) {
    LocalDate day = There.in(task.sheet().days(), section.id());
    return task.sheet()
        .in(section.id())
        .due()
        .map(rule -> byRule(task, rule, day, section, Optional.of(goesUp), now).at())
        .orElseGet(() -> section.calendar().dueOn(day));
  }

  private static Due byRule(
      TaskView task,
      DueRule rule,
      LocalDate day,
      SectionView section,
      Optional<Instant> posted,
      Instant now) {
    SchoolCalendar calendar = section.calendar();
    Instant goesUp = posted.orElseGet(() -> calendar.at(notPosted(rule, day), LocalTime.MIN));
    DueRule.Due due =
        rule.resolve(
            new DueRule.Setting(
                day, goesUp, goesUp.isBefore(now) ? goesUp : now, section.meets(), calendar));
    return new Due(
        day,
        due.at(),
        calendar.dateOf(due.at()).equals(day),
        due.doubts(),
        due.nearest(),
        improve(task, due.at(), calendar));
  }

  /** When what is not posted yet is taken to go up: before its week, or for counting on its day. */
  private static LocalDate notPosted(DueRule rule, LocalDate day) {
    return rule instanceof DueRule.NthMeeting ? day : SchoolCalendar.mondayOf(day).minusDays(1);
  }
}
