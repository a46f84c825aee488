package school.kerygma.media.paper;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.PushbackInputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.List;
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
  private static final int DICTIONARY_BYTES = 4_096;

  private long all;

  private SwellCheck() {}

  static void check(byte[] pdf) {
    SwellCheck check = new SwellCheck();
    for (int at = next(pdf, 0); at >= 0; at = next(pdf, at)) {
      int data = at;
      while (data < pdf.length && (pdf[data] == '\r' || pdf[data] == '\n')) {
        data++;
      }
      ByteArrayInputStream raw = new ByteArrayInputStream(pdf, data, pdf.length - data);
      List<String> filters = FilterChain.named(dictionary(pdf, at));
      if (filters.size() > 1) {
        check.measure(FilterChain.unfold(raw, filters));
        raw.reset();
      }
      check.unfold(raw, LAYERS);
    }
  }

  /** What stands before a stream, as far back as a dictionary may begin. */
  private static String dictionary(byte[] pdf, int at) {
    int from = Math.max(0, at - DICTIONARY_BYTES);
    String before = new String(pdf, from, at - from, StandardCharsets.ISO_8859_1);
    return before.substring(Math.max(0, before.lastIndexOf(" obj")));
  }

  /** Counts what a chain of filters unfolds to. */
  private void measure(InputStream unfolded) {
    long own = 0;
    byte[] buffer = new byte[64 * 1024];
    try {
      for (int n = unfolded.read(buffer); n >= 0; n = unfolded.read(buffer)) {
        own += n;
        all += n;
        if (own > PaperLimits.STREAM_BYTES || all > PaperLimits.ALL_STREAMS_BYTES) {
          throw new PaperRefused(Reason.SWELLS);
        }
      }
    } catch (IOException damaged) {
      // The reader will say so; what came until then was counted.
      return;
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
