package school.kerygma.app.handouts;

import java.io.IOException;
import java.util.UUID;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.multipart.MultipartFile;
import school.kerygma.app.accounts.Gate;
import school.kerygma.app.accounts.SignedIn;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.handout.SnapTargets;

/** The list of handouts and the reader. */
@Controller
class HandoutController {

  private final Handouts handouts;
  private final Gate gate;

  HandoutController(Handouts handouts, Gate gate) {
    this.handouts = handouts;
    this.gate = gate;
  }

  @GetMapping("/handouts")
  String list(@AuthenticationPrincipal SignedIn me, Model model) {
    model.addAttribute("handouts", handouts.ofTeacher(me.id()));
    return "handouts/list";
  }

  @PostMapping("/handouts")
  @ResponseBody
  Handouts.TakenIn takeIn(@AuthenticationPrincipal SignedIn me, @RequestParam MultipartFile paper)
      throws IOException {
    try (var content = paper.getInputStream()) {
      return handouts.takeIn(me.id(), String.valueOf(paper.getOriginalFilename()), content);
    }
  }

  @GetMapping("/handouts/{id}")
  String read(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    gate.check(me, Deed.SEE, Gate.Kind.HANDOUT, id);
    model.addAttribute("handout", handouts.get(id));
    return "handouts/reader";
  }

  @PostMapping("/handouts/{id}/title")
  String rename(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestParam String title) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
    handouts.rename(id, title);
    return "redirect:/handouts/" + id;
  }

  @GetMapping("/pages/{id}/targets")
  @ResponseBody
  ResponseEntity<SnapTargets> targets(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.PAGE, id);
    return ResponseEntity.ok(handouts.targets(id));
  }
}
