package school.kerygma.app.ground.door;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import org.springframework.context.MessageSource;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;

/**
 * Says no before any page can: in the look of the frame, or as problem+json (RFC 9457), without
 * session and without database.
 */
@Component
class Refusals {

  /** After how many seconds a browser asks again. */
  static final String AGAIN_AFTER_S = "2";

  private final MessageSource words;
  private final String page;

  Refusals(MessageSource words) {
    this.words = words;
    try {
      this.page =
          new ClassPathResource("door/refusal.html").getContentAsString(StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Asks to come again in a moment (RFC 9110, 10.2.3). */
  void later(HttpServletRequest request, HttpServletResponse response, String key)
      throws IOException {
    response.setHeader(HttpHeaders.RETRY_AFTER, AGAIN_AFTER_S);
    say(HttpStatus.SERVICE_UNAVAILABLE, key, request, response);
  }

  void say(HttpStatus status, String key, HttpServletRequest request, HttpServletResponse response)
      throws IOException {
    String text = words.getMessage("problem." + key, new Object[0], Locale.US);
    response.setStatus(status.value());
    response.setHeader(HttpHeaders.CACHE_CONTROL, "no-store");
    response.setCharacterEncoding(StandardCharsets.UTF_8.name());
    if (String.valueOf(request.getHeader(HttpHeaders.ACCEPT)).contains("json")) {
      response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
      response
          .getWriter()
          .write("{\"status\":%d,\"detail\":\"%s\"}".formatted(status.value(), text));
      return;
    }
    response.setContentType(MediaType.TEXT_HTML_VALUE);
    response.setHeader(
        "Content-Security-Policy",
        "default-src 'none'; style-src 'self'; font-src 'self'; img-src 'self'");
    response
        .getWriter()
        .write(
            page.replace("{title}", words.getMessage("problem.title", new Object[0], Locale.US))
                .replace("{text}", text)
                .replace("{again}", words.getMessage("problem.again", new Object[0], Locale.US)));
  }
}
