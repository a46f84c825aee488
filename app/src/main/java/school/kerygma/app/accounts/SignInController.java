package school.kerygma.app.accounts;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import school.kerygma.app.problems.Problem;
import school.kerygma.core.access.Access.Role;

/** Signing in, and the way home from there. */
@Controller
class SignInController {

  private final People people;
  private final SecurityContextRepository contexts = new HttpSessionSecurityContextRepository();

  SignInController(People people) {
    this.people = people;
  }

  @GetMapping("/")
  String home(@AuthenticationPrincipal @Nullable SignedIn me) {
    return me == null ? "redirect:/sign-in" : "redirect:" + home(me.role());
  }

  @GetMapping("/sign-in")
  String signIn() {
    return "accounts/sign-in";
  }

  /** A pass card: signs its person in, in a new session, and leaves the key out of the address. */
  @GetMapping("/in/{key}")
  String byCard(
      @PathVariable String key, HttpServletRequest request, HttpServletResponse response) {
    SignedIn person = people.byCard(key).orElseThrow(() -> Problem.refused("card-replaced"));
    if (request.getSession(false) != null) {
      request.getSession().invalidate();
    }
    request.getSession(true);
    SecurityContext context = SecurityContextHolder.createEmptyContext();
    context.setAuthentication(TeacherSignIn.authenticated(person));
    SecurityContextHolder.setContext(context);
    contexts.saveContext(context, request, response);
    return "redirect:" + home(person.role());
  }

  private static String home(Role role) {
    return switch (role) {
      case TEACHER -> "/plan";
      case STUDENT -> "/class";
      case GUARDIAN -> "/family";
    };
  }
}
