package school.kerygma.app.plan.planning;

import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.UUID;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.plan.Grading;

/** What tasks are worth of the term's grade, section by section. */
public final class Worths {

  private final Map<UUID, Grading> gradings = new HashMap<>();
  private final Map<UUID, Map<String, Integer>> points = new HashMap<>();

  private Worths() {}

  /**
   * Sums up the points of a term.
   *
   * @param term all tasks of the sections' terms
   */
  public static Worths of(Collection<SectionView> sections, List<TaskView> term) {
    Worths worths = new Worths();
    for (SectionView section : sections) {
      worths.gradings.put(section.id(), section.grading());
      Map<String, Integer> sums = new HashMap<>();
      for (TaskView task : term) {
        LocalDate day = task.sheet().days().get(section.id());
        Integer given = task.sheet().in(section.id()).points();
        if (day != null && given != null && section.calendar().holds(day)) {
          sums.merge(task.sheet().kind(), given, Integer::sum);
        }
      }
      worths.points.put(section.id(), sums);
    }
    return worths;
  }

  /** A task's share of a section's grade, 0 to 1, if its kind of points has a weight there. */
  public OptionalDouble share(UUID section, TaskSheet sheet) {
    Integer given = sheet.in(section).points();
    Grading grading = gradings.get(section);
    return given == null || grading == null
        ? OptionalDouble.empty()
        : grading.share(sheet.kind(), given, points.getOrDefault(section, Map.of()));
  }

  /**
   * What a task's points are on the scale to which its kind's points are scaled: 1 of 24 daily
   * points is a 24th of 4.
   *
   * @return nothing if its kind just adds points up
   */
  public Optional<Scaled> scaled(UUID section, TaskSheet sheet) {
    Integer given = sheet.in(section).points();
    int all = points(section, sheet.kind());
    if (given == null || all <= 0) {
      return Optional.empty();
    }
    return Optional.ofNullable(gradings.get(section))
        .flatMap(g -> g.kind(sheet.kind()))
        .filter(k -> k.scale() > 0)
        .map(k -> new Scaled((double) k.scale() * given / all, k.scale()));
  }

  /** A mark on a scale that ends at {@code best}. */
  public record Scaled(double mark, int best) {}

  /** Points of the term of one kind in one section. */
  public int points(UUID section, String kind) {
    return Grading.sum(kind, points.getOrDefault(section, Map.of()));
  }
}
