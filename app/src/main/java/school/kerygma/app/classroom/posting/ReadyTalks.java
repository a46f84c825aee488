package school.kerygma.app.classroom.posting;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.There;

/** Which walkthroughs can be put up. */
@Component
class ReadyTalks {

  /** A walkthrough that can be put up, and the titles of what it explains. */
  record Talk(Scripts.Head head, List<String> explains) {}

  private final Scripts scripts;

  ReadyTalks(Scripts scripts) {
    this.scripts = scripts;
  }

  /**
   * Refuses one that is not ready.
   *
   * @throws Problem if it is not recorded, or says something that nobody has read
   */
  void check(UUID walkthrough) {
    if (!scripts.head(walkthrough).complete()) {
      throw Problem.refused("not-recorded");
    }
    scripts.stopsOf(walkthrough).stream()
        .filter(StopView::draftOnly)
        .findFirst()
        .ifPresent(
            stop -> {
              throw Problem.refused("draft-not-read", stop.number());
            });
  }

  /**
   * A teacher's recorded walkthroughs that explain some of the tasks, the first to explain first.
   */
  List<Talk> explaining(UUID teacher, Collection<TaskView> tasks) {
    Map<UUID, Set<String>> told = new LinkedHashMap<>();
    Map<UUID, String> titles = new LinkedHashMap<>();
    tasks.forEach(t -> titles.put(t.id(), t.title()));
    for (StopView stop : scripts.explaining(titles.keySet())) {
      Set<String> own = told.computeIfAbsent(stop.walkthrough(), w -> new LinkedHashSet<>());
      stop.tasks().stream().filter(titles::containsKey).map(titles::get).forEach(own::add);
    }
    Map<UUID, Scripts.Head> heads = scripts.heads(told.keySet());
    List<Talk> ready = new ArrayList<>();
    told.forEach(
        (walkthrough, explains) -> {
          Scripts.Head head = There.in(heads, walkthrough);
          if (head.owner().equals(teacher) && head.complete()) {
            ready.add(new Talk(head, List.copyOf(explains)));
          }
        });
    return ready;
  }

  /** Of some tasks those that a walkthrough explains. */
  Set<UUID> explained(UUID walkthrough, Collection<UUID> tasks) {
    Set<UUID> explained = new LinkedHashSet<>();
    for (StopView stop : scripts.explaining(tasks)) {
      if (stop.walkthrough().equals(walkthrough)) {
        stop.tasks().stream().filter(tasks::contains).forEach(explained::add);
      }
    }
    return explained;
  }
}
