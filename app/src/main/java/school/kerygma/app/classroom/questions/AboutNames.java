package school.kerygma.app.classroom.questions;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;

/** Names what questions are about. */
@Component
class AboutNames {

  private final Scripts scripts;
  private final Tasks tasks;

  AboutNames(Scripts scripts, Tasks tasks) {
    this.scripts = scripts;
    this.tasks = tasks;
  }

  /** What they are about, by name. */
  record Named(Map<UUID, String> walkthroughs, Map<UUID, StopView> stops, Map<UUID, String> tasks) {

    String of(Questions.About about) {
      return about
          .task()
          .map(t -> tasks.getOrDefault(t, ""))
          .orElseGet(
              () ->
                  about.walkthrough().map(w -> walkthroughs.getOrDefault(w, "")).orElse("")
                      + about
                          .stop()
                          .map(stops::get)
                          .map(s -> ", " + s.number() + " " + s.title())
                          .orElse(""));
    }
  }

  Named of(List<Questions.About> about) {
    Set<UUID> walkthroughs = new HashSet<>();
    Set<UUID> stops = new HashSet<>();
    Set<UUID> asked = new HashSet<>();
    about.forEach(
        a -> {
          a.walkthrough().ifPresent(walkthroughs::add);
          a.stop().ifPresent(stops::add);
          a.task().ifPresent(asked::add);
        });
    Map<UUID, String> titles = new HashMap<>();
    scripts.heads(walkthroughs).forEach((id, head) -> titles.put(id, head.title()));
    Map<UUID, StopView> known = new HashMap<>();
    scripts.among(stops).forEach(s -> known.put(s.id(), s));
    Map<UUID, String> named = new HashMap<>();
    tasks.among(asked).forEach(t -> named.put(t.id(), t.title()));
    return new Named(titles, known, named);
  }
}
