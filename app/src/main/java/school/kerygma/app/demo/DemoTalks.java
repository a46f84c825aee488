package school.kerygma.app.demo;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.papers.Handouts;
import school.kerygma.app.papers.PageView;
import school.kerygma.app.scripts.Scripts;
import school.kerygma.app.scripts.StopView;
import school.kerygma.core.handout.Box;

/** Writes and records the walkthroughs that ship with the application. */
@Component
class DemoTalks {

  private final Scripts scripts;
  private final Handouts handouts;
  private final DemoRecorder recorder;

  DemoTalks(Scripts scripts, Handouts handouts, DemoRecorder recorder) {
    this.scripts = scripts;
    this.handouts = handouts;
    this.recorder = recorder;
  }

  /**
   * Writes a script into a walkthrough that is new.
   *
   * @param papers by their short names
   * @param tasks by their titles; a tie to one that is not there is left out
   */
  void write(
      UUID walkthrough, DemoScript script, Map<String, UUID> papers, Map<String, UUID> tasks) {
    for (int i = scripts.stopsOf(walkthrough).size(); i < script.stops().size(); i++) {
      scripts.addStop(walkthrough, i);
    }
    List<StopView> stops = scripts.stopsOf(walkthrough);
    for (int i = 0; i < stops.size(); i++) {
      DemoScript.DemoStop demo = script.stops().get(i);
      StopView stop = stops.get(i);
      PageView page = page(demo, papers);
      scripts.say(stop.id(), stop.version(), demo.title(), demo.say());
      scripts.show(
          stop.id(),
          page.id(),
          Box.between(0, demo.top() * page.height(), page.width(), demo.bottom() * page.height()));
      Set<UUID> ties = new HashSet<>();
      demo.ties().stream().filter(tasks::containsKey).forEach(t -> ties.add(tasks.get(t)));
      scripts.tie(stop.id(), ties);
    }
  }

  /** Whoever wrote them has read them. */
  void captionsRead(UUID walkthrough) {
    scripts.captionsRead(walkthrough);
  }

  private PageView page(DemoScript.DemoStop demo, Map<String, UUID> papers) {
    return handouts.get(papers.get(demo.paper())).shown().get(demo.page() - 1);
  }

  /** Records the stops that are not recorded yet. */
  void record(UUID walkthrough, DemoScript script, String name, Map<String, UUID> papers) {
    List<StopView> stops = scripts.stopsOf(walkthrough);
    for (int i = 0; i < stops.size(); i++) {
      if (!stops.get(i).recorded()) {
        DemoScript.DemoStop demo = script.stops().get(i);
        recorder.record(
            walkthrough, stops.get(i).id(), page(demo, papers).id(), demo, name + "-" + (i + 1));
      }
    }
  }
}
