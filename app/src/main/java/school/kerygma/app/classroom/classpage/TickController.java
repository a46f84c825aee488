package school.kerygma.app.classroom.classpage;

import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.rounds.Rounds;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.plan.Opens;

/** Takes in what students tick off on their list, and nothing that the list does not offer. */
@RestController
class TickController {

  private final TaskLists lists;
  private final Audience audience;
  private final Rounds rounds;
  private final Gate gate;

  TickController(TaskLists lists, Audience audience, Rounds rounds, Gate gate) {
    this.lists = lists;
    this.audience = audience;
    this.rounds = rounds;
    this.gate = gate;
  }

  @PostMapping("/class/tasks/{task}/tick")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void tick(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID task, @RequestParam boolean done) {
    ListedTask listed = offered(me, task);
    if (!listed.ways().isEmpty()) {
      throw Problem.refused("unreadable");
    }
    if (listed.task().sheet().handIn().isPresent()) {
      throw Problem.conflict("hand-in-first");
    }
    if (rounds.of(task).isPresent()) {
      throw Problem.conflict("round-ticks");
    }
    audience.tick(me.id(), task, done);
  }

  @PostMapping("/class/tasks/{task}/ways/{way}/tick")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void tickWay(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID task,
      @PathVariable UUID way,
      @RequestParam boolean done) {
    offered(me, task);
    audience.tickWay(me.id(), task, way, done);
  }

  /** Chooses one of several ways, to do it then. */
  @PostMapping("/class/tasks/{task}/ways/{way}/choose")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void choose(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID task, @PathVariable UUID way) {
    ListedTask listed = offered(me, task);
    if (listed.begun()) {
      throw Problem.conflict("way-begun");
    }
    audience.choose(me.id(), task, way);
  }

  /** Opens a task with the word that was given in class. */
  @PostMapping("/class/tasks/{task}/word")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void open(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID task, @RequestParam String word) {
    gate.check(me, Deed.TAKE_PART, Gate.Kind.TASK, task);
    ListedTask listed =
        lists.find(me.id(), task).orElseThrow(() -> Problem.conflict("task-not-listed"));
    if (!Opens.isWord(listed.task().sheet().word(), word)) {
      throw Problem.refused("word-wrong").at("word");
    }
    audience.open(me.id(), task);
  }

  private ListedTask offered(SignedIn me, UUID task) {
    gate.check(me, Deed.TAKE_PART, Gate.Kind.TASK, task);
    ListedTask listed =
        lists.find(me.id(), task).orElseThrow(() -> Problem.conflict("task-not-listed"));
    if (listed.waits()) {
      throw Problem.conflict("task-waits");
    }
    return listed;
  }
}
