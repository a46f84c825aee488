package school.kerygma.app.classroom.posting;

import java.time.Clock;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
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
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Fields;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.time.Moments;

/** Posting a walkthrough to sections, and how it will look. */
@Controller
class PostingController {

  private final PostingPage page;
  private final Postings postings;
  private final Sections sections;
  private final Tasks tasks;
  private final PostingLook look;
  private final ReadyTalks ready;
  private final Gate gate;
  private final Clock clock;

  PostingController(
      PostingPage page,
      Postings postings,
      Sections sections,
      Tasks tasks,
      PostingLook look,
      ReadyTalks ready,
      Gate gate,
      Clock clock) {
    this.page = page;
    this.postings = postings;
    this.sections = sections;
    this.tasks = tasks;
    this.look = look;
    this.ready = ready;
    this.gate = gate;
    this.clock = clock;
  }

  @PostMapping("/walkthroughs/{id}/post")
  String post(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam UUID posting,
      @RequestParam(name = "section", required = false) @Nullable Set<UUID> chosen,
      @RequestParam(name = "task", required = false) @Nullable Set<UUID> chosenTasks,
      @RequestParam(defaultValue = "") String toStudents,
      @RequestParam(defaultValue = "") String toFamilies,
      @RequestParam MultiValueMap<String, String> form,
      RedirectAttributes then) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    ready.check(id);
    Set<UUID> put = chosenTasks == null ? Set.of() : chosenTasks;
    put.forEach(task -> gate.check(me, Deed.CHANGE, Gate.Kind.TASK, task));
    List<TaskView> going = tasks.among(put);
    PostingForm read = new PostingForm(new Fields(form), clock.instant());
    Map<UUID, Moments> moments = new HashMap<>();
    for (UUID section : chosen == null ? Set.<UUID>of() : chosen) {
      gate.check(me, Deed.CHANGE, Gate.Kind.SECTION, section);
      moments.put(section, read.of(sections.get(section), going));
    }
    PostingSheet all = new PostingSheet(id, put, toStudents, toFamilies, moments);
    postings.post(
        posting,
        me.id(),
        PostingForm.only(form)
            .map(some -> all.onlyFor(some, sections.among(moments.keySet())))
            .orElse(all));
    then.addFlashAttribute("justPosted", List.of(posting));
    return "redirect:/walkthroughs/" + id + "/post?posted";
  }

  /** What the form would do, while it is being filled in. */
  @PostMapping("/walkthroughs/{id}/post/look")
  @ResponseBody
  PostingLook.Look look(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(name = "section", required = false) @Nullable Set<UUID> chosen,
      @RequestParam(name = "task", required = false) @Nullable Set<UUID> chosenTasks,
      @RequestParam MultiValueMap<String, String> form) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    Set<UUID> put = chosenTasks == null ? Set.of() : chosenTasks;
    put.forEach(task -> gate.check(me, Deed.CHANGE, Gate.Kind.TASK, task));
    List<TaskView> going = tasks.among(put);
    return look.of(
        form,
        id,
        me.id(),
        page.offered(me, Set.of()),
        chosen == null ? Set.of() : chosen,
        any -> going);
  }

  @GetMapping("/walkthroughs/{id}/post")
  String screen(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    page.show(me, id, model);
    return "posting/post";
  }
}
