package school.kerygma.app.ground.accounts;

import jakarta.servlet.http.HttpServletRequest;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.security.authentication.AuthenticationProvider;
import org.springframework.security.authentication.BadCredentialsException;
import org.springframework.security.authentication.LockedException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;
import school.kerygma.core.access.Access.Role;

/**
 * Signs teachers in by e-mail and password. Every attempt is counted before it is looked at, for a
 * quarter of an hour: ten for one account from one machine, fifty for one account from everywhere,
 * five hundred from one machine, behind which a whole school may sit. A browser in which the
 * account was opened before has ten attempts of its own, so that nobody can lock its owner out.
 */
@Component
class TeacherSignIn implements AuthenticationProvider {

  private static final int PER_PAIR = 10;
  private static final int PER_ACCOUNT = 50;
  private static final int PER_MACHINE = 500;

  private final PersonRepository persons;
  private final PasswordEncoder passwords;
  private final KnownBrowser browsers;
  private final Attempts attempts;
  private final String nobodysHash;

  TeacherSignIn(
      PersonRepository persons,
      PasswordEncoder passwords,
      KnownBrowser browsers,
      Attempts attempts) {
    this.persons = persons;
    this.passwords = passwords;
    this.browsers = browsers;
    this.attempts = attempts;
    this.nobodysHash = passwords.encode("nobody");
  }

  @Override
  public Authentication authenticate(Authentication asked) {
    String email = People.normal(asked.getName());
    if (email.length() > 120) {
      throw new BadCredentialsException("Wrong address or password");
    }
    Person person =
        persons
            .findByEmailAndRole(email, Role.TEACHER)
            .filter(p -> p.passwordHash() != null)
            .orElse(null);
    Map<String, Integer> limits = limits(email, person);
    if (attempts.tooMany(limits)) {
      throw new LockedException("Too many failures");
    }
    // An address that nobody has takes as long as one with a wrong password.
    boolean good =
        passwords.matches(
            String.valueOf(asked.getCredentials()),
            person == null ? nobodysHash : person.passwordHash());
    if (person == null || !good) {
      throw new BadCredentialsException("Wrong address or password");
    }
    attempts.forget(limits.keySet());
    return authenticated(person.signedIn());
  }

  /** How many attempts there may be of what. */
  private Map<String, Integer> limits(String email, @Nullable Person person) {
    HttpServletRequest request = request();
    if (person != null && request != null && browsers.knows(request, person.id())) {
      return Map.of("in its own browser " + email, PER_PAIR);
    }
    String machine = request == null ? "inside" : request.getRemoteAddr();
    Map<String, Integer> limits = new LinkedHashMap<>();
    limits.put(email + " from " + machine, PER_PAIR);
    limits.put("account " + email, PER_ACCOUNT);
    limits.put("from " + machine, PER_MACHINE);
    return limits;
  }

  static Authentication authenticated(SignedIn person) {
    return UsernamePasswordAuthenticationToken.authenticated(
        person, null, List.of(new SimpleGrantedAuthority("ROLE_" + person.role())));
  }

  private static @Nullable HttpServletRequest request() {
    return RequestContextHolder.getRequestAttributes() instanceof ServletRequestAttributes known
        ? known.getRequest()
        : null;
  }

  @Override
  public boolean supports(Class<?> type) {
    return UsernamePasswordAuthenticationToken.class.isAssignableFrom(type);
  }
}
