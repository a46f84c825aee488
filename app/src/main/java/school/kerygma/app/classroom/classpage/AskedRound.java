package school.kerygma.app.classroom.classpage;

import java.time.Clock;
import java.time.Instant;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.time.Edge;

/** A round that a student is asked to take part in, if it is on their list and goes on. */
@Component
class AskedRound {

  private final TaskLists lists;
  private final Gate gate;
  private final Clock clock;

  AskedRound(TaskLists lists, Gate gate, Clock clock) {
    this.lists = lists;
    this.gate = gate;
    this.clock = clock;
  }

  ListedTask listed(SignedIn me, UUID task) {
    gate.check(me, Deed.TAKE_PART, Gate.Kind.TASK, task);
    return lists.find(me.id(), task).orElseThrow(() -> Problem.conflict("task-not-listed"));
  }

  ListedTask open(SignedIn me, UUID task) {
    ListedTask listed = listed(me, task);
    if (listed.waits()) {
      throw Problem.conflict("task-waits");
    }
    if (!taken(listed)) {
      throw Problem.conflict("round-over");
    }
    return listed;
  }

  /** A round is a talk of all at one time: it ends when it is due, or may last be improved. */
  boolean taken(ListedTask listed) {
    Instant last = listed.improve().filter(i -> i.isAfter(listed.due())).orElse(listed.due());
    return !Edge.isOver(last, clock.instant());
  }
}
