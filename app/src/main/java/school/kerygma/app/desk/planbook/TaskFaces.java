package school.kerygma.app.desk.planbook;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.There;
import school.kerygma.core.plan.Workload;
import school.kerygma.core.time.SchoolCalendar;

/** Says a task in words, with what comes of it, also before it is kept. */
@Component
class TaskFaces {

  private final TermBook.Opener books;
  private final Tasks tasks;
  private final Handouts handouts;
  private final Scripts scripts;
  private final TaskWords words;
  private final Wording show = new Wording();

  TaskFaces(
      TermBook.Opener books, Tasks tasks, Handouts handouts, Scripts scripts, TaskWords words) {
    this.books = books;
    this.tasks = tasks;
    this.handouts = handouts;
    this.scripts = scripts;
    this.words = words;
  }

  /**
   * The face of a task.
   *
   * @param sections at least one
   * @param proposed the day on which each of them would do it
   */
  TaskFace of(
      UUID teacher, List<SectionView> sections, TaskView task, Map<UUID, LocalDate> proposed) {
    LocalDate week =
        Stream.concat(task.sheet().days().values().stream(), proposed.values().stream())
            .min(Comparator.naturalOrder())
            .orElseThrow();
    TermBook book = books.with(books.of(teacher, sections, week), task);
    List<TaskFace.Row> rows =
        sections.stream().map(s -> row(book, s, task, There.in(proposed, s.id()))).toList();
    List<TaskFace.Row> doing =
        rows.stream()
            .filter(TaskFace.Row::does)
            .sorted(Comparator.comparing(TaskFace.Row::day))
            .toList();
    List<Handouts.View> papers = handouts.ofTeacher(teacher);
    Optional<StopView> explaining = scripts.explaining(Set.of(task.id())).stream().findFirst();
    return new TaskFace(
        words.of(
            task.sheet(),
            tasks.among(task.sheet().after()).stream().map(TaskView::title).toList(),
            papers.stream().collect(Collectors.toMap(Handouts.View::id, Handouts.View::title)),
            explaining,
            sections.getFirst().zone()),
        papers,
        explaining,
        rows,
        doing.stream().findFirst().map(r -> reads(book, r, task)),
        doing.stream().map(r -> load(book, r)).toList(),
        doing.stream().flatMap(r -> crowded(book, r, task)).toList());
  }

  private TaskFace.Row row(TermBook book, SectionView section, TaskView task, LocalDate proposed) {
    boolean does = task.sheet().days().containsKey(section.id());
    LocalDate day = task.sheet().days().getOrDefault(section.id(), proposed);
    return new TaskFace.Row(
        section,
        does,
        day,
        does ? book.due(task, section) : Optional.empty(),
        book.worths().share(section.id(), task.sheet()).stream()
            .mapToObj(Wording::share)
            .findFirst()
            .orElse(""),
        book.worths().scaled(section.id(), task.sheet()),
        show.list(meetings(section, day).stream().map(show::shortDay).toList()),
        Stream.of(day, day.plusWeeks(1)).flatMap(d -> meetings(section, d).stream()).toList());
  }

  /** The days of a week on which a section meets. */
  private static List<LocalDate> meetings(SectionView section, LocalDate week) {
    return SchoolCalendar.schoolWeek(week).stream()
        .filter(d -> section.meets().meetsOn(d, section.calendar()))
        .toList();
  }

  /** Tasks are numbered through the week, day by day, as the plan book does. */
  private static TaskFace.Reads reads(TermBook book, TaskFace.Row row, TaskView task) {
    LocalDate monday = SchoolCalendar.mondayOf(row.day());
    List<TaskView> before = new ArrayList<>();
    for (TaskView other : book.tasks()) {
      LocalDate day = other.sheet().days().get(row.section().id());
      if (day != null && !day.isBefore(monday) && !day.isAfter(row.day())) {
        before.add(other);
      }
    }
    before.sort(Comparator.comparing(t -> There.in(t.sheet().days(), row.section().id())));
    int number = 1 + before.stream().map(TaskView::id).toList().indexOf(task.id());
    return new TaskFace.Reads(row, number, task.sheet().in(row.section().id()));
  }

  private static TaskFace.Load load(TermBook book, TaskFace.Row row) {
    return new TaskFace.Load(
        row.section(),
        row.day(),
        Workload.byDay(book.load(row.section())).getOrDefault(row.day(), 0));
  }

  private static Stream<ToLookAt.Crowded> crowded(TermBook book, TaskFace.Row row, TaskView task) {
    return row.due().stream()
        .map(d -> row.section().calendar().dateOf(d.at()))
        .flatMap(
            date ->
                WeekFindings.crowded(book, SchoolCalendar.schoolWeek(date), List.of()).stream()
                    .filter(c -> c.date().equals(date))
                    .filter(c -> c.sections().equals(row.section().name()))
                    .filter(c -> c.tasks().contains(task.title())));
  }
}
