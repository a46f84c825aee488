package school.kerygma.app.talk.scores;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;

/**
 * The text of a file: UTF-8, UTF-16 if it says so, else Windows letters, as older programs write
 * them.
 *
 * @param guessed whether the file does not say in which letters it is written, so that accents may
 *     be wrong
 */
record TextOfFile(String text, boolean guessed) {

  static TextOfFile of(byte[] bytes) {
    boolean marked = bytes.length > 1;
    if (marked && (bytes[0] & 0xFF) == 0xFF && (bytes[1] & 0xFF) == 0xFE
        || marked && (bytes[0] & 0xFF) == 0xFE && (bytes[1] & 0xFF) == 0xFF) {
      return new TextOfFile(new String(bytes, StandardCharsets.UTF_16), false);
    }
    try {
      ByteBuffer all = ByteBuffer.wrap(bytes);
      return new TextOfFile(StandardCharsets.UTF_8.newDecoder().decode(all).toString(), false);
    } catch (CharacterCodingException e) {
      return new TextOfFile(new String(bytes, Charset.forName("windows-1252")), true);
    }
  }
}
