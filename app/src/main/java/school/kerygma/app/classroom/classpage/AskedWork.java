package school.kerygma.app.classroom.classpage;

import java.time.Clock;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.handin.HandInRule;
import school.kerygma.core.handin.Lateness;

/** What a student is asked to hand in, if it is on their list and can still be handed in. */
@Component
class AskedWork {

  private final TaskLists lists;
  private final HandIns handIns;
  private final Gate gate;
  private final Clock clock;

  AskedWork(TaskLists lists, HandIns handIns, Gate gate, Clock clock) {
    this.lists = lists;
    this.handIns = handIns;
    this.gate = gate;
    this.clock = clock;
  }

  ListedTask listed(SignedIn me, UUID task) {
    TaskLists.Closed closed = lists.closed(me.id(), task).orElse(null);
    if (closed != null) {
      throw Problem.conflict(
          "task-closed", new Wording().moment(closed.at(), closed.section().zone()));
    }
    gate.check(me, Deed.TAKE_PART, Gate.Kind.TASK, task);
    return lists
        .find(me.id(), task)
        .filter(t -> t.task().sheet().handIn().isPresent())
        .orElseThrow(() -> Problem.conflict("task-not-listed"));
  }

  ListedTask open(SignedIn me, UUID task) {
    ListedTask listed = listed(me, task);
    if (listed.waits()) {
      throw Problem.conflict("task-waits");
    }
    return listed;
  }

  HandIns.Asked offered(SignedIn me, UUID task) {
    return asked(open(me, task));
  }

  /** What is asked where a file is handed in. */
  HandIns.Asked askedOf(SignedIn me, UUID file) {
    return offered(me, handIns.taskOf(file));
  }

  /** Whether what was handed in can be improved now. */
  boolean takesMore(SignedIn me, UUID task) {
    return lists
        .find(me.id(), task)
        .filter(t -> t.task().sheet().handIn().isPresent() && !t.waits())
        .filter(t -> Lateness.takes(t.due(), t.improve(), true, clock.instant()))
        .isPresent();
  }

  static HandIns.Asked asked(ListedTask listed) {
    HandInRule rule = listed.task().sheet().handIn().orElseThrow();
    return new HandIns.Asked(
        listed.task().id(), listed.section(), rule, listed.due(), listed.improve());
  }

  static Set<UUID> papers(ListedTask listed) {
    return listed.task().sheet().in(listed.section()).handouts();
  }
}
