package school.kerygma.media.worker;

/** A page that takes more time or memory than a page may. */
public final class PageRefused extends RuntimeException {

  /** What it took too much of. */
  public enum Reason {
    TIME,
    MEMORY
  }

  private final int page;
  private final Reason reason;

  PageRefused(int page, Reason reason) {
    super("Page " + page + ": " + reason);
    this.page = page;
    this.reason = reason;
  }

  /** From 1; 0 if it is not known. */
  public int page() {
    return page;
  }

  public Reason reason() {
    return reason;
  }
}
