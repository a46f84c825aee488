package school.kerygma.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import school.kerygma.core.text.Readability;

/**
 * What the pages of students and families say can be read by them: at most grade 4 and grade 6 by
 * the project's own measure (Flesch-Kincaid, see {@link Readability}). Words alone and labels of
 * less than five words have no reading level.
 */
class ReadingLevelTest {

  private static final double STUDENTS = 4;
  private static final double FAMILIES = 6;
  private static final int FEWEST_WORDS = 5;

  /** Said by rules and scripts on a student's page, not named by a template. */
  private static final Pattern TO_STUDENTS =
      Pattern.compile("(class|handin|check|player|own-marks)\\..*|roll\\.you.*");

  private static final Set<String> OF_FAMILIES = Set.of("family.html", "guardians.html");

  /** The keys of all pages that are drawn for students, or only those of families. */
  private static Set<String> used(boolean families) throws IOException {
    Set<String> used = new TreeSet<>();
    try (var files = Files.walk(MessagesTest.RESOURCES.resolve("templates"))) {
      for (Path file : files.filter(f -> f.toString().endsWith(".html")).toList()) {
        String page = Files.readString(file);
        if (page.contains("'student', ~{::main}")
            && OF_FAMILIES.contains(file.getFileName().toString()) == families) {
          Matcher m = MessagesTest.USED.matcher(page);
          while (m.find()) {
            used.add(m.group(1));
          }
        }
      }
    }
    return used;
  }

  /** A sentence as it is read: with a number or a name in each of its places. */
  private static String read(String words) {
    return words
        .replaceAll("\\{\\d,choice,[^{}]*(\\{\\d}[^{}]*)*}", "3 things")
        .replaceAll("\\{\\d[^{}]*}", "six")
        .replace("''", "'");
  }

  private static List<String> harder(Map<Object, Object> words, Set<String> keys, double grade) {
    List<String> hard = new ArrayList<>();
    for (String key : keys) {
      String said = read(String.valueOf(words.get(key)));
      if (said.split("\\s+").length >= FEWEST_WORDS
          && Readability.of(said).grade() > grade + 0.05) {
        hard.add("%.1f %s = %s".formatted(Readability.of(said).grade(), key, said));
      }
    }
    return hard;
  }

  @Test
  void whatStudentsReadIsOfGradeFourAtMost() throws IOException {
    Properties words = MessagesTest.words();
    Set<String> keys = used(false);
    words.stringPropertyNames().stream()
        .filter(key -> TO_STUDENTS.matcher(key).matches())
        .forEach(keys::add);
    assertThat(keys).hasSizeGreaterThan(200);
    assertThat(harder(words, keys, STUDENTS)).isEmpty();
  }

  @Test
  void whatFamiliesReadIsOfGradeSixAtMost() throws IOException {
    Properties words = MessagesTest.words();
    Set<String> keys = used(true);
    words.stringPropertyNames().stream()
        .filter(key -> key.matches("(family|mail\\.(guardian|week|today|note))\\..*"))
        .forEach(keys::add);
    assertThat(harder(words, keys, FAMILIES)).isEmpty();
  }
}
