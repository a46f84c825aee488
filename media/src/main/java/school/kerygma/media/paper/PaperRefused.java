package school.kerygma.media.paper;

/** A file that is not taken in, and why. Nothing of it was kept. */
public final class PaperRefused extends RuntimeException {

  /** Why a file is not taken in; the words for it are the caller's. */
  public enum Reason {
    NOTHING_IN_IT,
    TOO_LARGE,
    NOT_A_PAPER,
    ENCRYPTED,
    DAMAGED,
    NO_PAGES,
    TOO_MANY_PAGES,
    PAGE_TOO_LARGE,
    SWELLS,
    /** There is no LibreOffice that would turn it into PDF. */
    NO_CONVERTER,
    /** LibreOffice was asked twice and could not. */
    NOT_CONVERTED
  }

  private final Reason reason;

  public PaperRefused(Reason reason) {
    super(reason.name());
    this.reason = reason;
  }

  public Reason reason() {
    return reason;
  }
}
