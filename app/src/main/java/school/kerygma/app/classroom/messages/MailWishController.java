package school.kerygma.app.classroom.messages;

import java.time.DayOfWeek;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.SignedIn;

/** A family says how often it wants letters. */
@Controller
class MailWishController {

  private final MailWishes wishes;

  MailWishController(MailWishes wishes) {
    this.wishes = wishes;
  }

  @PostMapping("/family/letters")
  String wish(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam MailWishes.Wish wish,
      @RequestParam(defaultValue = "SUNDAY") DayOfWeek day) {
    wishes.wish(me.id(), wish, day);
    return "redirect:/family?letters=true";
  }
}
