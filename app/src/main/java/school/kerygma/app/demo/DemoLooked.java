package school.kerygma.app.demo;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.HandedFile;
import school.kerygma.app.classroom.results.Promises;
import school.kerygma.app.classroom.results.Replies;
import school.kerygma.app.classroom.results.ResultMarks;
import school.kerygma.app.classroom.results.Results;
import school.kerygma.app.classroom.results.TaskRubric;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.core.handout.Box;
import school.kerygma.core.result.Given;
import school.kerygma.core.rubric.MarkedBy;
import school.kerygma.core.rubric.Range;

/** Looks at work of the demonstration: levels, points, words, and marks on its pages. */
@Component
class DemoLooked {

  private static final List<String> ROW_WORDS =
      List.of("Three ways: well done.", "", "Where does this line end?", "");

  private final Results results;
  private final ResultMarks marks;
  private final TaskRubric rubric;
  private final Replies replies;
  private final Promises promises;

  DemoLooked(
      Results results, ResultMarks marks, TaskRubric rubric, Replies replies, Promises promises) {
    this.replies = replies;
    this.promises = promises;
    this.results = results;
    this.marks = marks;
    this.rubric = rubric;
  }

  /**
   * Gives something for a version.
   *
   * @param turn which levels are chosen
   */
  void give(TaskView task, HandInVersion version, UUID teacher, int turn, String words) {
    TaskRubric.By by = rubric.of(task, version.section());
    List<Given.Row> rows = new ArrayList<>();
    for (MarkedBy.Criterion c : by.criteria()) {
      if (!c.levels().isEmpty() && by.own().contains(c.name())) {
        int at = (turn + rows.size()) % Math.min(2, c.levels().size());
        MarkedBy.Level level = c.levels().get(at);
        rows.add(
            new Given.Row(
                c.name(),
                level.name(),
                level
                    .points()
                    .map(Range::high)
                    .or(() -> c.most().map(m -> m.subtract(new BigDecimal(2 * at)))),
                c.most(),
                c.extra(),
                ROW_WORDS.get((turn + rows.size()) % ROW_WORDS.size())));
      }
    }
    Optional<BigDecimal> points =
        rows.isEmpty()
            ? by.outOf().map(p -> p.subtract(new BigDecimal(turn % 3)))
            : Optional.empty();
    results.give(
        new Results.Work(
            task.id(), version.section(), version.student(), Optional.of(version.id())),
        teacher,
        new Given(rows, points, by.outOf(), words),
        Results.NONE);
    version.files().stream()
        .filter(f -> f.pages() > 0)
        .findFirst()
        .ifPresent(f -> mark(version, f, turn));
  }

  private void mark(HandInVersion version, HandedFile file, int turn) {
    String page = file.id() + " 1";
    double y = 150 + 8.0 * (turn % 4);
    marks.make(
        version.id(),
        UUID.randomUUID(),
        page,
        new ResultMarks.Sent(
            "ring", List.of(new Box(96, y - 84, 476, 160)), 0, "", List.of(), 1.0));
    marks.make(
        version.id(),
        UUID.randomUUID(),
        page,
        new ResultMarks.Sent(
            "note",
            List.of(new Box(330, y + 92, 120, 20)),
            0,
            "This one bends least. Say why.",
            List.of(),
            1.0));
  }

  /** The first comes back, and its student answers; the others are promised. */
  void handBack(HandInVersion version, Instant now, LocalDate promised) {
    results.handBack(version.task(), version.section(), Set.of(version.student()), now);
    replies.say(
        version, version.student(), "The second one bends least. Is the load enough as a reason?");
    promises.promise(new Promises.Key(version.task(), version.section()), Optional.of(promised));
  }
}
