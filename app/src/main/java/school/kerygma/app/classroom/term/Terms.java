package school.kerygma.app.classroom.term;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.PostedTitles;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.classroom.results.MarkBook;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.school.rollcall.RollCalls;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.There;
import school.kerygma.core.audience.Pace;
import school.kerygma.core.audience.Progress;
import school.kerygma.core.result.TermMark;
import school.kerygma.core.roll.RollCall.Presence;
import school.kerygma.core.time.Edge;
import school.kerygma.core.time.SchoolCalendar;

/** Reads the term of a section: what was planned, shown, watched, done, given and missed. */
@Component
@Transactional(readOnly = true)
public class Terms {

  /**
   * A task in the term.
   *
   * @param shown whether students have seen it
   */
  private record Planned(
      TaskView task, LocalDate day, boolean required, boolean shown, Optional<Instant> due) {}

  private final Postings postings;
  private final PostedTitles titles;
  private final Audience audience;
  private final MarkBook marks;
  private final RollCalls calls;
  private final PaceRules paces;
  private final Clock clock;

  Terms(
      Postings postings,
      PostedTitles titles,
      Audience audience,
      MarkBook marks,
      RollCalls calls,
      PaceRules paces,
      Clock clock) {
    this.postings = postings;
    this.titles = titles;
    this.audience = audience;
    this.marks = marks;
    this.calls = calls;
    this.paces = paces;
    this.clock = clock;
  }

  Term of(SectionView section) {
    Instant now = clock.instant();
    SchoolCalendar calendar = section.calendar();
    LocalDate today = calendar.dateOf(now);
    List<DeliveryView> all = deliveries(section, now);
    Standing standing = Standing.of(all, now);
    List<TaskView> tasks = marks.tasks(section);
    List<DeliveryView> shown =
        all.stream()
            .filter(d -> d.wasSeen() && calendar.holds(calendar.dateOf(d.moments().goesUpAt())))
            .toList();
    List<Planned> planned = planned(section, tasks, standing);
    List<DeliveryView> talks = shown.stream().filter(d -> d.walkthrough().isPresent()).toList();
    Set<UUID> done = new HashSet<>();
    planned.forEach(p -> done.add(p.task().id()));
    talks.forEach(d -> done.addAll(d.tasks()));
    Map<UUID, Map<UUID, Instant>> ticks = audience.ticks(section.students(), done);
    Map<UUID, Map<UUID, Progress>> progress = audience.progress(talks, List.of(section), ticks);
    Map<UUID, String> talkTitles = titles.of(talks);
    boolean called = calls.isCalled(section.id());
    Map<UUID, List<RollCalls.Cell>> roll =
        called
            ? calls.between(section, section.students(), calendar.firstMonday(), today)
            : Map.of();
    MarkBook.Table table = marks.of(section, tasks, standing);
    Optional<PaceRules.Held> pace = paces.of(section.id());
    List<Term.OfStudent> students = new ArrayList<>();
    for (MarkBook.Row row : table.rows()) {
      Map<UUID, Instant> own = ticks.getOrDefault(row.student(), Map.of());
      List<RollCalls.Cell> days = roll.getOrDefault(row.student(), List.of());
      students.add(
          new Term.OfStudent(
              row.student(),
              row.name(),
              planned.stream().map(p -> line(p, own, table, row, now)).toList(),
              talks.stream()
                  .filter(d -> d.isFor(row.student()))
                  .map(
                      d -> {
                        Progress p = There.in(There.in(progress, d.id()), row.student());
                        return new Term.Talk(
                            calendar.schoolDayFrom(calendar.dateOf(d.moments().goesUpAt())),
                            talkTitles.getOrDefault(d.id(), ""),
                            p.begun(),
                            p.followed());
                      })
                  .toList(),
              days.stream()
                  .filter(c -> c.presence() == Presence.ABSENT)
                  .map(RollCalls.Cell::day)
                  .toList(),
              (int) days.stream().filter(c -> c.presence() != Presence.WAITS).count(),
              row.mark().percent(),
              pace.map(held -> pace(held, planned, own, calendar, now))));
    }
    return new Term(called, pace, weeks(section, today, planned, students, table), students);
  }

  private List<DeliveryView> deliveries(SectionView section, Instant now) {
    return postings.ofSections(List.of(section.id())).stream().map(d -> d.at(now)).toList();
  }

  private static List<Planned> planned(
      SectionView section, List<TaskView> tasks, Standing standing) {
    return tasks.stream()
        .filter(t -> t.sheet().days().containsKey(section.id()))
        .map(
            t ->
                new Planned(
                    t,
                    There.in(t.sheet().days(), section.id()),
                    t.sheet().in(section.id()).required(),
                    standing.seen(t.id(), section.id()).isPresent(),
                    standing.due(t, section).map(Standing.Due::at)))
        .sorted(Comparator.comparing(Planned::day).thenComparing(p -> p.task().title()))
        .toList();
  }

  private static Term.Line line(
      Planned p, Map<UUID, Instant> done, MarkBook.Table table, MarkBook.Row row, Instant now) {
    Optional<Instant> at = Optional.ofNullable(done.get(p.task().id()));
    Optional<MarkBook.Cell> cell =
        row.cells().stream().filter(c -> c.task().equals(p.task().id())).findFirst();
    Optional<MarkBook.Column> column =
        table.columns().stream().filter(c -> c.task().id().equals(p.task().id())).findFirst();
    return new Term.Line(
        p.task().id(),
        p.task().title(),
        p.required(),
        p.day(),
        p.due(),
        state(p, at, now),
        at,
        cell.flatMap(MarkBook.Cell::points),
        cell.flatMap(MarkBook.Cell::points).isPresent()
            ? column.flatMap(MarkBook.Column::outOf)
            : Optional.empty());
  }

  private static Term.State state(Planned p, Optional<Instant> done, Instant now) {
    if (done.isPresent()) {
      return p.due().filter(d -> Edge.isOver(d, done.get())).isPresent()
          ? Term.State.DONE_LATE
          : Term.State.DONE;
    }
    if (!p.shown()) {
      return Term.State.NOT_UP;
    }
    return p.required() && p.due().filter(d -> Edge.isOver(d, now)).isPresent()
        ? Term.State.MISSING
        : Term.State.OPEN;
  }

  private static Pace pace(
      PaceRules.Held held,
      Collection<Planned> planned,
      Map<UUID, Instant> done,
      SchoolCalendar calendar,
      Instant now) {
    List<Pace.Work> work = new ArrayList<>();
    for (Planned p : planned) {
      if (p.required() && p.shown()) {
        p.due()
            .ifPresent(
                due -> work.add(new Pace.Work(due, Optional.ofNullable(done.get(p.task().id())))));
      }
    }
    return Pace.of(held.rules(), work, calendar, now);
  }

  private static List<Term.Week> weeks(
      SectionView section,
      LocalDate today,
      List<Planned> planned,
      List<Term.OfStudent> students,
      MarkBook.Table table) {
    Map<UUID, MarkBook.Column> columns = new HashMap<>();
    table.columns().forEach(c -> columns.put(c.task().id(), c));
    Map<LocalDate, List<Planned>> byWeek = new LinkedHashMap<>();
    for (Planned p : planned) {
      byWeek.computeIfAbsent(SchoolCalendar.mondayOf(p.day()), first -> new ArrayList<>()).add(p);
    }
    List<Term.Week> weeks = new ArrayList<>();
    byWeek.forEach(
        (monday, own) -> {
          if (!monday.isAfter(today)) {
            weeks.add(week(section, monday, own, students, table));
          }
        });
    return weeks;
  }

  private static Term.Week week(
      SectionView section,
      LocalDate monday,
      List<Planned> own,
      List<Term.OfStudent> students,
      MarkBook.Table table) {
    List<UUID> ids = own.stream().map(p -> p.task().id()).toList();
    List<UUID> handedIn =
        own.stream()
            .filter(p -> p.task().sheet().in(section.id()).handIn().isPresent())
            .map(p -> p.task().id())
            .toList();
    List<MarkBook.Cell> cells =
        table.rows().stream()
            .flatMap(r -> r.cells().stream())
            .filter(c -> ids.contains(c.task()))
            .toList();
    List<Term.Talk> talks = students.stream().flatMap(s -> s.talksOf(monday).stream()).toList();
    List<Double> shares = new ArrayList<>();
    for (Term.OfStudent s : students) {
      for (Term.Line l : s.linesOf(monday)) {
        if (l.points().isPresent() && l.outOf().filter(o -> o.signum() > 0).isPresent()) {
          shares.add(l.points().get().doubleValue() / l.outOf().get().doubleValue());
        }
      }
    }
    return new Term.Week(
        monday,
        section.calendar().weekOf(monday).orElse(0),
        own.size(),
        (int) own.stream().filter(Planned::shown).count(),
        talks.isEmpty()
            ? Optional.empty()
            : Optional.of(
                talks.stream().filter(Term.Talk::followed).count() / (double) talks.size()),
        (int) cells.stream().filter(c -> handedIn.contains(c.task()) && c.handedIn()).count(),
        handedIn.size() * students.size(),
        (int) cells.stream().filter(c -> c.state() == TermMark.State.GIVEN).count(),
        shares.isEmpty()
            ? Optional.empty()
            : Optional.of(shares.stream().mapToDouble(d -> d).average().orElseThrow()),
        (int) students.stream().mapToLong(s -> s.awayIn(monday).size()).sum());
  }

  /** The pace of some students of a section; nobody's if no rule is set. */
  public Map<UUID, Pace> paces(SectionView section, Collection<UUID> students) {
    Optional<PaceRules.Held> held = paces.of(section.id());
    Map<UUID, Pace> all = new HashMap<>();
    if (held.isPresent()) {
      Instant now = clock.instant();
      List<Planned> planned =
          planned(section, marks.tasks(section), Standing.of(deliveries(section, now), now));
      Map<UUID, Map<UUID, Instant>> done =
          audience.ticks(students, planned.stream().map(p -> p.task().id()).toList());
      for (UUID student : students) {
        all.put(
            student,
            pace(
                held.get(),
                planned,
                done.getOrDefault(student, Map.of()),
                section.calendar(),
                now));
      }
    }
    return all;
  }
}
