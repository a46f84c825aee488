package school.kerygma.app.planbook;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
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
import school.kerygma.app.planning.TaskView;
import school.kerygma.app.planning.Tasks;
import school.kerygma.app.posting.DeliveryView;
import school.kerygma.app.posting.Postings;
import school.kerygma.app.sections.SectionView;
import school.kerygma.app.walkthroughs.Scripts;
import school.kerygma.app.walkthroughs.StopView;
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
    List<Scripts.Head> unrecorded) {

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
      int number, TaskView task, int done, int of, Optional<Instant> due, Optional<Talk> talk) {}

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
    private final Scripts scripts;
    private final Postings postings;
    private final Audience audience;
    private final Clock clock;

    Maker(Tasks tasks, Scripts scripts, Postings postings, Audience audience, Clock clock) {
      this.tasks = tasks;
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
        Map<UUID, Map<UUID, Instant>> ticks) {}

    WeekView of(UUID teacher, List<SectionView> sections, LocalDate shown, LocalDate today) {
      List<LocalDate> dates = SchoolCalendar.schoolWeek(shown);
      List<UUID> ids = sections.stream().map(SectionView::id).toList();
      List<TaskView> planned = tasks.between(ids, dates.getFirst(), dates.getLast());
      Known known = known(teacher, sections, planned);
      SchoolCalendar calendar = sections.getFirst().calendar();
      List<Row> rows = new ArrayList<>();
      for (SectionView section : sections) {
        int number = 1;
        List<Cell> cells = new ArrayList<>();
        for (LocalDate date : dates) {
          List<Planned> own = new ArrayList<>();
          for (TaskView task : planned) {
            if (date.equals(task.sheet().days().get(section.id()))) {
              own.add(planned(number++, task, section, known));
            }
          }
          int minutes = own.stream().mapToInt(p -> p.task().sheet().minutes()).sum();
          cells.add(
              new Cell(
                  date,
                  date.equals(today),
                  section.meets().meetsOn(date, section.calendar()),
                  calendar.isSchoolDay(date),
                  own,
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
          scripts.ofTeacher(teacher).stream().filter(h -> !h.complete()).limit(3).toList());
    }

    private Known known(UUID teacher, List<SectionView> sections, List<TaskView> planned) {
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
      return new Known(stopOfTask, heads, deliveries, audience.ticks(students, all));
    }

    private static Planned planned(int number, TaskView task, SectionView section, Known known) {
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
      Optional<Instant> due =
          delivery
              .map(d -> d.moments().dueAt())
              .filter(
                  d -> section.calendar().dateOf(d).equals(task.sheet().days().get(section.id())));
      return new Planned(
          number, task, ticked(task.id(), section, known), section.students().size(), due, talk);
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
