package school.kerygma.app.classroom.results;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.SelfChecks;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.result.Given;
import school.kerygma.core.rubric.MarkedBy;
import school.kerygma.core.rubric.Range;

/** A student's work as its teacher looks at it, with all of the section beside it. */
@Component
class LookingPage {

  /**
   * A criterion beside what is given for it.
   *
   * @param own whether it is one of those that the task is marked by
   * @param between points that lie between two levels; all there are, where the levels say none
   * @param self where the student sees themselves; empty if they did not say
   * @param said what the teacher has said of this row before
   */
  record Line(
      MarkedBy.Criterion criterion,
      boolean own,
      List<String> between,
      String self,
      Given.@Nullable Row given,
      List<String> said) {

    /** What stands in the field: points that are not those of the level. */
    public String typed() {
      if (given == null || given.points().isEmpty()) {
        return "";
      }
      BigDecimal points = given.points().get();
      boolean ofLevel =
          criterion.levels().stream()
              .filter(l -> l.name().equals(given.level()))
              .flatMap(l -> l.points().stream())
              .anyMatch(p -> p.high().compareTo(points) == 0);
      return ofLevel ? "" : points.toPlainString();
    }
  }

  /** A student in the strip above. */
  record Seat(WorkRows.Row row, String name, boolean current) {}

  /** So many points stand there to be pressed; more are typed. */
  private static final int MOST_CHOICES = 10;

  private final WorkRows rows;
  private final TaskRubric rubric;
  private final Results results;
  private final ShownVersion shownVersion;
  private final SelfChecks selfChecks;
  private final Clock clock;

  LookingPage(
      WorkRows rows,
      TaskRubric rubric,
      Results results,
      ShownVersion shownVersion,
      SelfChecks selfChecks,
      Clock clock) {
    this.rows = rows;
    this.rubric = rubric;
    this.results = results;
    this.shownVersion = shownVersion;
    this.selfChecks = selfChecks;
    this.clock = clock;
  }

  /**
   * Puts it on a page.
   *
   * @param wanted the version that is looked at; nothing for the newest
   * @param nameless whether names are hidden while looking
   */
  void show(
      UUID teacher,
      TaskView task,
      SectionView section,
      UUID student,
      Optional<UUID> wanted,
      boolean nameless,
      Model model) {
    Optional<Instant> due = rows.due(task, section);
    List<WorkRows.Row> all = rows.rows(task, section, due);
    WorkRows.Row own =
        all.stream()
            .filter(r -> r.student().equals(student))
            .findFirst()
            .orElseThrow(Problem::notFound);
    List<HandInVersion> versions = own.versions();
    HandInVersion version =
        wanted.isEmpty()
            ? own.newest()
            : versions.stream()
                .filter(v -> v.id().equals(wanted.get()))
                .findFirst()
                .orElseThrow(Problem::notFound);
    List<Seat> seats = seats(all, own, nameless);
    int at = 0;
    while (!seats.get(at).current()) {
      at++;
    }
    TaskRubric.By by = rubric.of(task, section.id());
    List<ResultView> before =
        new ArrayList<>(
            version == null ? results.onPaper(task.id(), student) : own.of(version.id()));
    @Nullable ResultView now = before.isEmpty() ? null : before.removeLast();
    Map<String, String> self = version == null ? Map.of() : selfChecks.of(version.id());
    List<Results.Said> said = results.said(teacher, task.id());
    model.addAttribute("task", task);
    model.addAttribute("section", section);
    model.addAttribute("due", due.orElse(null));
    model.addAttribute("seats", seats);
    model.addAttribute("open", all.stream().filter(r -> !r.hasWork() && !r.lookedAt()).count());
    model.addAttribute("next", at + 1 < seats.size() ? seats.get(at + 1) : null);
    model.addAttribute("previous", at > 0 ? seats.get(at - 1) : null);
    model.addAttribute("here", all.stream().filter(WorkRows.Row::hasWork).count());
    model.addAttribute("of", all.size());
    model.addAttribute("looked", all.stream().filter(WorkRows.Row::lookedAt).count());
    model.addAttribute("waiting", all.stream().filter(WorkRows.Row::waits).count());
    model.addAttribute("student", student);
    model.addAttribute("name", seats.get(at).name());
    model.addAttribute("nameless", nameless);
    model.addAttribute("shown", version);
    model.addAttribute("versions", versions);
    model.addAttribute("late", own.late());
    model.addAttribute("by", by);
    model.addAttribute("given", now == null ? 0 : now.given().rows().size());
    model.addAttribute("lines", lines(by, Optional.ofNullable(now), self, said));
    model.addAttribute(
        "earlier",
        now == null
            ? List.of()
            : now.given().rows().stream()
                .filter(r -> by.criteria().stream().noneMatch(c -> c.name().equals(r.criterion())))
                .toList());
    model.addAttribute("result", now);
    model.addAttribute("back", now != null && now.isBack(clock.instant()));
    model.addAttribute("before", before);
    model.addAttribute(
        "phrases",
        said.stream().filter(s -> s.criterion().isEmpty()).map(Results.Said::words).toList());
    if (version != null) {
      shownVersion.show(version, versions, model);
    }
  }

  static Results.Work work(
      TaskView task, SectionView section, UUID student, @Nullable HandInVersion version) {
    return new Results.Work(
        task.id(),
        section.id(),
        version == null ? student : version.student(),
        Optional.ofNullable(version).map(HandInVersion::id));
  }

  /**
   * Those who have handed something in, each work once, and whoever is looked at: what is nearly
   * empty first, then what came again.
   */
  private static List<Seat> seats(List<WorkRows.Row> all, WorkRows.Row own, boolean nameless) {
    Map<Object, List<WorkRows.Row>> byWork = new LinkedHashMap<>();
    for (WorkRows.Row row : all) {
      if (row.hasWork() || row.lookedAt() || row.equals(own)) {
        Object key = row.newest() == null ? row.student() : row.newest().id();
        byWork.computeIfAbsent(key, first -> new ArrayList<>()).add(row);
      }
    }
    List<List<WorkRows.Row>> works = new ArrayList<>(byWork.values());
    works.sort(Comparator.comparing(w -> w.getFirst().haste()));
    if (nameless) {
      // In an order that tells nothing: that of their ids.
      works.sort(Comparator.comparing(w -> w.getFirst().student()));
    }
    List<Seat> seats = new ArrayList<>();
    for (List<WorkRows.Row> work : works) {
      WorkRows.Row first = work.stream().filter(own::equals).findFirst().orElse(work.getFirst());
      String name =
          nameless
              ? "" + (seats.size() + 1)
              : String.join(", ", work.stream().map(WorkRows.Row::name).toList());
      seats.add(new Seat(first, name, work.contains(own)));
    }
    return seats;
  }

  private static List<Line> lines(
      TaskRubric.By by,
      Optional<ResultView> now,
      Map<String, String> self,
      List<Results.Said> said) {
    return by.criteria().stream()
        .map(
            c ->
                new Line(
                    c,
                    by.own().contains(c.name()),
                    between(c),
                    self.getOrDefault(c.name(), ""),
                    now.flatMap(
                            r ->
                                r.given().rows().stream()
                                    .filter(w -> w.criterion().equals(c.name()))
                                    .findFirst())
                        .orElse(null),
                    said.stream()
                        .filter(s -> s.criterion().equals(Optional.of(c.name())))
                        .map(Results.Said::words)
                        .toList()))
        .toList();
  }

  /** Halfway between one level and the next, in whole points where there are such. */
  private static List<String> between(MarkedBy.Criterion criterion) {
    List<BigDecimal> points =
        criterion.levels().stream()
            .flatMap(l -> l.points().stream())
            .map(Range::high)
            .sorted(Comparator.reverseOrder())
            .distinct()
            .toList();
    List<String> between = new ArrayList<>();
    if (points.isEmpty()) {
      int most = criterion.most().filter(m -> m.scale() <= 0).map(BigDecimal::intValue).orElse(0);
      for (int i = most; i >= 0 && most <= MOST_CHOICES && most > 0; i--) {
        between.add("" + i);
      }
      return between;
    }
    for (int i = 0; i + 1 < points.size(); i++) {
      BigDecimal apart = points.get(i).subtract(points.get(i + 1));
      BigDecimal half = points.get(i).add(points.get(i + 1)).divide(new BigDecimal(2));
      BigDecimal one =
          apart.compareTo(BigDecimal.ONE) > 0 ? half.setScale(0, RoundingMode.UP) : half;
      if (one.compareTo(points.get(i)) < 0) {
        between.add(one.stripTrailingZeros().toPlainString());
      }
    }
    return between;
  }
}
