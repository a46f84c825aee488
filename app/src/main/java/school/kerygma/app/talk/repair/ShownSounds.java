package school.kerygma.app.talk.repair;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import school.kerygma.app.talk.lectern.Arrangements;
import school.kerygma.app.talk.scores.Listening;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.walkthrough.Arrangement;

/** The sound of all stops as the script shows it. */
@Component
class ShownSounds {

  /**
   * The lines.
   *
   * @param undoes what undoing would undo
   * @param working whether all of it is put together just now, or its words are listened to
   */
  record Shown(@Nullable String undoes, boolean working, List<SoundLines.Line> stops) {}

  private final RepairSteps steps;
  private final SoundLines lines;
  private final Arrangements arrangements;
  private final Scripts scripts;
  private final Listening listening;

  ShownSounds(
      RepairSteps steps,
      SoundLines lines,
      Arrangements arrangements,
      Scripts scripts,
      Listening listening) {
    this.listening = listening;
    this.steps = steps;
    this.lines = lines;
    this.arrangements = arrangements;
    this.scripts = scripts;
  }

  Shown of(UUID walkthrough) {
    return new Shown(
        steps.undoes(walkthrough).orElse(null),
        listening.isAwaited(walkthrough),
        lines.of(walkthrough, inOrder(walkthrough)));
  }

  /** What the stops play, in the order of the script. */
  private Map<UUID, Arrangement> inOrder(UUID walkthrough) {
    Map<UUID, Arrangement> all = arrangements.of(walkthrough);
    Map<UUID, Arrangement> ordered = new LinkedHashMap<>();
    for (StopView stop : scripts.stopsOf(walkthrough)) {
      Arrangement own = all.get(stop.id());
      if (own != null) {
        ordered.put(stop.id(), own);
      }
    }
    return ordered;
  }
}
