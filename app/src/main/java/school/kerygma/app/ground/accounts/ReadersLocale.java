package school.kerygma.app.ground.accounts;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DataAccessException;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.LocaleResolver;
import school.kerygma.core.access.Access.Role;

/**
 * A guardian's pages come in the language that they chose, else in that of their browser; so do the
 * pages before anybody has signed in. Teachers and students read English.
 */
@Component("localeResolver")
class ReadersLocale implements LocaleResolver {

  private static final String FOUND = ReadersLocale.class.getName();

  private final FamilyLanguage languages;

  ReadersLocale(FamilyLanguage languages) {
    this.languages = languages;
  }

  @Override
  public Locale resolveLocale(HttpServletRequest request) {
    if (request.getAttribute(FOUND) instanceof Locale found) {
      return found;
    }
    Authentication who = SecurityContextHolder.getContext().getAuthentication();
    Optional<SignedIn> me =
        who != null && who.getPrincipal() instanceof SignedIn in
            ? Optional.of(in)
            : Optional.empty();
    if (me.filter(in -> in.role() != Role.GUARDIAN).isPresent()) {
      return Locale.US;
    }
    Locale found = me.flatMap(this::chosen).or(() -> ofBrowser(request)).orElse(Locale.US);
    request.setAttribute(FOUND, found);
    return found;
  }

  /** Without the database something is said all the same. */
  private Optional<Locale> chosen(SignedIn me) {
    try {
      return languages.chosen(me.id());
    } catch (DataAccessException e) {
      return Optional.empty();
    }
  }

  private static Optional<Locale> ofBrowser(HttpServletRequest request) {
    List<Locale> asked =
        request.getHeader("Accept-Language") == null
            ? List.of()
            : Collections.list(request.getLocales());
    return asked.stream().flatMap(l -> FamilyLanguage.named(l.getLanguage()).stream()).findFirst();
  }

  @Override
  public void setLocale(
      HttpServletRequest request, @Nullable HttpServletResponse response, @Nullable Locale locale) {
    throw new UnsupportedOperationException("a language is chosen on the family's page");
  }
}
