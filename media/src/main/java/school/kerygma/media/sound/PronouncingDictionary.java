package school.kerygma.media.sound;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * How English words are pronounced, as the recognizer's dictionary says (CMU, of public domain):
 * 130,000 lines, read once and held as they stand, 4 MB.
 */
final class PronouncingDictionary {

  /** All of them, one after the other, as they stand in the file. */
  private static final byte[] TEXT = read();

  /** Where the lines begin, in the order of their words; pronunciations of one word together. */
  private static final int[] BEGINS = begins();

  private static byte[] read() {
    try {
      return Files.readAllBytes(Recognizer.DICTIONARY);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static int[] begins() {
    IntStream.Builder begins = IntStream.builder();
    for (int at = 0; at < TEXT.length; at = end(at) + 1) {
      if (end(at) > at) {
        begins.add(at);
      }
    }
    return begins
        .build()
        .boxed()
        .sorted(Comparator.comparing(PronouncingDictionary::word))
        .mapToInt(Integer::intValue)
        .toArray();
  }

  private static int end(int at) {
    int end = at;
    while (end < TEXT.length && TEXT[end] != '\n') {
      end++;
    }
    return end;
  }

  private static String line(int at) {
    return new String(TEXT, at, end(at) - at, StandardCharsets.UTF_8);
  }

  /** The word of a line, without the number of its pronunciation: "a(2) EY" is one of "a". */
  private static String word(int at) {
    int end = at;
    while (end < TEXT.length && TEXT[end] != ' ' && TEXT[end] != '\n' && TEXT[end] != '(') {
      end++;
    }
    return new String(TEXT, at, end - at, StandardCharsets.UTF_8);
  }

  /** The lines of a word. */
  static List<String> linesOf(String word) {
    int low = 0;
    int high = BEGINS.length;
    while (low < high) {
      int middle = (low + high) >>> 1;
      if (word(BEGINS[middle]).compareTo(word) < 0) {
        low = middle + 1;
      } else {
        high = middle;
      }
    }
    List<String> found = new ArrayList<>();
    for (int i = low; i < BEGINS.length && word(BEGINS[i]).equals(word); i++) {
      found.add(line(BEGINS[i]));
    }
    return found;
  }

  private PronouncingDictionary() {}
}
