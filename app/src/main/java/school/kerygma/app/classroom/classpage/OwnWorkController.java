package school.kerygma.app.classroom.classpage;

import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.classroom.handin.SelfChecks;
import school.kerygma.app.classroom.handin.ShownSheet;
import school.kerygma.app.classroom.results.BackPage;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;

/** A student's own work for a task: put together, handed in, and handed in again. */
@Controller
class OwnWorkController {

  /** What a student writes. */
  record Words(@Nullable String text, @Nullable String link, int seen) {}

  /** What is kept of it. */
  record Kept(String text, String link, int seen, int words) {}

  private final AskedWork work;
  private final OwnWorkPage page;
  private final TaskLists lists;
  private final HandIns handIns;
  private final ShownSheet shownSheet;
  private final SelfChecks selfChecks;
  private final BackPage backPage;
  private final Tasks tasks;
  private final Sections sections;
  private final Gate gate;

  OwnWorkController(
      AskedWork work,
      OwnWorkPage page,
      TaskLists lists,
      HandIns handIns,
      ShownSheet shownSheet,
      SelfChecks selfChecks,
      BackPage backPage,
      Tasks tasks,
      Sections sections,
      Gate gate) {
    this.work = work;
    this.page = page;
    this.lists = lists;
    this.handIns = handIns;
    this.shownSheet = shownSheet;
    this.selfChecks = selfChecks;
    this.backPage = backPage;
    this.tasks = tasks;
    this.sections = sections;
    this.gate = gate;
  }

  @GetMapping("/class/tasks/{task}/work")
  String work(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID task,
      @RequestParam(required = false) @Nullable String blank,
      @RequestParam(name = "mate", defaultValue = "") Set<UUID> mates,
      Model model) {
    Optional<TaskLists.Closed> closed = lists.closed(me.id(), task);
    if (closed.isPresent()) {
      page.closed(me, task, closed.get(), model);
      return "classpage/closed";
    }
    ListedTask listed = work.listed(me, task);
    if (listed.waits()) {
      return "redirect:/class"; // It says there what it waits for.
    }
    page.show(me, listed, blank, mates, model);
    return "classpage/work";
  }

  /** A version that was handed in, as it is kept. */
  @GetMapping("/class/hand-ins/{id}")
  String handed(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN, id);
    HandInVersion shown = handIns.get(id);
    model.addAttribute("shown", shown);
    shownSheet.of(id, model);
    TaskView task = tasks.get(shown.task());
    backPage.show(shown, task, shown.students().contains(me.id()), model);
    model.addAttribute(
        "improves",
        model.getAttribute("result") != null
            && lists.closed(me.id(), task.id()).isEmpty()
            && work.takesMore(me, task.id()));
    model.addAttribute("task", task);
    model.addAttribute("section", sections.get(shown.section()));
    return "classpage/handed";
  }

  @PutMapping("/class/tasks/{task}/work")
  @ResponseBody
  Kept write(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID task, @RequestBody Words words) {
    if (words.text() == null || words.link() == null) {
      throw Problem.unreadable();
    }
    HandInVersion kept =
        handIns.write(work.offered(me, task), me.id(), words.text(), words.link(), words.seen());
    return new Kept(kept.text(), kept.link(), kept.edits(), kept.words());
  }

  /** Where a student sees their work. */
  @PutMapping("/class/tasks/{task}/work/self")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void say(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID task,
      @RequestBody SelfChecks.Said said) {
    ListedTask listed = work.open(me, task);
    selfChecks.say(AskedWork.asked(listed), me.id(), AskedWork.papers(listed), said);
  }

  /** Hands it in, or asks first whether it is meant to be so empty. */
  @PostMapping("/class/tasks/{task}/work")
  String handIn(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID task,
      @RequestParam(name = "mate", defaultValue = "") Set<UUID> mates,
      @RequestParam(defaultValue = "false") boolean anyway) {
    mates.remove(null);
    HandIns.HandedIn came = handIns.handIn(work.offered(me, task), me.id(), mates, anyway);
    String back = "redirect:/class/tasks/" + task + "/work";
    // With whom it is handed in stays chosen while something is asked.
    String with = mates.stream().map(m -> "&mate=" + m).collect(Collectors.joining());
    return came.finding().map(f -> back + "?blank=" + f + with).orElse(back);
  }
}
