package school.kerygma.app.classroom.results;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.handin.Lateness;
import school.kerygma.core.result.Given;

/** Gives points and words for a student's work, wherever they were typed. */
@Component
class Giving {

  /** Whose work for which task; without a version it is the newest, or work on paper. */
  record Meant(UUID section, UUID task, UUID student, @Nullable UUID version) {}

  /**
   * What is kept.
   *
   * @param seen its state now
   * @param sum what counts of its points; empty if none are given
   * @param late points that were taken off; empty if none were
   * @param students whose work it is
   */
  record Kept(
      String seen, String sum, String outOf, boolean whole, String late, Set<UUID> students) {}

  private final Results results;
  private final TaskRubric rubric;
  private final WorkRows rows;
  private final HandIns handIns;
  private final Tasks tasks;
  private final Sections sections;

  Giving(
      Results results,
      TaskRubric rubric,
      WorkRows rows,
      HandIns handIns,
      Tasks tasks,
      Sections sections) {
    this.results = results;
    this.rubric = rubric;
    this.rows = rows;
    this.handIns = handIns;
    this.tasks = tasks;
    this.sections = sections;
  }

  /**
   * Keeps what a form says.
   *
   * @throws Problem if it cannot be read, or somebody else has looked at the work meanwhile
   */
  Kept give(UUID teacher, Meant meant, GivenForm sent) {
    if (sent.seen() == null) {
      throw Problem.unreadable();
    }
    TaskView task = tasks.get(meant.task());
    SectionView section = sections.get(meant.section());
    @Nullable HandInVersion version = meant.version() == null ? null : handIns.get(meant.version());
    boolean theirs =
        version == null
            ? section.students().contains(meant.student())
            : version.section().equals(meant.section())
                && version.task().equals(meant.task())
                && version.students().contains(meant.student());
    if (!theirs) {
      throw Problem.notFound();
    }
    Results.Work work = LookingPage.work(task, section, meant.student(), version);
    Optional<Given> before = results.of(work).stream().reduce((a, b) -> b).map(ResultView::given);
    Given given = sent.read(rubric.of(task, section.id()), before);
    if (version != null && sent.costs(before)) {
      given = given.costing(late(task, section, meant.student()).map(Lateness::costs).orElse(0));
    }
    Optional<ResultView> kept = results.give(work, teacher, given, sent.seen());
    return new Kept(
        kept.map(ResultView::state).orElse(Results.NONE),
        given.sum().map(BigDecimal::toPlainString).orElse(""),
        given.outOf().map(BigDecimal::toPlainString).orElse(""),
        given.isWhole(),
        given.late().map(BigDecimal::toPlainString).orElse(""),
        version == null ? Set.of(meant.student()) : version.students());
  }

  /** How late a student's work is. */
  Optional<Lateness> late(TaskView task, SectionView section, UUID student) {
    List<HandInVersion> own =
        handIns.ofSection(task.id(), section.id()).stream()
            .filter(v -> v.students().contains(student))
            .toList();
    return WorkRows.late(own, task, section, rows.due(task, section));
  }
}
