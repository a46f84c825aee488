package school.kerygma.app.classroom.results;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.SelfChecks;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.school.frame.PageJson;
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
  private final TaskRubric rubric;
  private final SelfChecks selfChecks;

  ComeBack(
      Results results, ResultMarks marks, TaskRubric rubric, SelfChecks selfChecks, PageJson json) {
    this.results = results;
    this.marks = marks;
    this.rubric = rubric;
    this.selfChecks = selfChecks;
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
