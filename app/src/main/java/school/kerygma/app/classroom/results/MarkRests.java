package school.kerygma.app.classroom.results;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.result.Given;
import school.kerygma.core.rubric.MarkedBy;

/**
 * What a cell of the marks rests on: row by row, version by version, and what it cost to be late.
 */
@Component
class MarkRests {

  /** A row of the rubric with what is given for it. */
  record Line(MarkedBy.Criterion criterion, Given.@Nullable Row given) {}

  private final MarkBook book;
  private final TaskRubric rubric;
  private final Results results;
  private final Giving giving;
  private final Tasks tasks;

  MarkRests(MarkBook book, TaskRubric rubric, Results results, Giving giving, Tasks tasks) {
    this.book = book;
    this.rubric = rubric;
    this.results = results;
    this.giving = giving;
    this.tasks = tasks;
  }

  /** Puts it on a page. */
  void show(SectionView section, UUID student, UUID id, Model model) {
    TaskView task = tasks.get(id);
    MarkBook.Table table = book.line(section, student);
    MarkBook.Row row = table.rows().getFirst();
    MarkBook.Cell cell =
        row.cells().stream()
            .filter(c -> c.task().equals(id))
            .findFirst()
            .orElseThrow(Problem::notFound);
    TaskRubric.By by = rubric.of(task, section.id());
    List<Given.Row> given = cell.result().map(r -> r.given().rows()).orElse(List.of());
    List<Line> lines = new ArrayList<>();
    for (MarkedBy.Criterion criterion : by.criteria()) {
      Given.@Nullable Row own =
          given.stream()
              .filter(g -> g.criterion().equals(criterion.name()))
              .findFirst()
              .orElse(null);
      if (own != null || by.own().contains(criterion.name())) {
        lines.add(new Line(criterion, own));
      }
    }
    List<ResultView> all =
        cell.newest().isEmpty()
            ? results.onPaper(id, student)
            : results.ofVersions(cell.versions());
    model.addAttribute("section", section);
    model.addAttribute("task", task);
    model.addAttribute("name", row.name());
    model.addAttribute("student", student);
    model.addAttribute("cell", cell);
    model.addAttribute("by", by);
    model.addAttribute("lines", lines);
    model.addAttribute("whole", by.criteria().stream().noneMatch(c -> c.most().isPresent()));
    model.addAttribute(
        "due",
        table.columns().stream()
            .filter(c -> c.task().id().equals(id))
            .findFirst()
            .flatMap(MarkBook.Column::due)
            .orElse(null));
    model.addAttribute("late", giving.late(task, section, student).orElse(null));
    model.addAttribute(
        "before",
        all.stream()
            .filter(r -> r.given().sum().isPresent())
            .filter(r -> !cell.result().equals(Optional.of(r)))
            .toList());
    model.addAttribute("several", cell.versions().size() > 1);
    model.addAttribute("improved", section.grading().improved(task.sheet().kind()));
  }
}
