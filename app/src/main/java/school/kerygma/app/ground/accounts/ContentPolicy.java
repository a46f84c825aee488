package school.kerygma.app.ground.accounts;

import jakarta.servlet.http.HttpServletResponse;

/** From where pages may load what, and who may put them into a frame. */
public final class ContentPolicy {

  private static final String LOADS =
      "default-src 'self'; img-src 'self' data: blob:; media-src 'self' blob:; object-src 'none'; "
          + "base-uri 'none'; form-action 'self'; frame-ancestors ";

  /** No page stands in a frame. */
  static final String USUAL = LOADS + "'none'";

  private ContentPolicy() {}

  /** This one page may stand in a frame of Kerygma's own pages: it only shows. */
  public static void framed(HttpServletResponse response) {
    response.setHeader("Content-Security-Policy", LOADS + "'self'");
  }
}
