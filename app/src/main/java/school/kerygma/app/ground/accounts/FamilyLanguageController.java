package school.kerygma.app.ground.accounts;

import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.problems.Problem;

/** A guardian chooses in what language they read. */
@Controller
class FamilyLanguageController {

  private final FamilyLanguage languages;

  FamilyLanguageController(FamilyLanguage languages) {
    this.languages = languages;
  }

  @PostMapping("/family/language")
  String choose(@AuthenticationPrincipal SignedIn me, @RequestParam String language) {
    languages.choose(me.id(), FamilyLanguage.named(language).orElseThrow(Problem::unreadable));
    return "redirect:/family";
  }
}
