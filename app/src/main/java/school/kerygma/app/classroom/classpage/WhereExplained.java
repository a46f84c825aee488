package school.kerygma.app.classroom.classpage;

import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.time.Span;

/** Where what is listed is explained: the stop, and when it is played. */
@Component
class WhereExplained {

  private final Scripts scripts;
  private final Scores scores;

  WhereExplained(Scripts scripts, Scores scores) {
    this.scripts = scripts;
    this.scores = scores;
  }

  /** Where the posted walkthroughs explain the tasks; the first stop counts. */
  Map<UUID, ListedTask.Explained> tasks(Set<UUID> taskIds, Set<UUID> walkthroughs) {
    Map<UUID, ListedTask.Explained> explained = new HashMap<>();
    if (walkthroughs.isEmpty()) {
      return explained;
    }
    Map<UUID, Scores.Info> current = scores.currentOf(walkthroughs);
    for (StopView stop : scripts.explaining(taskIds)) {
      explained(stop, current)
          .ifPresent(e -> stop.tasks().forEach(task -> explained.putIfAbsent(task, e)));
    }
    return explained;
  }

  private static Optional<ListedTask.Explained> explained(
      StopView stop, Map<UUID, Scores.Info> current) {
    Scores.Info score = current.get(stop.walkthrough());
    Optional<Span> span = score == null ? Optional.empty() : score.order().programOf(stop.id());
    return span.map(
        s ->
            new ListedTask.Explained(
                stop.walkthrough(), stop.id(), stop.number(), s.startMs(), s.endMs()));
  }

  /** Where the posted walkthroughs explain single ways, by the stop. */
  Map<UUID, ListedTask.Explained> ways(Collection<TaskView> posted, Set<UUID> walkthroughs) {
    Set<UUID> stops =
        posted.stream()
            .flatMap(t -> t.sheet().board().stream())
            .flatMap(b -> b.ways().stream())
            .flatMap(w -> w.stop().stream())
            .collect(Collectors.toSet());
    Map<UUID, ListedTask.Explained> explained = new HashMap<>();
    if (!stops.isEmpty() && !walkthroughs.isEmpty()) {
      Map<UUID, Scores.Info> current = scores.currentOf(walkthroughs);
      scripts
          .among(stops)
          .forEach(stop -> explained(stop, current).ifPresent(e -> explained.put(stop.id(), e)));
    }
    return explained;
  }
}
