package school.kerygma.app.classroom.results;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
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
   * By when the work of tasks was promised back to sections; days that are over promise nothing.
   */
  public Map<Promises.Key, LocalDate> promised(Collection<SectionView> sections) {
    return promises.of(sections);
  }
}
