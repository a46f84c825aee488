package school.kerygma.app.ground.door;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpServletResponseWrapper;
import java.io.IOException;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Tells a form where to go on. A form is sent by a script, so that its page stays as it is if it
 * cannot be taken; a script that is redirected cannot see where to, and would fetch that page
 * twice. So the address is given in a header of its own.
 */
@Component
class FormAnswers extends OncePerRequestFilter {

  /** Sent with a form by {@code form.js}. */
  static final String FORM = "Sent-By";

  static final String GO_ON = "Go-On";

  @Override
  protected boolean shouldNotFilter(HttpServletRequest request) {
    return !"form".equals(request.getHeader(FORM));
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    chain.doFilter(request, new GoOn(response));
  }

  /** Behaves as a redirect towards whoever answers, and is none towards the browser. */
  private static final class GoOn extends HttpServletResponseWrapper {

    private int redirect;

    private GoOn(HttpServletResponse response) {
      super(response);
    }

    @Override
    public void sendRedirect(String location) {
      setStatus(HttpStatus.FOUND.value());
      setHeader(HttpHeaders.LOCATION, location);
    }

    @Override
    public void setStatus(int status) {
      boolean away = HttpStatus.valueOf(status).is3xxRedirection();
      redirect = away ? status : 0;
      super.setStatus(away ? HttpStatus.NO_CONTENT.value() : status);
    }

    @Override
    public int getStatus() {
      return redirect == 0 ? super.getStatus() : redirect;
    }

    @Override
    public void setHeader(String name, String value) {
      super.setHeader(name.equalsIgnoreCase(HttpHeaders.LOCATION) ? GO_ON : name, value);
    }

    @Override
    public @Nullable String getHeader(String name) {
      return super.getHeader(name.equalsIgnoreCase(HttpHeaders.LOCATION) ? GO_ON : name);
    }
  }
}
