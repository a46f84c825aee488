package school.kerygma.media.paper;

/** How large a paper may be. A class handout is far below each of these. */
public final class PaperLimits {

  public static final long FILE_BYTES = 50L * 1024 * 1024;
  public static final int PAGES = 200;

  /** Longest side in points; ISO 32000-1 annex C names 14,400 as the limit of a page. */
  public static final float PAGE_POINTS = 14_400;

  /** Pixels of a picture, alone or inside a PDF: a scan of A3 at 600 dpi is 70 million. */
  public static final long PICTURE_PIXELS = 100_000_000;

  /** Bytes that one compressed stream, and all of a file, may unfold to. */
  public static final long STREAM_BYTES = 256L * 1024 * 1024;

  public static final long ALL_STREAMS_BYTES = 1024L * 1024 * 1024;

  private PaperLimits() {}
}
