package school.kerygma.app.paper.papers;

import java.io.IOException;
import java.util.List;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.multipart.MultipartFile;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.core.access.Access.Deed;

/** The list of papers, and taking them in. */
@Controller
class PaperController {

  private final Handouts handouts;
  private final TakingIn takingIn;
  private final Jobs jobs;
  private final Gate gate;

  PaperController(Handouts handouts, TakingIn takingIn, Jobs jobs, Gate gate) {
    this.handouts = handouts;
    this.takingIn = takingIn;
    this.jobs = jobs;
    this.gate = gate;
  }

  @GetMapping("/handouts")
  String list(@AuthenticationPrincipal SignedIn me, Model model) {
    model.addAttribute("handouts", handouts.ofTeacher(me.id()));
    model.addAttribute("failed", jobs.failed(me.id(), PageReading.KIND));
    return "papers/list";
  }

  @PostMapping("/handouts")
  @ResponseBody
  TakingIn.TakenIn takeIn(@AuthenticationPrincipal SignedIn me, @RequestParam MultipartFile paper)
      throws IOException {
    try (var content = paper.getInputStream()) {
      return takingIn.takeIn(me.id(), String.valueOf(paper.getOriginalFilename()), content);
    }
  }

  /** The pages of a paper that has just been taken in. */
  @GetMapping("/handouts/{id}/pages")
  @ResponseBody
  List<PageView> pages(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
    return handouts.pagesOfTeacher(me.id()).stream().filter(p -> p.handout().equals(id)).toList();
  }

  /** A paper that could not be read is spoken of no more. */
  @PostMapping("/handouts/failed/{work}")
  String putAway(@AuthenticationPrincipal SignedIn me, @PathVariable UUID work) {
    gate.check(me, Deed.CHANGE, Gate.Kind.JOB, work);
    jobs.putAway(work);
    return "redirect:/handouts";
  }

  @PostMapping("/handouts/{id}/title")
  String rename(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestParam String title) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
    handouts.rename(id, title);
    return "redirect:/handouts/" + id;
  }
}
