package school.kerygma.media.paper;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.PushbackInputStream;
import java.nio.ByteBuffer;
import java.util.zip.InflaterInputStream;
import school.kerygma.media.paper.PaperRefused.Reason;

/**
 * Unfolds every deflated stream of a PDF on trial, before a reader holds one in memory, and refuses
 * a file whose streams swell beyond {@link PaperLimits}. It works on the bytes and trusts nothing
 * that the file says of itself.
 */
final class SwellCheck {

  private static final byte[] STREAM = {'s', 't', 'r', 'e', 'a', 'm'};
  private static final int LAYERS = 4;

  private long all;

  private SwellCheck() {}

  static void check(byte[] pdf) {
    SwellCheck check = new SwellCheck();
    for (int at = next(pdf, 0); at >= 0; at = next(pdf, at)) {
      int data = at;
      while (data < pdf.length && (pdf[data] == '\r' || pdf[data] == '\n')) {
        data++;
      }
      check.unfold(new ByteArrayInputStream(pdf, data, pdf.length - data), LAYERS);
    }
  }

  /** Index after the next "stream" keyword that is no "endstream", or -1. */
  private static int next(byte[] pdf, int from) {
    ByteBuffer bytes = ByteBuffer.wrap(pdf);
    for (int i = from; i <= pdf.length - STREAM.length; i++) {
      boolean found =
          pdf[i] == 's' && bytes.slice(i, STREAM.length).equals(ByteBuffer.wrap(STREAM));
      if (found && (i == 0 || pdf[i - 1] != 'd')) {
        return i + STREAM.length;
      }
    }
    return -1;
  }

  /** Counts what a deflated stream unfolds to, and what that unfolds to if it is deflated again. */
  private void unfold(InputStream compressed, int layers) {
    long own = 0;
    byte[] buffer = new byte[64 * 1024];
    try {
      PushbackInputStream in = new PushbackInputStream(compressed, 2);
      if (layers == 0 || !looksDeflated(in)) {
        return;
      }
      PushbackInputStream out = new PushbackInputStream(new InflaterInputStream(in), 2);
      if (looksDeflated(out)) {
        unfold(out, layers - 1);
        return;
      }
      for (int n = out.read(buffer); n >= 0; n = out.read(buffer)) {
        own += n;
        all += n;
        if (own > PaperLimits.STREAM_BYTES || all > PaperLimits.ALL_STREAMS_BYTES) {
          throw new PaperRefused(Reason.SWELLS);
        }
      }
    } catch (IOException notDeflated) {
      // A stream of another kind, or damaged: the reader will say so. Its bytes were counted.
      return;
    }
  }

  /** RFC 1950: compression method 8, and the first two bytes a multiple of 31. */
  private static boolean looksDeflated(PushbackInputStream in) throws IOException {
    byte[] head = new byte[2];
    int n = in.readNBytes(head, 0, 2);
    in.unread(head, 0, n);
    return n == 2 && (head[0] & 0x0F) == 8 && ((head[0] & 0xFF) << 8 | head[1] & 0xFF) % 31 == 0;
  }
}
