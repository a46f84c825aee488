package school.kerygma.app.classroom.results;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.paper.margin.Rubrics;
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.core.rubric.MarkedBy;
import school.kerygma.core.rubric.Rubric;
import school.kerygma.core.text.Words;

/** By what a section's work for a task is marked: the rubrics among its papers, or its points. */
@Component
@Transactional(readOnly = true)
public class TaskRubric {

  private static final int MOST = 15;
  private static final int LONGEST_CRITERION = 120;
  private static final int LONGEST_LEVEL = 80;

  /**
   * By what work is marked.
   *
   * @param criteria of the rubrics; none if there is no rubric
   * @param own the names of those that the task's title names, where it names some: a rubric may be
   *     that of a whole project; else all
   * @param asks whether the points of a rubric can be read in several ways, and nobody has said how
   * @param outOf what there is to get in all; empty if nobody can tell
   */
  public record By(
      List<MarkedBy.Criterion> criteria,
      Set<String> own,
      boolean asks,
      Optional<BigDecimal> outOf) {

    /**
     * What there is to get where some rows are given: those of the task, and whatever else was
     * given.
     */
    Optional<BigDecimal> outOf(Set<String> given) {
      List<MarkedBy.Criterion> counted =
          criteria.stream()
              .filter(c -> own.contains(c.name()) || given.contains(c.name()))
              .toList();
      return new MarkedBy(counted).most().or(() -> outOf);
    }
  }

  private final Rubrics rubrics;
  private final Editions editions;

  TaskRubric(Rubrics rubrics, Editions editions) {
    this.rubrics = rubrics;
    this.editions = editions;
  }

  public By of(TaskView task, UUID section) {
    TaskSheet sheet = task.sheet().in(section);
    List<MarkedBy.Criterion> criteria = new ArrayList<>();
    Set<String> names = new HashSet<>();
    boolean asks = false;
    for (UUID paper : sheet.handouts().stream().sorted().toList()) {
      for (Rubrics.Table table : rubrics.of(editions.opened(paper))) {
        asks |= table.rubric().filter(Rubric::asks).isPresent();
        for (MarkedBy.Criterion c : table.marked().map(MarkedBy::criteria).orElse(List.of())) {
          MarkedBy.Criterion own = shortened(c, task.title());
          if (criteria.size() < MOST && names.add(own.name())) {
            criteria.add(own);
          }
        }
      }
    }
    Set<String> own = own(criteria, task.title());
    Optional<BigDecimal> whole =
        new MarkedBy(criteria.stream().filter(c -> own.contains(c.name())).toList()).most();
    return new By(
        List.copyOf(criteria),
        own,
        asks,
        whole.or(() -> Optional.ofNullable(sheet.points()).map(BigDecimal::valueOf)));
  }

  /** The criteria that a title names: "Sketch three bridges" is marked by "Sketches". */
  private static Set<String> own(List<MarkedBy.Criterion> criteria, String title) {
    List<String> said = stems(title);
    Set<String> own =
        criteria.stream()
            .map(MarkedBy.Criterion::name)
            .filter(n -> !stems(n).isEmpty() && said.containsAll(stems(n)))
            .collect(Collectors.toSet());
    return own.isEmpty()
        ? criteria.stream().map(MarkedBy.Criterion::name).collect(Collectors.toSet())
        : own;
  }

  /** The first letters of its longer words: enough to tell them apart, whatever their endings. */
  private static List<String> stems(String text) {
    return Words.of(text.toLowerCase(Locale.ROOT)).stream()
        .map(w -> w.replaceAll("[^\\p{L}\\p{N}]", ""))
        .filter(w -> w.length() > 2)
        .map(w -> w.substring(0, Math.min(5, w.length())))
        .toList();
  }

  private static MarkedBy.Criterion shortened(MarkedBy.Criterion c, String whole) {
    return new MarkedBy.Criterion(
        shortened(c.name().isBlank() ? whole : c.name(), LONGEST_CRITERION),
        c.most(),
        c.extra(),
        c.levels().stream()
            .map(l -> new MarkedBy.Level(shortened(l.name(), LONGEST_LEVEL), l.asks(), l.points()))
            .toList());
  }

  private static String shortened(String name, int most) {
    String text = name.strip().replaceAll("\\s+", " ");
    return text.length() <= most ? text : text.substring(0, most).strip();
  }
}
