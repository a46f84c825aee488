package school.kerygma.app.classroom.results;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;

/** What came back to students: nothing of it is seen before it is handed back. */
@Component
public class ComeBack {

  private final Results results;
  private final Promises promises;
  private final HandIns handIns;
  private final Tasks tasks;

  ComeBack(Results results, Promises promises, HandIns handIns, Tasks tasks) {
    this.results = results;
    this.promises = promises;
    this.handIns = handIns;
    this.tasks = tasks;
  }

  /**
   * What came back to a student, for their family.
   *
   * @param share points of what there was to get; empty if it got words only
   */
  public record Lately(String title, String share, String words, Instant at) {}

  /** A student in a section. */
  public record Seat(UUID section, UUID student) {}

  /** What came back to the students of some sections since a moment, the newest first. */
  public Map<Seat, List<Lately>> lately(Collection<UUID> sections, Instant since) {
    List<ResultView> all = results.backSince(sections, since);
    if (all.isEmpty()) {
      return Map.of();
    }
    Map<UUID, Set<UUID>> whose = new HashMap<>();
    handIns
        .handedIn(sections)
        .values()
        .forEach(
            of ->
                of.forEach(
                    (student, versions) ->
                        versions.forEach(
                            v -> whose.computeIfAbsent(v, first -> new HashSet<>()).add(student))));
    Map<UUID, String> titles =
        tasks.among(all.stream().map(ResultView::task).collect(Collectors.toSet())).stream()
            .collect(Collectors.toMap(TaskView::id, TaskView::title));
    Map<Seat, List<Lately>> lately = new HashMap<>();
    for (ResultView r : all.reversed()) {
      Set<UUID> students = new HashSet<>(Set.of(r.student()));
      r.handIn().ifPresent(h -> students.addAll(whose.getOrDefault(h, Set.of())));
      for (UUID student : students) {
        lately
            .computeIfAbsent(new Seat(r.section(), student), first -> new ArrayList<>())
            .add(
                new Lately(
                    titles.getOrDefault(r.task(), ""),
                    r.given().sum().map(BigDecimal::toPlainString).orElse("")
                        + r.given().outOf().map(o -> " / " + o.toPlainString()).orElse(""),
                    r.given().words(),
                    r.back().orElseThrow()));
      }
    }
    return lately;
  }

  /** Of which of some versions something came back. */
  public Set<UUID> among(Collection<UUID> versions) {
    Set<UUID> back = new HashSet<>();
    results.back(versions).forEach(r -> r.handIn().ifPresent(back::add));
    return back;
  }

  /**
   * By when the work of tasks was promised back to sections; days that are over promise nothing.
   */
  public Map<Promises.Key, LocalDate> promised(Collection<SectionView> sections) {
    return promises.of(sections);
  }
}
