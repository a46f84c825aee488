package school.kerygma.app.planbook;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.audience.Audience;
import school.kerygma.app.planning.SessionView;
import school.kerygma.app.planning.Sessions;
import school.kerygma.app.planning.TaskView;
import school.kerygma.app.planning.Tasks;
import school.kerygma.app.posting.DeliveryView;
import school.kerygma.app.posting.Postings;
import school.kerygma.app.sections.SectionView;
import school.kerygma.app.walkthroughs.Scripts;
import school.kerygma.app.walkthroughs.StopView;
import school.kerygma.core.plan.Workload;
import school.kerygma.core.time.DueRule;
import school.kerygma.core.time.Moments;
import school.kerygma.core.time.SchoolCalendar;

/**
 * One week as the plan book shows it.
 *
 * @param monday its first day
 * @param number of the week in the term, or 0 outside it
 */
record WeekView(
    LocalDate monday,
    int number,
    int weeks,
    List<Day> days,
    List<Row> rows,
    List<Waiting> notStarted,
    List<Upcoming> goingUp,
    List<Scripts.Head> unrecorded,
    List<Doubtful> doubtful,
    List<Over> over) {

  /** A day that asks more than its budget. */
  record Over(SectionView section, LocalDate date, int minutes) {}

  /** A column. */
  record Day(LocalDate date, boolean today, boolean school) {}

  /** A section's week. */
  record Row(SectionView section, List<Cell> cells) {}

  /** One day of one section. */
  record Cell(
      LocalDate date,
      boolean today,
      boolean meets,
      boolean school,
      List<Planned> tasks,
      List<SessionView> sessions,
      int minutes,
      int budget) {

    public int over() {
      return Math.max(0, minutes - budget);
    }

    /** Share of the day's budget, 0 to 100. */
    public int percent() {
      return Math.min(100, 100 * minutes / budget);
    }
  }

  /** A task in a cell. */
  record Planned(
      int number, TaskView task, int done, int of, Optional<Due> due, Optional<Talk> talk) {}

  /**
   * When a task is due.
   *
   * @param thatDay whether on the day on which it stands
   */
  record Due(Instant at, boolean thatDay, List<DueRule.Doubt> doubts, Optional<Instant> nearest) {}

  /** A due date that needs a look. */
  record Doubtful(TaskView task, SectionView section, Due due) {}

  /** The walkthrough that explains a task. */
  record Talk(UUID walkthrough, long lengthMs, boolean recorded, Optional<DeliveryView> delivery) {}

  /** Students of a section who have not begun. */
  record Waiting(String section, String title, int students, UUID delivery) {}

  /** A delivery that is to go up. */
  record Upcoming(
      String title, String section, int students, DeliveryView delivery, SectionView of) {}

  public LocalDate friday() {
    return monday.plusDays(4);
  }

  /** Makes week views. */
  @Component
  @Transactional(readOnly = true)
  static class Maker {

    private final Tasks tasks;
    private final Sessions sessions;
    private final Scripts scripts;
    private final Postings postings;
    private final Audience audience;
    private final Clock clock;

    Maker(
        Tasks tasks,
        Sessions sessions,
        Scripts scripts,
        Postings postings,
        Audience audience,
        Clock clock) {
      this.tasks = tasks;
      this.sessions = sessions;
      this.scripts = scripts;
      this.postings = postings;
      this.audience = audience;
      this.clock = clock;
    }

    /** All that the cells need, looked up once for the whole week. */
    private record Known(
        Map<UUID, StopView> stopOfTask,
        Map<UUID, Scripts.Head> heads,
        List<DeliveryView> deliveries,
        Map<UUID, Map<UUID, Instant>> ticks,
        List<SessionView> sessions) {}

    WeekView of(UUID teacher, List<SectionView> sections, LocalDate shown, LocalDate today) {
      List<LocalDate> dates = SchoolCalendar.schoolWeek(shown);
      List<UUID> ids = sections.stream().map(SectionView::id).toList();
      List<TaskView> planned = tasks.between(ids, dates.getFirst(), dates.getLast());
      Known known = known(teacher, sections, planned, dates);
      SchoolCalendar calendar = sections.getFirst().calendar();
      List<Row> rows = new ArrayList<>();
      for (SectionView section : sections) {
        int number = 1;
        Set<UUID> heard = new HashSet<>();
        List<Cell> cells = new ArrayList<>();
        for (LocalDate date : dates) {
          List<Planned> own = new ArrayList<>();
          for (TaskView task : planned) {
            if (date.equals(task.sheet().days().get(section.id()))) {
              own.add(planned(number++, task, section, known));
            }
          }
          List<SessionView> live =
              known.sessions().stream()
                  .filter(v -> v.section().equals(section.id()) && v.sheet().day().equals(date))
                  .toList();
          int minutes = minutes(own, live, heard);
          cells.add(
              new Cell(
                  date,
                  date.equals(today),
                  section.meets().meetsOn(date, section.calendar()),
                  calendar.isSchoolDay(date),
                  own,
                  live,
                  minutes,
                  section.minutes()));
        }
        rows.add(new Row(section, cells));
      }
      return new WeekView(
          dates.getFirst(),
          calendar.weekOf(shown).orElse(0),
          calendar.weeks(),
          dates.stream().map(d -> new Day(d, d.equals(today), calendar.isSchoolDay(d))).toList(),
          rows,
          notStarted(sections, known),
          goingUp(sections, known),
          scripts.ofTeacher(teacher).stream().filter(h -> !h.complete()).limit(3).toList(),
          doubtful(rows),
          over(rows));
    }

    /** What a day asks; a walkthrough counts on the first day on which it explains something. */
    private static int minutes(List<Planned> planned, List<SessionView> sessions, Set<UUID> heard) {
      List<Workload.Item> items = new ArrayList<>();
      sessions.stream()
          .filter(s -> s.sheet().required() && !s.cancelled())
          .forEach(s -> items.add(new Workload.Item.Session(s.sheet().minutes())));
      for (Planned p : planned) {
        items.add(new Workload.Item.Work(p.task().sheet().minutes()));
        p.talk()
            .filter(t -> heard.add(t.walkthrough()))
            .ifPresent(t -> items.add(new Workload.Item.Talk(t.lengthMs())));
      }
      return Workload.minutes(items);
    }

    private static List<Doubtful> doubtful(List<Row> rows) {
      List<Doubtful> found = new ArrayList<>();
      for (Row row : rows) {
        row.cells().stream()
            .flatMap(c -> c.tasks().stream())
            .forEach(
                p ->
                    p.due()
                        .filter(d -> !d.doubts().isEmpty())
                        .ifPresent(d -> found.add(new Doubtful(p.task(), row.section(), d))));
      }
      return found;
    }

    private static List<Over> over(List<Row> rows) {
      List<Over> found = new ArrayList<>();
      for (Row row : rows) {
        row.cells().stream()
            .filter(c -> c.over() > 0)
            .forEach(c -> found.add(new Over(row.section(), c.date(), c.minutes())));
      }
      return found;
    }

    private Known known(
        UUID teacher, List<SectionView> sections, List<TaskView> planned, List<LocalDate> dates) {
      Map<UUID, StopView> stopOfTask = new HashMap<>();
      List<UUID> taskIds = planned.stream().map(TaskView::id).toList();
      scripts
          .explaining(taskIds)
          .forEach(s -> s.tasks().forEach(t -> stopOfTask.putIfAbsent(t, s)));
      Map<UUID, Scripts.Head> heads = new HashMap<>();
      scripts.ofTeacher(teacher).forEach(h -> heads.put(h.id(), h));
      List<DeliveryView> deliveries =
          postings.ofSections(sections.stream().map(SectionView::id).toList());
      Set<UUID> students = new HashSet<>();
      sections.forEach(s -> students.addAll(s.students()));
      Set<UUID> all = new HashSet<>(taskIds);
      deliveries.forEach(d -> all.addAll(d.tasks()));
      return new Known(
          stopOfTask,
          heads,
          deliveries,
          audience.ticks(students, all),
          sessions.between(
              sections.stream().map(SectionView::id).toList(), dates.getFirst(), dates.getLast()));
    }

    private Planned planned(int number, TaskView task, SectionView section, Known known) {
      Optional<DeliveryView> delivery =
          known.deliveries().stream()
              .filter(d -> d.section().equals(section.id()) && d.tasks().contains(task.id()))
              .filter(d -> d.state() != Moments.State.WITHDRAWN)
              .reduce((a, b) -> b);
      Optional<Talk> talk =
          Optional.ofNullable(known.stopOfTask().get(task.id()))
              .map(s -> known.heads().get(s.walkthrough()))
              .map(
                  h ->
                      new Talk(
                          h.id(),
                          h.complete() ? h.recordedMs() : h.plannedMs(),
                          h.complete(),
                          delivery));
      LocalDate day = task.sheet().days().get(section.id());
      Optional<Due> due =
          task.sheet()
              .due()
              .map(rule -> ofRule(rule, day, section, delivery))
              .or(
                  () ->
                      delivery
                          .map(d -> d.moments().dueAt())
                          .filter(d -> section.calendar().dateOf(d).equals(day))
                          .map(d -> new Due(d, true, List.of(), Optional.empty())));
      return new Planned(
          number, task, ticked(task.id(), section, known), section.students().size(), due, talk);
    }

    private Due ofRule(
        DueRule rule, LocalDate day, SectionView section, Optional<DeliveryView> delivery) {
      Instant now = clock.instant();
      Instant goesUp =
          delivery
              .map(d -> d.moments().goesUpAt())
              .orElseGet(() -> section.calendar().at(notPosted(rule, day), LocalTime.MIN));
      DueRule.Due due =
          rule.resolve(
              new DueRule.Setting(
                  day,
                  goesUp,
                  goesUp.isBefore(now) ? goesUp : now,
                  section.meets(),
                  section.calendar()));
      return new Due(
          due.at(), section.calendar().dateOf(due.at()).equals(day), due.doubts(), due.nearest());
    }

    /**
     * When what is not posted yet is taken to go up: before its week, or for counting on its day.
     */
    private static LocalDate notPosted(DueRule rule, LocalDate day) {
      return rule instanceof DueRule.NthMeeting ? day : SchoolCalendar.mondayOf(day).minusDays(1);
    }

    private static int ticked(UUID task, SectionView section, Known known) {
      return (int)
          section.students().stream()
              .filter(s -> known.ticks().getOrDefault(s, Map.of()).containsKey(task))
              .count();
    }

    /** Students who have ticked nothing of what is up for their section. */
    private static List<Waiting> notStarted(List<SectionView> sections, Known known) {
      List<Waiting> waiting = new ArrayList<>();
      for (DeliveryView d : known.deliveries()) {
        if (d.up() && !d.tasks().isEmpty()) {
          SectionView section =
              sections.stream().filter(s -> s.id().equals(d.section())).findFirst().orElseThrow();
          long without =
              section.students().stream()
                  .filter(
                      s ->
                          known.ticks().getOrDefault(s, Map.of()).keySet().stream()
                              .noneMatch(d.tasks()::contains))
                  .count();
          if (without > 0) {
            waiting.add(new Waiting(section.name(), title(d, known), (int) without, d.id()));
          }
        }
      }
      return waiting;
    }

    private static List<Upcoming> goingUp(List<SectionView> sections, Known known) {
      List<Upcoming> upcoming = new ArrayList<>();
      for (DeliveryView d : known.deliveries()) {
        if (d.state() == Moments.State.SCHEDULED) {
          SectionView section =
              sections.stream().filter(s -> s.id().equals(d.section())).findFirst().orElseThrow();
          upcoming.add(
              new Upcoming(title(d, known), section.name(), section.students().size(), d, section));
        }
      }
      return upcoming;
    }

    private static String title(DeliveryView d, Known known) {
      return d.walkthrough().map(known.heads()::get).map(Scripts.Head::title).orElse("");
    }
  }
}
