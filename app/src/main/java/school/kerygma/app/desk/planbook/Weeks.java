package school.kerygma.app.desk.planbook;

import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.classroom.posting.ChangesSinceTold;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.desk.planbook.WeekView.Cell;
import school.kerygma.app.desk.planbook.WeekView.Planned;
import school.kerygma.app.plan.planning.DayNotes;
import school.kerygma.app.plan.planning.SessionView;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.talk.lectern.Jottings;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.audience.Progress;
import school.kerygma.core.plan.Workload;
import school.kerygma.core.time.SchoolCalendar;

/** Makes the plan book's weeks. */
@Component
@Transactional(readOnly = true)
class Weeks {

  private static final int SHOWN_UNRECORDED = 3;

  private final TermBook.Opener books;
  private final WeekFindings findings;
  private final DayNotes notes;
  private final Scripts scripts;
  private final Audience audience;
  private final Jottings jottings;
  private final ChangesSinceTold told;

  Weeks(
      TermBook.Opener books,
      WeekFindings findings,
      DayNotes notes,
      Scripts scripts,
      Audience audience,
      Jottings jottings,
      ChangesSinceTold told) {
    this.books = books;
    this.findings = findings;
    this.notes = notes;
    this.scripts = scripts;
    this.audience = audience;
    this.jottings = jottings;
    this.told = told;
  }

  /** What is looked up for one week beside the book of its term. */
  private record Shown(
      List<LocalDate> dates,
      LocalDate today,
      List<TaskView> tasks,
      Map<UUID, Map<UUID, Instant>> ticks,
      Map<UUID, Map<LocalDate, DayNotes.Note>> notes) {}

  /**
   * The week that holds {@code shown}.
   *
   * @param sections at least one
   */
  WeekView of(UUID teacher, List<SectionView> sections, LocalDate shown, LocalDate today) {
    List<LocalDate> dates = SchoolCalendar.schoolWeek(shown);
    TermBook book = books.of(teacher, sections, shown);
    Shown week = shown(book, dates, today);
    SchoolCalendar calendar = sections.getFirst().calendar();
    List<WeekView.Row> rows = new ArrayList<>();
    for (SectionView section : sections) {
      rows.add(new WeekView.Row(section, cells(section, book, week)));
    }
    boolean over = sections.stream().noneMatch(s -> today.isBefore(s.calendar().end()));
    return new WeekView(
        dates.getFirst(),
        calendar.weekOf(shown).orElse(0),
        calendar.weeks(),
        dates.stream()
            .map(d -> new WeekView.Day(d, d.equals(today), calendar.isSchoolDay(d)))
            .toList(),
        rows,
        over ? List.of() : notStarted(book),
        over ? List.of() : goingUp(book),
        over
            ? 0
            : rows.stream()
                .flatMap(r -> r.cells().stream())
                .flatMap(c -> c.tasks().stream())
                .filter(p -> !p.posted())
                .count(),
        scripts.ofTeacher(teacher).stream()
            .filter(h -> !h.complete())
            .limit(SHOWN_UNRECORDED)
            .toList(),
        over
            ? ToLookAt.NOTHING
            : findings.of(book, rows, untold(book), changed(book), noted(teacher)));
  }

  private Shown shown(TermBook book, List<LocalDate> dates, LocalDate today) {
    List<TaskView> tasks =
        book.tasks().stream()
            .filter(t -> t.sheet().days().values().stream().anyMatch(dates::contains))
            .toList();
    Set<UUID> students = new HashSet<>();
    book.sections().forEach(s -> students.addAll(s.students()));
    Set<UUID> ticked = tasks.stream().map(TaskView::id).collect(Collectors.toSet());
    Map<UUID, Map<LocalDate, DayNotes.Note>> lines = new HashMap<>();
    List<UUID> ids = book.sections().stream().map(SectionView::id).toList();
    for (DayNotes.Note note : notes.between(ids, dates.getFirst(), dates.getLast())) {
      lines.computeIfAbsent(note.section(), k -> new HashMap<>()).put(note.day(), note);
    }
    return new Shown(dates, today, tasks, audience.ticks(students, ticked), lines);
  }

  private static List<Cell> cells(SectionView section, TermBook book, Shown week) {
    SortedMap<LocalDate, Integer> minutes = Workload.byDay(book.load(section));
    List<Cell> cells = new ArrayList<>();
    int number = 1;
    for (LocalDate date : week.dates()) {
      List<Planned> own = new ArrayList<>();
      for (TaskView task : week.tasks()) {
        if (date.equals(task.sheet().days().get(section.id()))) {
          own.add(planned(number++, task, section, book, week.ticks()));
        }
      }
      List<SessionView> live =
          book.sessions().stream()
              .filter(v -> v.section().equals(section.id()) && v.sheet().day().equals(date))
              .toList();
      cells.add(
          new Cell(
              date,
              date.equals(week.today()),
              section.meets().meetsOn(date, section.calendar()),
              section.calendar().isSchoolDay(date),
              own,
              live,
              week.notes()
                  .getOrDefault(section.id(), Map.of())
                  .getOrDefault(date, DayNotes.Note.none(section.id(), date)),
              minutes.getOrDefault(date, 0),
              section.minutes()));
    }
    return cells;
  }

  private static Planned planned(
      int number,
      TaskView task,
      SectionView section,
      TermBook book,
      Map<UUID, Map<UUID, Instant>> ticks) {
    int done =
        (int)
            section.students().stream()
                .filter(s -> ticks.getOrDefault(s, Map.of()).containsKey(task.id()))
                .count();
    return new Planned(
        number,
        task.in(section.id()),
        done,
        section.students().size(),
        book.due(task, section),
        book.talk(task, section),
        book.delivery(task, section).isPresent(),
        book.worths().share(section.id(), task.sheet()),
        task.sheet().differs().containsKey(section.id()));
  }

  /** Students who have not begun what is up for their section. */
  private List<WeekView.Waiting> notStarted(TermBook book) {
    List<DeliveryView> up =
        book.sections().stream()
            .flatMap(s -> book.standing().up(s.id()).stream())
            .filter(DeliveryView::hasAnything)
            .toList();
    Map<UUID, Map<UUID, Progress>> progress = audience.progress(up, book.sections());
    List<WeekView.Waiting> waiting = new ArrayList<>();
    for (DeliveryView d : up) {
      int without =
          (int)
              progress.getOrDefault(d.id(), Map.of()).values().stream()
                  .filter(p -> !p.begun())
                  .count();
      if (without > 0) {
        waiting.add(new WeekView.Waiting(section(book, d).name(), book.title(d), without, d.id()));
      }
    }
    return waiting;
  }

  private static List<ToLookAt.Untold> untold(TermBook book) {
    return book.deliveries().stream()
        .filter(d -> d.up() && d.untold())
        .map(d -> new ToLookAt.Untold(book.title(d), section(book, d), d))
        .toList();
  }

  private List<ToLookAt.Changed> changed(TermBook book) {
    Set<UUID> changed = told.open(book.deliveries()).keySet();
    return book.deliveries().stream()
        .filter(d -> changed.contains(d.id()))
        .map(d -> new ToLookAt.Changed(book.title(d), section(book, d), d))
        .toList();
  }

  /** What was jotted down while recording, walkthrough by walkthrough. */
  private List<ToLookAt.Noted> noted(UUID teacher) {
    Map<UUID, String> titles =
        scripts.ofTeacher(teacher).stream()
            .collect(Collectors.toMap(Scripts.Head::id, Scripts.Head::title));
    Map<UUID, List<Jottings.View>> open = new LinkedHashMap<>();
    jottings
        .open(titles.keySet())
        .forEach(j -> open.computeIfAbsent(j.walkthrough(), w -> new ArrayList<>()).add(j));
    return open.entrySet().stream()
        .map(
            e ->
                new ToLookAt.Noted(
                    e.getKey(),
                    e.getValue().getFirst().stop(),
                    titles.getOrDefault(e.getKey(), ""),
                    e.getValue().size(),
                    e.getValue().stream()
                        .map(Jottings.View::words)
                        .filter(words -> !words.isEmpty())
                        .toList()))
        .toList();
  }

  private static SectionView section(TermBook book, DeliveryView delivery) {
    return book.sections().stream()
        .filter(s -> s.id().equals(delivery.section()))
        .findFirst()
        .orElseThrow();
  }

  private static List<WeekView.Upcoming> goingUp(TermBook book) {
    List<WeekView.Upcoming> upcoming = new ArrayList<>();
    for (DeliveryView d : book.standing().goingUp()) {
      SectionView section = section(book, d);
      upcoming.add(
          new WeekView.Upcoming(
              book.title(d), section.name(), section.students().size(), d, section));
    }
    return upcoming;
  }
}
