package school.kerygma.app.classroom.results;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.classroom.handin.SelfChecks;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.result.Given;
import school.kerygma.core.rubric.MarkedBy;

/** What came back, as its student reads it: nothing of it is seen before it is handed back. */
@Component
public class ComeBack {

  /**
   * A row of the rubric.
   *
   * @param own where the student saw themselves; empty if they did not say
   * @param above what would bring the next level; empty if there is none, or nobody can tell
   */
  public record Line(Given.@Nullable Row given, String criterion, String own, String above) {}

  private final Results results;
  private final ResultMarks marks;
  private final ResultVoices voices;
  private final Remarks remarks;
  private final TaskRubric rubric;
  private final SelfChecks selfChecks;
  private final HandIns handIns;
  private final Tasks tasks;

  ComeBack(
      Results results,
      ResultMarks marks,
      ResultVoices voices,
      Remarks remarks,
      TaskRubric rubric,
      SelfChecks selfChecks,
      HandIns handIns,
      Tasks tasks) {
    this.handIns = handIns;
    this.tasks = tasks;
    this.results = results;
    this.marks = marks;
    this.voices = voices;
    this.remarks = remarks;
    this.rubric = rubric;
    this.selfChecks = selfChecks;
  }

  /**
   * What came back to a student, for their family.
   *
   * @param share points of what there was to get; empty if it got words only
   */
  public record Lately(String title, String share, String words, Instant at) {}

  /** What came back to a student since a moment, the newest first. */
  public List<Lately> lately(SectionView section, UUID student, Instant since) {
    List<ResultView> all = results.backSince(section.id(), since);
    if (all.isEmpty()) {
      return List.of();
    }
    Map<UUID, Map<UUID, Set<UUID>>> handedIn = handIns.handedIn(section.id());
    List<ResultView> own =
        all.stream()
            .filter(
                r ->
                    r.student().equals(student)
                        || r.handIn()
                            .filter(
                                h ->
                                    handedIn
                                        .getOrDefault(r.task(), Map.of())
                                        .getOrDefault(student, Set.of())
                                        .contains(h))
                            .isPresent())
            .toList();
    Map<UUID, String> titles =
        tasks.among(own.stream().map(ResultView::task).collect(Collectors.toSet())).stream()
            .collect(Collectors.toMap(TaskView::id, TaskView::title));
    return own.reversed().stream()
        .map(
            r ->
                new Lately(
                    titles.getOrDefault(r.task(), ""),
                    r.given().sum().map(BigDecimal::toPlainString).orElse("")
                        + r.given().outOf().map(o -> " / " + o.toPlainString()).orElse(""),
                    r.given().words(),
                    r.back().orElseThrow()))
        .toList();
  }

  /** Of which of some versions something came back. */
  public Set<UUID> among(Collection<UUID> versions) {
    Set<UUID> back = new HashSet<>();
    results.back(versions).forEach(r -> r.handIn().ifPresent(back::add));
    return back;
  }

  /**
   * Puts what came back of a version on a page.
   *
   * @param seen whether it is its student who reads it
   */
  public void show(HandInVersion version, TaskView task, boolean seen, Model model) {
    List<ResultView> all = new ArrayList<>(results.back(List.of(version.id())));
    Optional<ResultView> now = all.isEmpty() ? Optional.empty() : Optional.of(all.removeLast());
    put(now, all, task, version.section(), Optional.of(version.id()), model);
    model.addAttribute("marks", now.isEmpty() ? "[]" : marks.text(version.id()));
    remarks.show(version, now.isPresent(), model);
    model.addAttribute(
        "spoken",
        now.isEmpty()
            ? List.of()
            : voices.of(version.id()).stream()
                .filter(v -> v.state() == ResultVoices.State.READY)
                .toList());
    if (seen) {
      now.ifPresent(r -> results.seen(List.of(r)));
    }
  }

  /** The same of work on paper. */
  public boolean showOnPaper(UUID student, TaskView task, UUID section, boolean seen, Model model) {
    List<ResultView> all = new ArrayList<>(results.backOnPaper(task.id(), student));
    Optional<ResultView> now = all.isEmpty() ? Optional.empty() : Optional.of(all.removeLast());
    put(now, all, task, section, Optional.empty(), model);
    if (seen) {
      now.ifPresent(r -> results.seen(List.of(r)));
    }
    return now.isPresent();
  }

  private void put(
      Optional<ResultView> now,
      List<ResultView> before,
      TaskView task,
      UUID section,
      Optional<UUID> version,
      Model model) {
    List<MarkedBy.Criterion> criteria = rubric.of(task, section).criteria();
    List<Given.Row> given = now.map(r -> r.given().rows()).orElse(List.of());
    Map<String, String> self = version.map(selfChecks::of).orElse(Map.of());
    List<Line> lines = new ArrayList<>();
    for (MarkedBy.Criterion c : criteria) {
      Given.Row row =
          given.stream().filter(g -> g.criterion().equals(c.name())).findFirst().orElse(null);
      String own = self.getOrDefault(c.name(), "");
      if (row != null || !own.isEmpty()) {
        lines.add(
            new Line(
                row,
                c.name(),
                own,
                row == null ? "" : c.above(row.level()).map(MarkedBy.Level::asks).orElse("")));
      }
    }
    given.stream()
        .filter(g -> criteria.stream().noneMatch(c -> c.name().equals(g.criterion())))
        .forEach(g -> lines.add(new Line(g, g.criterion(), "", "")));
    model.addAttribute("result", now.orElse(null));
    model.addAttribute("lines", lines);
    model.addAttribute("before", before);
  }
}
