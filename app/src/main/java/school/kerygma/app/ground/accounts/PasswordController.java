package school.kerygma.app.ground.accounts;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.problems.Problem;

/** A teacher's password: changed by who knows it, and by a link for who does not. */
@Controller
class PasswordController {

  private final Passwords passwords;
  private final FirstSignIn signIn;

  PasswordController(Passwords passwords, FirstSignIn signIn) {
    this.passwords = passwords;
    this.signIn = signIn;
  }

  @GetMapping("/password")
  String password(Model model) {
    model.addAttribute("way", "change");
    return "accounts/password";
  }

  @PostMapping("/password")
  String change(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam String before,
      @RequestParam String password,
      HttpServletRequest request) {
    passwords.change(me, before, password, request.getSession().getId());
    return "redirect:/password?changed";
  }

  @GetMapping("/password/forgot")
  String forgot(Model model) {
    model.addAttribute("way", "forgot");
    return "accounts/password";
  }

  @PostMapping("/password/forgot")
  String send(@RequestParam String email) {
    passwords.forgot(email);
    return "redirect:/password/forgot?sent";
  }

  @GetMapping("/password/new/{key}")
  String byLink(@PathVariable String key, Model model) {
    model.addAttribute(
        "of", passwords.byLink(key).orElseThrow(() -> Problem.refused("password-link")));
    model.addAttribute("key", key);
    model.addAttribute("way", "new");
    return "accounts/password";
  }

  @PostMapping("/password/new/{key}")
  String reset(
      @PathVariable String key,
      @RequestParam String password,
      HttpServletRequest request,
      HttpServletResponse response) {
    signIn.signIn(passwords.reset(key, password), request, response);
    return "redirect:/plan";
  }
}
