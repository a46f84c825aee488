package school.kerygma.media.paper;

/** How large a paper may be. A class handout is far below each of these. */
public final class PaperLimits {

  public static final long FILE_BYTES = 50L * 1024 * 1024;
  public static final int PAGES = 200;

  /** Longest side in points; ISO 32000-1 annex C names 14,400 as the limit of a page. */
  public static final float PAGE_POINTS = 14_400;

  /** Pixels of a picture, alone or inside a PDF: a scan of A3 at 600 dpi is 70 million. */
  public static final long PICTURE_PIXELS = 100_000_000;

  /** Pixels of a page's picture: a page ten times as long as it is wide, 1,800 pixels wide. */
  static final long DRAWN_PIXELS = 36_000_000;

  /**
   * How high a picture of some width is.
   *
   * @throws PaperRefused if it would be too large
   */
  static int heightPx(double width, double height, int widthPx) {
    double heightPx = Math.max(1, height * widthPx / width);
    if (!(heightPx * widthPx <= DRAWN_PIXELS)) {
      throw new PaperRefused(PaperRefused.Reason.PAGE_TOO_LARGE);
    }
    return (int) Math.round(heightPx);
  }

  /** Bytes that one compressed stream, and all of a file, may unfold to. */
  public static final long STREAM_BYTES = 256L * 1024 * 1024;

  public static final long ALL_STREAMS_BYTES = 1024L * 1024 * 1024;

  private PaperLimits() {}
}
