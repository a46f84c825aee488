package school.kerygma.app.classroom.results;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.SelfChecks;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.core.result.Given;
import school.kerygma.core.rubric.MarkedBy;

/** The page of what came back, row by row, with the marks on it and the word at a place. */
@Component
public class BackPage {

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
  private final Replies replies;

  BackPage(
      Results results,
      ResultMarks marks,
      ResultVoices voices,
      Remarks remarks,
      TaskRubric rubric,
      SelfChecks selfChecks,
      Replies replies) {
    this.results = results;
    this.marks = marks;
    this.voices = voices;
    this.remarks = remarks;
    this.rubric = rubric;
    this.selfChecks = selfChecks;
    this.replies = replies;
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
    model.addAttribute("replies", replies.of(List.of(version.id())));
    model.addAttribute(
        "spoken",
        now.isEmpty()
            ? List.of()
            : voices.of(version.id()).stream().filter(v -> v.state().isHeard()).toList());
    if (seen) {
      now.ifPresent(r -> results.seen(List.of(r)));
    }
  }

  /**
   * Puts what a student's work on paper got on a page, for its student.
   *
   * @return the section in which it was given; nothing if nothing came back
   */
  Optional<UUID> showOnPaper(UUID student, TaskView task, Model model) {
    List<ResultView> all = new ArrayList<>(results.backOnPaper(task.id(), student));
    if (all.isEmpty()) {
      return Optional.empty();
    }
    ResultView now = all.removeLast();
    put(Optional.of(now), all, task, now.section(), Optional.empty(), model);
    results.seen(List.of(now));
    return Optional.of(now.section());
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
