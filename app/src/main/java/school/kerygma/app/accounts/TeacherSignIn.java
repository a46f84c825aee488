package school.kerygma.app.accounts;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.springframework.security.authentication.AuthenticationProvider;
import org.springframework.security.authentication.BadCredentialsException;
import org.springframework.security.authentication.LockedException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;
import school.kerygma.core.access.Access.Role;

/**
 * Signs teachers in by e-mail and password. After ten failures in a quarter of an hour for one
 * address, or fifty from one machine, nobody is let in there until the quarter has passed.
 */
@Component
class TeacherSignIn implements AuthenticationProvider {

  private static final Duration WINDOW = Duration.ofMinutes(15);
  private static final int PER_ADDRESS = 10;
  private static final int PER_MACHINE = 50;

  private final PersonRepository persons;
  private final SignInFailure.Repository failures;
  private final PasswordEncoder passwords;
  private final Clock clock;
  private final String nobodysHash;

  TeacherSignIn(
      PersonRepository persons,
      SignInFailure.Repository failures,
      PasswordEncoder passwords,
      Clock clock) {
    this.persons = persons;
    this.failures = failures;
    this.passwords = passwords;
    this.clock = clock;
    this.nobodysHash = passwords.encode("nobody");
  }

  @Override
  @Transactional(noRollbackFor = RuntimeException.class)
  public Authentication authenticate(Authentication asked) {
    String email = People.normal(asked.getName());
    String machine = machine();
    Instant now = clock.instant();
    Instant since = now.minus(WINDOW);
    if (failures.countBySubjectAndAtAfter(email, since) >= PER_ADDRESS
        || failures.countBySubjectAndAtAfter(machine, since) >= PER_MACHINE) {
      throw new LockedException("Too many failures");
    }
    Person person =
        persons
            .findByEmailAndRole(email, Role.TEACHER)
            .filter(p -> p.passwordHash() != null)
            .orElse(null);
    // An address that nobody has takes as long as one with a wrong password.
    boolean good =
        passwords.matches(
            String.valueOf(asked.getCredentials()),
            person == null ? nobodysHash : person.passwordHash());
    if (person == null || !good) {
      failures.deleteByAtBefore(since);
      failures.save(new SignInFailure(email, now));
      failures.save(new SignInFailure(machine, now));
      throw new BadCredentialsException("Wrong address or password");
    }
    failures.deleteBySubject(email);
    return authenticated(person.signedIn());
  }

  static Authentication authenticated(SignedIn person) {
    return UsernamePasswordAuthenticationToken.authenticated(
        person, null, List.of(new SimpleGrantedAuthority("ROLE_" + person.role())));
  }

  private static String machine() {
    if (RequestContextHolder.getRequestAttributes()
        instanceof ServletRequestAttributes attributes) {
      HttpServletRequest request = attributes.getRequest();
      return "from " + request.getRemoteAddr();
    }
    return "from inside";
  }

  @Override
  public boolean supports(Class<?> type) {
    return UsernamePasswordAuthenticationToken.class.isAssignableFrom(type);
  }
}
