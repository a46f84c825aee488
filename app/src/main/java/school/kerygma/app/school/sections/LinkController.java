package school.kerygma.app.school.sections;

import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;

/** Where somebody says yes or no to a teacher who wrote their address down. */
@Controller
class LinkController {

  private final Linking linking;

  LinkController(Linking linking) {
    this.linking = linking;
  }

  @GetMapping("/yes/{key}")
  String ask(
      @PathVariable String key, @RequestParam(required = false) String answered, Model model) {
    if (answered == null) {
      model.addAttribute(
          "asked", linking.byLink(key).orElseThrow(() -> Problem.refused("asked-no-more")));
    }
    model.addAttribute("key", key);
    return "sections/asked";
  }

  @PostMapping("/yes/{key}")
  String answer(@PathVariable String key, @RequestParam boolean yes) {
    linking.answerByLink(key, yes);
    return "redirect:/yes/" + key + "?answered=" + yes;
  }

  @PostMapping("/sections/asked/{request}")
  String answer(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID request, @RequestParam boolean yes) {
    linking.answer(me.id(), request, yes);
    return "redirect:/sections";
  }
}
