package school.kerygma.app.ground.door;

import jakarta.servlet.http.HttpServletRequest;
import java.util.List;

/** What kind of a request it is, and how many bytes each kind may bring. */
enum Kinds {
  /** What a player reports. */
  BEACON(16 * 1024),
  /** A second of a recording, or some that were kept while the line was down. */
  PIECE(1024 * 1024),
  /** What was done in that second. */
  TRACE(256 * 1024),
  /** A paper. */
  UPLOAD(52L * 1024 * 1024),
  /** A file that a student hands in. */
  WORK(51L * 1024 * 1024),
  /** What somebody has said in a round, or at a note. */
  VOICE(21L * 1024 * 1024),
  /** A film: ten minutes as a telephone takes them. */
  CLIP(1L << 30),
  /** Rosters of a whole school. */
  ROSTERS(22L * 1024 * 1024),
  /** Marks that are brought in as a file of their own. */
  MARKS(5L * 1024 * 1024),
  /** A calendar, the roster of one section. */
  FILE(1280 * 1024),
  /** Everything else that scripts send. */
  SCRIPT(256 * 1024),
  FORM(1024 * 1024);

  private static final List<String> STATIC =
      List.of("/css/", "/js/", "/fonts/", "/vendor/", "/webjars/", "/favicon.svg");

  private final long maxBytes;

  Kinds(long maxBytes) {
    this.maxBytes = maxBytes;
  }

  long maxBytes() {
    return maxBytes;
  }

  static boolean isStatic(String path) {
    return STATIC.stream().anyMatch(path::startsWith);
  }

  static Kinds of(HttpServletRequest request) {
    String path = request.getRequestURI();
    String type = String.valueOf(request.getContentType());
    if (path.startsWith("/watch/")) {
      return BEACON;
    }
    if (path.startsWith("/recordings/")) {
      return path.contains("/trace/") ? TRACE : PIECE;
    }
    if (path.startsWith("/walkthroughs/") && path.endsWith("/clips")) {
      return CLIP;
    }
    if (type.startsWith("application/octet-stream")) {
      if (path.startsWith("/class/work/files/")) {
        return WORK;
      }
      if (path.startsWith("/class/rounds/voices/")
          || path.startsWith("/hand-ins/") && path.endsWith("/voice")) {
        return VOICE;
      }
    }
    if (type.startsWith("multipart/")) {
      if (path.startsWith("/handouts")) {
        return path.endsWith("/annotations") ? MARKS : UPLOAD;
      }
      return path.endsWith("/rosters") ? ROSTERS : FILE;
    }
    return type.startsWith("application/json") || type.startsWith("application/octet-stream")
        ? SCRIPT
        : FORM;
  }
}
