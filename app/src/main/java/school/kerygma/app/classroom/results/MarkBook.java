package school.kerygma.app.classroom.results;

import java.math.BigDecimal;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.There;
import school.kerygma.core.plan.Grading;
import school.kerygma.core.plan.PointsFor;
import school.kerygma.core.result.Improvement;
import school.kerygma.core.result.TermMark;
import school.kerygma.core.result.Ungiven;
import school.kerygma.core.roster.PersonNames;
import school.kerygma.core.time.Edge;

/** The marks of a section: what each student got in each task of the term, and what comes of it. */
@Component
@Transactional(readOnly = true)
public class MarkBook {

  /**
   * A task that counts.
   *
   * @param outOf what there is to get; empty if nobody can tell yet
   * @param byRows whether its points may be those of the rows of a rubric
   */
  public record Column(
      TaskView task,
      String kind,
      Optional<BigDecimal> outOf,
      Optional<Instant> due,
      boolean byRows) {}

  /**
   * What a student got in a task.
   *
   * @param points that count; empty if none were given
   * @param versions that were handed in, the oldest first
   * @param result what the newest of them got, or work on paper
   * @param waits whether what it got is not handed back yet
   * @param ungiven what the task's own rule gives; stands where no points were given
   * @param earlier whether a version of it was looked at
   */
  public record Cell(
      UUID task,
      TermMark.State state,
      Optional<BigDecimal> points,
      List<UUID> versions,
      Optional<ResultView> result,
      boolean waits,
      Optional<Ungiven> ungiven,
      boolean earlier) {

    public String text() {
      return points.map(BigDecimal::toPlainString).orElse("");
    }

    public boolean handedIn() {
      return !versions.isEmpty();
    }

    /** The version that was handed in last; empty if none was. */
    public Optional<UUID> newest() {
      return versions.isEmpty() ? Optional.empty() : Optional.of(versions.getLast());
    }

    /** What was handed in last was not looked at, and points are of what was handed in before. */
    public boolean fresh() {
      return handedIn() && result.isEmpty() && points.isPresent() && earlier;
    }

    /** What is typed over: what was got before anything was taken off. */
    public String got() {
      return result.flatMap(r -> r.given().got()).map(BigDecimal::toPlainString).orElse("");
    }

    /** The state that it shows. */
    public String seen() {
      return result.map(ResultView::state).orElse(Results.NONE);
    }
  }

  /**
   * A student with what comes of all cells.
   *
   * @param items what counts, as the mark is computed from it
   */
  public record Row(
      UUID student, String name, List<Cell> cells, List<TermMark.Item> items, TermMark mark) {}

  /** The whole of it. */
  public record Table(List<Column> columns, List<Row> rows) {

    /** The tasks of which something is not handed back yet. */
    public List<Column> waiting() {
      Set<UUID> waiting =
          rows.stream()
              .flatMap(r -> r.cells().stream())
              .filter(Cell::waits)
              .map(Cell::task)
              .collect(Collectors.toSet());
      return columns.stream().filter(c -> waiting.contains(c.task().id())).toList();
    }
  }

  private final Tasks tasks;
  private final HandIns handIns;
  private final Results results;
  private final TaskRubric rubric;
  private final UngivenPoints ungiven;
  private final Excused excused;
  private final People people;
  private final Clock clock;

  MarkBook(
      Tasks tasks,
      HandIns handIns,
      Results results,
      TaskRubric rubric,
      UngivenPoints ungiven,
      Excused excused,
      People people,
      Clock clock) {
    this.tasks = tasks;
    this.handIns = handIns;
    this.results = results;
    this.rubric = rubric;
    this.ungiven = ungiven;
    this.excused = excused;
    this.people = people;
    this.clock = clock;
  }

  /** The marks of a section in its term: tasks that are handed in here, or worth points. */
  public Table of(SectionView section) {
    return read(
        section, section.students(), any -> true, tasks(section), ungiven.standing(section));
  }

  /** The same for who has read its tasks and deliveries already. */
  public Table of(SectionView section, List<TaskView> tasks, Standing standing) {
    return read(section, section.students(), any -> true, tasks, standing);
  }

  /** What of it its students may see: what was handed back. */
  public Table handedBack(SectionView section) {
    return back(section, section.students());
  }

  /** One student's line of it. */
  Table line(SectionView section, UUID student) {
    return read(section, Set.of(student), any -> true, tasks(section), ungiven.standing(section));
  }

  /** All tasks of a section's term. */
  public List<TaskView> tasks(SectionView section) {
    return tasks.between(
        List.of(section.id()), section.calendar().firstMonday(), section.calendar().end());
  }

  /** The marks of one student, for their own eyes: of what was handed back. */
  Table own(SectionView section, UUID student) {
    return back(section, Set.of(student));
  }

  private Table back(SectionView section, Set<UUID> students) {
    Instant now = clock.instant();
    return read(section, students, r -> r.isBack(now), tasks(section), ungiven.standing(section));
  }

  private Table read(
      SectionView section,
      Set<UUID> students,
      Predicate<ResultView> seen,
      List<TaskView> all,
      Standing standing) {
    Instant now = clock.instant();
    Set<Excused.Key> notCounted = excused.of(section.id());
    Map<UUID, Map<UUID, Set<UUID>>> handedIn = handIns.handedIn(section.id());
    Map<UUID, List<ResultView>> given = new HashMap<>();
    Map<UUID, ResultView> byVersion = new HashMap<>();
    Map<UUID, Map<UUID, ResultView>> onPaper = new HashMap<>();
    for (ResultView r : results.ofSection(section.id()).stream().filter(seen).toList()) {
      given.computeIfAbsent(r.task(), first -> new ArrayList<>()).add(r);
      r.handIn()
          .ifPresentOrElse(
              h -> byVersion.put(h, r),
              () ->
                  onPaper.computeIfAbsent(r.task(), first -> new HashMap<>()).put(r.student(), r));
    }
    List<Column> columns =
        all.stream()
            .filter(t -> t.sheet().days().containsKey(section.id()))
            .filter(
                t ->
                    t.sheet().in(section.id()).handIn().isPresent()
                        || t.sheet().in(section.id()).points() != null
                        || given.containsKey(t.id()))
            .sorted(
                Comparator.comparing((TaskView t) -> There.in(t.sheet().days(), section.id()))
                    .thenComparing(TaskView::title))
            .map(t -> column(t, section, given.getOrDefault(t.id(), List.of()), standing))
            .toList();
    Map<UUID, Map<UUID, Ungiven>> byRule =
        ungiven.of(section, columns.stream().map(Column::task).toList(), standing, students);
    Map<UUID, People.Contact> names = people.contacts(students);
    List<Row> rows = new ArrayList<>();
    for (UUID student : students) {
      List<Cell> cells = new ArrayList<>();
      List<TermMark.Item> items = new ArrayList<>();
      for (Column column : columns) {
        List<UUID> versions =
            List.copyOf(
                handedIn
                    .getOrDefault(column.task().id(), Map.of())
                    .getOrDefault(student, Set.of()));
        Cell cell =
            cell(
                column,
                versions,
                versions.stream().filter(byVersion::containsKey).map(byVersion::get).toList(),
                Optional.ofNullable(
                    onPaper.getOrDefault(column.task().id(), Map.of()).get(student)),
                section.grading().improved(column.kind()),
                notCounted.contains(new Excused.Key(column.task().id(), student)),
                Optional.ofNullable(byRule.getOrDefault(column.task().id(), Map.of()).get(student)),
                now);
        cells.add(cell);
        column
            .outOf()
            .ifPresent(
                most ->
                    items.add(
                        new TermMark.Item(
                            column.kind(),
                            cell.state(),
                            cell.points().orElse(BigDecimal.ZERO),
                            most)));
      }
      rows.add(
          new Row(
              student,
              There.in(names, student).name(),
              cells,
              items,
              TermMark.of(section.grading(), items)));
    }
    rows.sort(Comparator.comparing(Row::name, PersonNames.BY_FAMILY_NAME));
    return new Table(columns, rows);
  }

  /** What there is to get is what was said as it was given; else what the task says now. */
  private Column column(
      TaskView task, SectionView section, List<ResultView> given, Standing standing) {
    TaskSheet sheet = task.sheet().in(section.id());
    Optional<BigDecimal> most =
        given.stream()
            .flatMap(r -> r.given().outOf().stream())
            .max(BigDecimal::compareTo)
            .or(() -> Optional.ofNullable(sheet.points()).map(BigDecimal::valueOf))
            .or(
                () ->
                    sheet.handIn().isPresent()
                        ? rubric.of(task, section.id()).outOf()
                        : Optional.empty());
    return new Column(
        task,
        sheet.kind(),
        most,
        standing.due(task, section).map(Standing.Due::at),
        !sheet.handouts().isEmpty() || given.stream().anyMatch(r -> !r.given().rows().isEmpty()));
  }

  /**
   * What nobody has looked at counts for nothing; only what is handed in here, or counts for being
   * done, can be missing.
   *
   * @param versions that were handed in, the oldest first
   * @param looked what those of them got that were looked at
   */
  private static Cell cell(
      Column column,
      List<UUID> versions,
      List<ResultView> looked,
      Optional<ResultView> onPaper,
      Grading.Improved improved,
      boolean notCounted,
      Optional<Ungiven> byRule,
      Instant now) {
    List<ResultView> all = looked.isEmpty() ? onPaper.stream().toList() : looked;
    Optional<BigDecimal> points =
        notCounted
            ? Optional.empty()
            : Improvement.counts(
                    improved, all.stream().flatMap(r -> r.given().sum().stream()).toList())
                .or(() -> byRule.map(Ungiven::points));
    Optional<ResultView> result =
        versions.isEmpty()
            ? onPaper
            : looked.stream()
                .filter(r -> r.handIn().equals(Optional.of(versions.getLast())))
                .findFirst();
    boolean over = column.due().filter(d -> Edge.isOver(d, now)).isPresent();
    TaskSheet sheet = column.task().sheet();
    boolean here = sheet.handIn().isPresent() || sheet.pointsFor() == PointsFor.DONE;
    TermMark.State state =
        notCounted
            ? TermMark.State.EXCUSED
            : points.isPresent()
                ? TermMark.State.GIVEN
                : all.isEmpty() && here && versions.isEmpty() && over
                    ? TermMark.State.MISSING
                    : TermMark.State.OPEN;
    return new Cell(
        column.task().id(),
        state,
        points,
        versions,
        result,
        result.filter(r -> r.back().isEmpty()).isPresent(),
        byRule,
        !looked.isEmpty());
  }
}
