package school.kerygma.media.picture;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Optional;
import java.util.Set;

/**
 * Takes out of a photo what a camera wrote into it besides the picture: where it was taken, when,
 * with what. Its pixels are not touched; the one thing that is kept is how it is to be turned.
 *
 * <p>JPEG segments (ITU-T T.81, Annex B), Exif (JEITA CP-3451, 4.6: tag 0x0112 is the orientation),
 * PNG chunks (W3C PNG, 3rd edition, 11.3).
 */
public final class CleanPhoto {

  private static final int SOI = 0xD8;
  private static final int SOS = 0xDA;
  private static final int COMMENT = 0xFE;
  private static final int APP0 = 0xE0;
  private static final int EXIF = 0xE1;
  private static final int COLORS = 0xE2;
  private static final int ADOBE = 0xEE;
  private static final int APP15 = 0xEF;
  private static final int ORIENTATION = 0x0112;

  private static final byte[] PNG = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1A, '\n'};
  private static final Set<String> TELLING = Set.of("eXIf", "tEXt", "iTXt", "zTXt", "tIME");

  private CleanPhoto() {}

  /**
   * Writes a photo without what it tells of its taking.
   *
   * @return how many quarter turns to the right set it upright, 0 to 3; nothing if it is no JPEG
   *     and no PNG, or not whole: then nothing of use was written
   */
  public static Optional<Integer> clean(Path photo, Path to) throws IOException {
    try (DataInputStream in =
            new DataInputStream(new BufferedInputStream(Files.newInputStream(photo)));
        OutputStream out = new BufferedOutputStream(Files.newOutputStream(to))) {
      in.mark(PNG.length);
      byte[] head = in.readNBytes(PNG.length);
      in.reset();
      if (Arrays.equals(head, PNG)) {
        png(in, out);
        return Optional.of(0);
      }
      return head.length > 2 && (head[0] & 0xFF) == 0xFF && (head[1] & 0xFF) == SOI
          ? Optional.of(jpeg(in, out))
          : Optional.empty();
    } catch (EOFException torn) {
      return Optional.empty();
    }
  }

  private static int jpeg(DataInputStream in, OutputStream out) throws IOException {
    out.write(in.readNBytes(2));
    int orientation = 1;
    for (; ; ) {
      int mark = marker(in);
      if (mark == SOS) {
        if (orientation > 1) {
          out.write(exif(orientation));
        }
        out.write(new byte[] {(byte) 0xFF, (byte) mark});
        in.transferTo(out);
        return turns(orientation);
      }
      int length = in.readUnsignedShort();
      byte[] body = new byte[Math.max(0, length - 2)];
      in.readFully(body);
      if (mark == EXIF) {
        orientation = Math.max(orientation, orientation(body));
      }
      boolean told = mark == COMMENT || mark > APP0 && mark <= APP15;
      if (!told || mark == COLORS || mark == ADOBE) {
        out.write(new byte[] {(byte) 0xFF, (byte) mark, (byte) (length >> 8), (byte) length});
        out.write(body);
      }
    }
  }

  private static int marker(DataInputStream in) throws IOException {
    if (in.readUnsignedByte() != 0xFF) {
      throw new EOFException("No marker where one should be");
    }
    int mark = in.readUnsignedByte();
    while (mark == 0xFF) { // Fill bytes.
      mark = in.readUnsignedByte();
    }
    return mark;
  }

  /** The orientation that an Exif segment tells, 1 to 8; 1 if it tells none. */
  private static int orientation(byte[] body) {
    String head = new String(body, 0, Math.min(4, body.length), StandardCharsets.US_ASCII);
    if (!head.equals("Exif") || body.length < 14) {
      return 1;
    }
    ByteBuffer tiff = ByteBuffer.wrap(body, 6, body.length - 6).slice();
    tiff.order(tiff.get(0) == 'I' ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN);
    try {
      int at = tiff.getInt(4);
      int entries = tiff.getShort(at) & 0xFFFF;
      for (int i = 0; i < entries; i++) {
        int entry = at + 2 + 12 * i;
        if ((tiff.getShort(entry) & 0xFFFF) == ORIENTATION) {
          int value = tiff.getShort(entry + 8) & 0xFFFF;
          return value >= 1 && value <= 8 ? value : 1;
        }
      }
      return 1;
    } catch (IndexOutOfBoundsException torn) {
      return 1;
    }
  }

  /** An Exif segment that tells the orientation alone. */
  private static byte[] exif(int orientation) {
    ByteBuffer segment = ByteBuffer.allocate(36).order(ByteOrder.BIG_ENDIAN);
    segment.put((byte) 0xFF).put((byte) EXIF).putShort((short) 34);
    segment.put("Exif".getBytes(StandardCharsets.US_ASCII)).putShort((short) 0);
    segment.put("MM".getBytes(StandardCharsets.US_ASCII)).putShort((short) 42).putInt(8);
    segment.putShort((short) 1).putShort((short) ORIENTATION).putShort((short) 3).putInt(1);
    segment.putShort((short) orientation).putShort((short) 0).putInt(0);
    return segment.array();
  }

  /** Mirrored pictures, which no camera takes, are turned as those that are not. */
  private static int turns(int orientation) {
    return switch (orientation) {
      case 3, 4 -> 2;
      case 5, 6 -> 1;
      case 7, 8 -> 3;
      default -> 0;
    };
  }

  private static void png(DataInputStream in, OutputStream out) throws IOException {
    out.write(in.readNBytes(PNG.length));
    String type;
    do {
      int length = in.readInt();
      byte[] name = in.readNBytes(4);
      type = new String(name, StandardCharsets.US_ASCII);
      boolean told = TELLING.contains(type);
      if (!told) {
        out.write(ByteBuffer.allocate(4).putInt(length).array());
        out.write(name);
      }
      copy(in, told ? OutputStream.nullOutputStream() : out, (length & 0xFFFFFFFFL) + 4);
    } while (!type.equals("IEND"));
  }

  private static void copy(InputStream in, OutputStream out, long count) throws IOException {
    byte[] buffer = new byte[64 * 1024];
    for (long left = count; left > 0; ) {
      int n = in.read(buffer, 0, (int) Math.min(buffer.length, left));
      if (n < 0) {
        throw new EOFException("The picture ends early");
      }
      out.write(buffer, 0, n);
      left -= n;
    }
  }
}
