package school.kerygma.app.ground.accounts;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.access.Access.Role;

/** Signing in, and the way home from there. */
@Controller
class SignInController {

  private final People people;
  private final FirstSignIn signIn;

  SignInController(People people, FirstSignIn signIn) {
    this.people = people;
    this.signIn = signIn;
  }

  @GetMapping("/")
  String home(@AuthenticationPrincipal @Nullable SignedIn me) {
    if (me == null) {
      return people.nobodyYet() ? "redirect:/start" : "redirect:/sign-in";
    }
    return "redirect:" + home(me.role());
  }

  @GetMapping("/sign-in")
  String signIn() {
    return "accounts/sign-in";
  }

  /** A pass card: signs its person in, in a new session, and leaves the key out of the address. */
  @GetMapping("/in/{key}")
  String byCard(
      @AuthenticationPrincipal @Nullable SignedIn me,
      @PathVariable String key,
      Model model,
      HttpServletRequest request,
      HttpServletResponse response) {
    SignedIn person = people.byCard(key).orElseThrow(() -> Problem.refused("card-replaced"));
    if (me != null && !me.id().equals(person.id())) {
      model.addAttribute("card", person);
      model.addAttribute("key", key);
      return "accounts/other-card"; // An open session is not ended unasked.
    }
    signIn.signIn(person, request, response);
    return "redirect:" + home(person.role());
  }

  @PostMapping("/in/{key}")
  String changePerson(
      @PathVariable String key, HttpServletRequest request, HttpServletResponse response) {
    SignedIn person = people.byCard(key).orElseThrow(() -> Problem.refused("card-replaced"));
    signIn.signIn(person, request, response);
    return "redirect:" + home(person.role());
  }

  /** An invited teacher chooses a name and a password. */
  @GetMapping("/welcome/{key}")
  String welcome(@PathVariable String key, Model model) {
    model.addAttribute(
        "invited", people.byInvitation(key).orElseThrow(() -> Problem.refused("invitation")));
    model.addAttribute("key", key);
    return "accounts/welcome";
  }

  @PostMapping("/welcome/{key}")
  String accept(
      @PathVariable String key,
      @RequestParam String name,
      @RequestParam String password,
      HttpServletRequest request,
      HttpServletResponse response) {
    signIn.signIn(people.accept(key, name, password), request, response);
    return "redirect:/plan";
  }

  private static String home(Role role) {
    return switch (role) {
      case TEACHER -> "/plan";
      case STUDENT -> "/class";
      case GUARDIAN -> "/family";
    };
  }
}
