package school.kerygma.app.classroom.classpage;

import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.classroom.handin.OwnSheets;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.handin.HandInRule;

/** A student's own copy of the papers of a task, and what is written on it. */
@Controller
class OwnSheetController {

  /** What is kept of a mark; nothing if it is gone. */
  record KeptMark(OwnSheets.@Nullable Put mark) {}

  private final AskedWork work;
  private final HandIns handIns;
  private final OwnSheets ownSheets;

  OwnSheetController(AskedWork work, HandIns handIns, OwnSheets ownSheets) {
    this.work = work;
    this.handIns = handIns;
    this.ownSheets = ownSheets;
  }

  /** A student's own copy of the papers of the task. */
  @GetMapping("/class/tasks/{task}/sheet")
  @ResponseBody
  OwnSheets.Shown sheet(@AuthenticationPrincipal SignedIn me, @PathVariable UUID task) {
    ListedTask listed = work.listed(me, task);
    checkSheet(listed);
    return ownSheets.of(
        handIns.of(task, me.id()).stream()
            .filter(v -> v.student().equals(me.id()))
            .reduce((a, b) -> b)
            .map(HandInVersion::id),
        AskedWork.papers(listed));
  }

  private static void checkSheet(ListedTask listed) {
    if (!listed.task().sheet().handIn().orElseThrow().takes(HandInRule.Kind.SHEET)) {
      throw Problem.notFound();
    }
  }

  @PutMapping("/class/tasks/{task}/sheet/{mark}")
  @ResponseBody
  KeptMark put(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID task,
      @PathVariable UUID mark,
      @RequestBody OwnSheets.Sent sent) {
    ListedTask listed = work.open(me, task);
    checkSheet(listed);
    return new KeptMark(
        ownSheets
            .keep(AskedWork.asked(listed), me.id(), AskedWork.papers(listed), mark, sent)
            .orElse(null));
  }

  @DeleteMapping("/class/tasks/{task}/sheet/{mark}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void takeMarkAway(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID task, @PathVariable UUID mark) {
    ownSheets.takeAway(work.offered(me, task), me.id(), mark);
  }
}
