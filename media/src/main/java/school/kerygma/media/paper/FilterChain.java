package school.kerygma.media.paper;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.InflaterInputStream;

/**
 * Unfolds a stream of a PDF filter by filter (ISO 32000-1, 7.4) a few bytes at a time, so that it
 * can be measured before a reader holds it in memory. Filters of pictures end the chain: their size
 * is told by the picture itself.
 */
final class FilterChain {

  private static final Pattern FILTERS =
      Pattern.compile("/Filter\\s*(\\[[^\\]]{0,400}]|/[^\\s/<>\\[\\]()]+)");
  private static final Pattern NAME = Pattern.compile("/([^\\s/<>\\[\\]()]+)");
  private static final Pattern WRITTEN_AS_HEX = Pattern.compile("#([0-9A-Fa-f]{2})");
  private static final int MOST_FILTERS = 16;

  private FilterChain() {}

  /** The filters that the dictionary before a stream names; the last one counts. */
  static List<String> named(String dictionary) {
    Matcher m = FILTERS.matcher(dictionary);
    String list = "";
    while (m.find()) {
      list = m.group(1);
    }
    List<String> names = new ArrayList<>();
    for (Matcher name = NAME.matcher(list); name.find() && names.size() < MOST_FILTERS; ) {
      names.add(plain(name.group(1)));
    }
    return names;
  }

  /** A name may be written with the hexadecimal numbers of its letters (7.3.5). */
  private static String plain(String name) {
    return WRITTEN_AS_HEX
        .matcher(name)
        .replaceAll(m -> Matcher.quoteReplacement("" + (char) Integer.parseInt(m.group(1), 16)));
  }

  /** Unfolds as far as the filters are known. */
  static InputStream unfold(InputStream raw, List<String> filters) {
    InputStream in = raw;
    for (String filter : filters) {
      switch (filter) {
        case "FlateDecode", "Fl" -> in = new InflaterInputStream(in);
        case "RunLengthDecode", "RL" -> in = new RunLength(in);
        case "ASCIIHexDecode", "AHx" -> in = new Hex(in);
        case "ASCII85Decode", "A85" -> in = new Base85(in);
        default -> {
          return in; // LZW unfolds to about 1,400 times at most, and is left to the worker's
          // bounds.
        }
      }
    }
    return in;
  }

  /** Hands on one byte after the other. */
  private abstract static class Bytes extends InputStream {
    final InputStream in;

    Bytes(InputStream in) {
      this.in = in;
    }

    @Override
    public int read(byte[] bytes, int from, int length) throws IOException {
      int n = 0;
      for (; n < length; n++) {
        int b = read();
        if (b < 0) {
          return n == 0 ? -1 : n;
        }
        bytes[from + n] = (byte) b;
      }
      return n;
    }

    /** The next byte that is no white space. */
    int next() throws IOException {
      int b = in.read();
      while (b == ' ' || b == '\n' || b == '\r' || b == '\t' || b == '\f' || b == 0) {
        b = in.read();
      }
      return b;
    }
  }

  /** 7.4.5. */
  private static final class RunLength extends Bytes {
    private int left;
    private int repeated = -1;

    RunLength(InputStream in) {
      super(in);
    }

    @Override
    public int read() throws IOException {
      if (left == 0) {
        int length = in.read();
        if (length < 0 || length == 128) {
          return -1;
        }
        left = length < 128 ? length + 1 : 257 - length;
        repeated = length < 128 ? -1 : in.read();
        if (length > 128 && repeated < 0) {
          return -1;
        }
      }
      left--;
      return repeated >= 0 ? repeated : in.read();
    }
  }

  /** 7.4.2. */
  private static final class Hex extends Bytes {
    Hex(InputStream in) {
      super(in);
    }

    @Override
    public int read() throws IOException {
      int high = Character.digit(next(), 16);
      int low = high < 0 ? -1 : Character.digit(next(), 16);
      return high < 0 ? -1 : high << 4 | Math.max(0, low);
    }
  }

  /** 7.4.3. */
  private static final class Base85 extends Bytes {
    private final int[] group = new int[4];
    private int have;
    private int at;

    Base85(InputStream in) {
      super(in);
    }

    @Override
    public int read() throws IOException {
      if (at == have && !fill()) {
        return -1;
      }
      return group[at++];
    }

    private boolean fill() throws IOException {
      long value = 0;
      int digits = 0;
      for (int b = next(); ; b = next()) {
        if (b == 'z' && digits == 0) {
          digits = 5;
          break;
        }
        if (b < '!' || b > 'u') {
          break;
        }
        value = value * 85 + (b - '!');
        if (++digits == 5) {
          break;
        }
      }
      if (digits < 2) {
        return false;
      }
      for (int i = digits; i < 5; i++) {
        value = value * 85 + 84;
      }
      for (int i = 0; i < 4; i++) {
        group[i] = (int) (value >> (24 - 8 * i) & 0xFF);
      }
      have = digits - 1;
      at = 0;
      return true;
    }
  }
}
