package school.kerygma.app.ground.accounts;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.UUID;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.stereotype.Component;
import school.kerygma.app.ground.problems.Problem;

/** Signs a person in without a password, in a new session: who has a card, or has just begun. */
@Component
public class FirstSignIn {

  private final PersonRepository persons;
  private final SecurityContextRepository contexts = new HttpSessionSecurityContextRepository();

  FirstSignIn(PersonRepository persons) {
    this.persons = persons;
  }

  public void signIn(UUID person, HttpServletRequest request, HttpServletResponse response) {
    signIn(
        persons.findById(person).map(Person::signedIn).orElseThrow(Problem::notFound),
        request,
        response);
  }

  void signIn(SignedIn person, HttpServletRequest request, HttpServletResponse response) {
    if (request.getSession(false) != null) {
      request.getSession().invalidate();
    }
    request.getSession(true);
    SecurityContext context = SecurityContextHolder.createEmptyContext();
    context.setAuthentication(TeacherSignIn.authenticated(person));
    SecurityContextHolder.setContext(context);
    contexts.saveContext(context, request, response);
  }
}
