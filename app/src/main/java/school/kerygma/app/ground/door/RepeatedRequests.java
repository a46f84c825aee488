package school.kerygma.app.ground.door;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.Part;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.util.ContentCachingResponseWrapper;

/**
 * Does once what is asked twice: every form, and every request of a script that makes something,
 * carries a key. A second request with the same key and the same words waits for the first, and is
 * answered with what came of it. A form that is sent again with other words is a new request.
 */
class RepeatedRequests extends OncePerRequestFilter {

  static final String FIELD = "once";
  static final String HEADER = "Once";
  private static final int LONGEST_ANSWER = 8_192;

  private final RequestKeys keys;
  private final Refusals refusals;

  RepeatedRequests(RequestKeys keys, Refusals refusals) {
    this.keys = keys;
    this.refusals = refusals;
  }

  @Override
  protected boolean shouldNotFilter(HttpServletRequest request) {
    return !request.getMethod().equals("POST") || key(request).isEmpty();
  }

  private static Optional<UUID> key(HttpServletRequest request) {
    String sent =
        Optional.ofNullable(request.getHeader(HEADER))
            .orElseGet(() -> String.valueOf(request.getParameter(FIELD)));
    try {
      return Optional.of(UUID.fromString(sent));
    } catch (IllegalArgumentException none) {
      return Optional.empty();
    }
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    String id = digest(request, key(request).orElseThrow());
    Optional<RequestKeys.Answer> before = keys.begin(id);
    if (before.isPresent()) {
      answer(before.get(), request, response);
      return;
    }
    boolean whole = false;
    ContentCachingResponseWrapper kept = new ContentCachingResponseWrapper(response);
    try {
      chain.doFilter(request, kept);
      whole = keep(id, kept);
    } finally {
      if (!whole) {
        keys.forget(id);
      }
      kept.copyBodyToResponse();
    }
  }

  /** Keeps a redirect or a short answer to a script; what failed may be tried again. */
  private boolean keep(String id, ContentCachingResponseWrapper response) {
    int status = response.getStatus();
    String location = response.getHeader(HttpHeaders.LOCATION);
    String type = String.valueOf(response.getContentType());
    boolean redirect = status >= 300 && status < 400 && location != null;
    boolean told =
        status < 300
            && response.getContentSize() <= LONGEST_ANSWER
            && (response.getContentSize() == 0 || type.startsWith("application/json"));
    if (!redirect && !told) {
      return false;
    }
    String body = new String(response.getContentAsByteArray(), StandardCharsets.UTF_8);
    keys.end(id, new RequestKeys.Answer(status, redirect ? location : null, redirect ? "" : body));
    return true;
  }

  private void answer(
      RequestKeys.Answer before, HttpServletRequest request, HttpServletResponse response)
      throws IOException {
    if (before.status() == 0) {
      refusals.later(request, response, "still-doing");
      return;
    }
    response.setStatus(before.status());
    @Nullable String location = before.location();
    if (location != null) {
      response.setHeader(HttpHeaders.LOCATION, location);
    } else if (!before.body().isEmpty()) {
      response.setContentType("application/json");
      response.setCharacterEncoding(StandardCharsets.UTF_8.name());
      response.getWriter().write(before.body());
    }
  }

  /** Names a request by its key, by who sends it, where to, and with which words and files. */
  private static String digest(HttpServletRequest request, UUID key)
      throws ServletException, IOException {
    Authentication who = SecurityContextHolder.getContext().getAuthentication();
    StringBuilder all =
        new StringBuilder(
            key + "\n" + (who == null ? "" : who.getName()) + "\n" + request.getRequestURI());
    Map<String, String[]> fields = new TreeMap<>(request.getParameterMap());
    fields.remove("_csrf");
    fields.forEach((name, values) -> all.append('\n').append(name).append(Arrays.toString(values)));
    try {
      MessageDigest sum = MessageDigest.getInstance("SHA-256");
      sum.update(all.toString().getBytes(StandardCharsets.UTF_8));
      if (String.valueOf(request.getContentType()).startsWith("multipart/")) {
        for (Part part : request.getParts()) {
          if (part.getSubmittedFileName() != null) {
            try (InputStream file = part.getInputStream()) {
              file.transferTo(new DigestOutputStream(OutputStream.nullOutputStream(), sum));
            }
          }
        }
      }
      return HexFormat.of().formatHex(sum.digest());
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }
}
