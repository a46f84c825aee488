package school.kerygma.app.ground.accounts;

import java.util.Objects;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseBody;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.text.Languages;

/**
 * In what language somebody reads captions: chosen once, in any player, and kept for all. What a
 * guardian has chosen serves their students too, until they choose for themselves.
 */
@Controller
class CaptionLanguageController {

  /** A language; empty for what is spoken. */
  record Chosen(String language) {

    Chosen {
      Objects.requireNonNull(language);
    }
  }

  private final People people;

  CaptionLanguageController(People people) {
    this.people = people;
  }

  @GetMapping("/caption-language")
  @ResponseBody
  Chosen chosen(@AuthenticationPrincipal SignedIn me) {
    return new Chosen(people.captionLanguage(me.id()).orElse(""));
  }

  @PutMapping("/caption-language")
  @ResponseBody
  Chosen choose(@AuthenticationPrincipal SignedIn me, @RequestBody Chosen chosen) {
    if (!chosen.language().isEmpty() && !Languages.has(chosen.language())) {
      throw Problem.unreadable();
    }
    people.readCaptionsIn(me.id(), chosen.language());
    return chosen;
  }
}
