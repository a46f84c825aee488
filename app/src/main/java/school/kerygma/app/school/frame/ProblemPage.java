package school.kerygma.app.school.frame;

import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatusCode;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.servlet.ModelAndView;
import school.kerygma.app.ground.accounts.SignedIn;

/** The page that says what went wrong, in the frame of the person before it, with a way on. */
final class ProblemPage {

  private ProblemPage() {}

  static ModelAndView of(HttpStatusCode status, String text, HttpServletRequest request) {
    ModelAndView page = new ModelAndView("frame/problem");
    page.addObject("text", text);
    page.addObject("show", new Wording());
    page.addObject("back", back(request));
    Authentication who = SecurityContextHolder.getContext().getAuthentication();
    if (who != null && who.getPrincipal() instanceof SignedIn me) {
      page.addObject("me", me);
    }
    page.setStatus(status);
    return page;
  }

  /** The page of ours from which somebody came, unless it is the one that does not work. */
  private static @Nullable String back(HttpServletRequest request) {
    try {
      URI from = URI.create(String.valueOf(request.getHeader("Referer")));
      String path = from.getRawPath();
      boolean ours = request.getServerName().equals(from.getHost()) && path != null;
      if (!ours || path.equals(request.getRequestURI())) {
        return null;
      }
      return from.getRawQuery() == null ? path : path + "?" + from.getRawQuery();
    } catch (IllegalArgumentException e) {
      return null; // No address at all.
    }
  }
}
