package school.kerygma.app.talk.repair;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.walkthrough.Parts;

/** The parts of a long walkthrough: where each begins. */
@Service
@Transactional
class TalkParts {

  private final Scripts scripts;
  private final RepairSteps steps;

  TalkParts(Scripts scripts, RepairSteps steps) {
    this.scripts = scripts;
    this.steps = steps;
  }

  /** Divides a long walkthrough into parts of about six minutes, at the borders of stops. */
  void divideIntoParts(UUID walkthrough) {
    List<StopView> all = scripts.stopsOf(walkthrough);
    List<Integer> begin = Parts.begin(all.stream().map(StopView::lengthMs).toList());
    divide(
        walkthrough, "parts", begin.stream().map(i -> all.get(i).id()).collect(Collectors.toSet()));
  }

  /** There are no parts any more. */
  void makeWhole(UUID walkthrough) {
    divide(walkthrough, "whole", Set.of());
  }

  /** Says whether a part begins with a stop. */
  void part(UUID stop, boolean begins) {
    UUID walkthrough = scripts.walkthroughOf(stop);
    Set<UUID> begin = new HashSet<>(steps.beginParts(walkthrough));
    if (begins ? begin.add(stop) : begin.remove(stop)) {
      divide(walkthrough, "parts", begin);
    }
  }

  private void divide(UUID walkthrough, String what, Set<UUID> begin) {
    Set<UUID> before = steps.beginParts(walkthrough);
    if (!before.equals(begin)) {
      scripts.divide(walkthrough, begin);
      steps.keep(
          walkthrough,
          what,
          new RepairSteps.Before(List.of(), null, null, null, before, RepairSteps.begins(begin)));
    }
  }
}
