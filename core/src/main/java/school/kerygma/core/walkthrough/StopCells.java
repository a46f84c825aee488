package school.kerygma.core.walkthrough;

/**
 * Stops follow one another on a grid: each fills a whole number of cells, with silence at its end.
 *
 * <p>A cell is the shortest time that is whole in packets of both kinds of sound at 48 kHz: 16 of
 * Opus (960 samples, RFC 6716) and 15 of AAC (1,024 samples, ISO/IEC 14496-3). So the sounds of
 * stops can be joined without encoding them again.
 */
public final class StopCells {

  /** Length of a cell in milliseconds. */
  public static final int CELL_MS = 320;

  /** At least this much silence ends a stop: a packet of AAC, whose second half is in the next. */
  static final int QUIET_MS = 22;

  private StopCells() {}

  /** How many cells a stop fills whose takes are that long, in milliseconds. */
  public static long of(long contentMs) {
    return Math.ceilDiv(contentMs + QUIET_MS, CELL_MS);
  }
}
