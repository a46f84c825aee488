package school.kerygma.app.desk.planbook;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.plan.planning.Tasks;

/** Planning a task, and changing it. */
@Controller
class TaskController {

  private final TaskPage page;
  private final TaskKeeper keeper;
  private final Tasks tasks;

  TaskController(TaskPage page, TaskKeeper keeper, Tasks tasks) {
    this.page = page;
    this.keeper = keeper;
    this.tasks = tasks;
  }

  @GetMapping({"/plan/tasks/new", "/plan/tasks/{id}"})
  String task(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable(required = false) @Nullable UUID id,
      @RequestParam(required = false) @Nullable LocalDate week,
      Model model) {
    page.show(me, id, week, model);
    return "planbook/task";
  }

  @PostMapping({"/plan/tasks", "/plan/tasks/{id}"})
  String save(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable(required = false) @Nullable UUID id,
      @RequestParam MultiValueMap<String, String> sent) {
    UUID saved = keeper.keep(me, id, sent);
    Optional<LocalDate> first =
        tasks.get(saved).sheet().days().values().stream().min(LocalDate::compareTo);
    return "redirect:/plan" + first.map(d -> "?week=" + d).orElse("");
  }

  /** The same while one goes on: its page says what has come of it. */
  @PostMapping("/plan/tasks/{id}/kept")
  String kept(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam MultiValueMap<String, String> sent,
      Model model) {
    keeper.keep(me, id, sent);
    page.show(me, id, null, model);
    return "planbook/task";
  }

  /** What a new task would be; nothing is kept. */
  @PostMapping("/plan/tasks/look")
  String look(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam MultiValueMap<String, String> sent,
      Model model) {
    if (sent.getOrDefault("title", List.of()).stream().allMatch(String::isBlank)) {
      sent.set("title", TaskPage.UNNAMED);
    }
    page.look(me, keeper.look(me, sent), model);
    return "planbook/task";
  }
}
