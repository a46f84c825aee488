package school.kerygma.app.demo;

import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PostMapping;
import school.kerygma.app.ground.accounts.SignedIn;

/** Gives a teacher the sample walkthrough. */
@Controller
class SampleController {

  private final SampleTalk sample;

  SampleController(SampleTalk sample) {
    this.sample = sample;
  }

  @PostMapping("/walkthroughs/sample")
  String sample(@AuthenticationPrincipal SignedIn me) {
    return "redirect:/walkthroughs/" + sample.of(me.id()) + "/play";
  }
}
