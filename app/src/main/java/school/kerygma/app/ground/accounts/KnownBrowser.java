package school.kerygma.app.ground.accounts;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.util.UUID;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.stereotype.Component;

/**
 * Knows a browser again in which a teacher has signed in before. The cookie signs nobody in; it
 * only keeps the attempts of others from locking its owner out.
 */
@Component
class KnownBrowser {

  private static final Duration KEPT = Duration.ofDays(365);

  private final PassCards cards;

  KnownBrowser(PassCards cards) {
    this.cards = cards;
  }

  private static String name(UUID person) {
    return "kerygma-known-" + person.toString().substring(0, 8);
  }

  void remember(HttpServletRequest request, HttpServletResponse response, UUID person) {
    response.addHeader(
        HttpHeaders.SET_COOKIE,
        ResponseCookie.from(name(person), cards.browser(person))
            .path("/sign-in")
            .httpOnly(true)
            .secure(request.isSecure())
            .sameSite("Lax")
            .maxAge(KEPT)
            .build()
            .toString());
  }

  boolean knows(HttpServletRequest request, UUID person) {
    Cookie[] sent = request.getCookies();
    if (sent == null) {
      return false;
    }
    for (Cookie cookie : sent) {
      if (cookie.getName().equals(name(person)) && cards.isGoodBrowser(cookie.getValue(), person)) {
        return true;
      }
    }
    return false;
  }
}
