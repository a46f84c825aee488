package school.kerygma.app.school.joining;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.util.HexFormat;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;

/** The browser in which somebody asked to be let in: it alone opens their page afterwards. */
final class AskingBrowser {

  private static final String NAME = "kerygma-asked";
  private static final Duration KEPT = Duration.ofDays(30);

  private AskingBrowser() {}

  /** Stands for the browser, so that who reads the database cannot pass for it. */
  static Optional<String> of(HttpServletRequest request) {
    Cookie[] sent = request.getCookies();
    if (sent != null) {
      for (Cookie cookie : sent) {
        if (cookie.getName().equals(NAME)) {
          return Optional.of(hash(cookie.getValue()));
        }
      }
    }
    return Optional.empty();
  }

  /** The same; one that was not known gets something to be known by. */
  static String known(HttpServletRequest request, HttpServletResponse response) {
    Optional<String> before = of(request);
    if (before.isPresent()) {
      return before.get();
    }
    String secret = UUID.randomUUID().toString();
    response.addHeader(
        HttpHeaders.SET_COOKIE,
        ResponseCookie.from(NAME, secret)
            .path("/join")
            .httpOnly(true)
            .secure(request.isSecure())
            .sameSite("Lax")
            .maxAge(KEPT)
            .build()
            .toString());
    return hash(secret);
  }

  private static String hash(String secret) {
    try {
      return HexFormat.of()
          .formatHex(
              MessageDigest.getInstance("SHA-256").digest(secret.getBytes(StandardCharsets.UTF_8)));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }
}
