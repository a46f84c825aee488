package school.kerygma.app.talk.repair;

import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.access.Access.Deed;

/** Divides a long walkthrough into parts. */
@Controller
class PartsController {

  private final TalkParts parts;
  private final Scripts scripts;
  private final Gate gate;

  PartsController(TalkParts parts, Scripts scripts, Gate gate) {
    this.parts = parts;
    this.scripts = scripts;
    this.gate = gate;
  }

  @PostMapping("/walkthroughs/{id}/parts")
  String parts(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "false") boolean whole) {
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    if (whole) {
      parts.makeWhole(id);
    } else {
      parts.divideIntoParts(id);
    }
    return "redirect:/walkthroughs/" + id;
  }

  @PostMapping("/stops/{id}/part")
  String part(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestParam boolean begins) {
    UUID walkthrough = scripts.walkthroughOf(id);
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, walkthrough);
    parts.part(id, begins);
    return "redirect:/walkthroughs/" + walkthrough + "#stop-" + id;
  }
}
