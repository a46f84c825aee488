package school.kerygma.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Properties;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Every word of a template comes from messages.properties, and no word there is left over. */
class MessagesTest {

  static final Path RESOURCES = Path.of("src/main/resources");
  static final Pattern USED = Pattern.compile("#\\{([a-z][A-Za-z0-9.-]*)[}(]");

  static Properties words() throws IOException {
    Properties words = new Properties();
    try (var in = Files.newBufferedReader(RESOURCES.resolve("messages.properties"))) {
      words.load(in);
    }
    return words;
  }

  private static Set<String> used() throws IOException {
    Set<String> used = new TreeSet<>();
    try (var files = Files.walk(RESOURCES.resolve("templates"))) {
      for (Path file : files.filter(f -> f.toString().endsWith(".html")).toList()) {
        Matcher m = USED.matcher(Files.readString(file));
        while (m.find()) {
          used.add(m.group(1));
        }
      }
    }
    return used;
  }

  /** Of a key that stands there twice the second is said in both places. */
  @Test
  void noKeyStandsThereTwice() throws IOException {
    List<String> keys =
        Files.readAllLines(RESOURCES.resolve("messages.properties")).stream()
            .filter(line -> line.matches("[a-zA-Z0-9._-]+=.*"))
            .map(line -> line.substring(0, line.indexOf('=')))
            .toList();
    assertThat(keys).doesNotHaveDuplicates();
  }

  @Test
  void everyWordThatATemplateUsesIsThere() throws IOException {
    assertThat(words().stringPropertyNames()).containsAll(used());
  }

  @Test
  void noWordIsLeftOver() throws IOException {
    Set<String> left = new TreeSet<>(words().stringPropertyNames());
    left.removeAll(used());
    left.removeIf(
        key ->
            key.matches(
                "(problem|class\\.points-for|task\\.points-for|state|verb|doubt|mail|day|columns|fact|plan\\.doubt|away\\.kind|clips\\.kind|school\\.day|captions\\.(finding|level|undo|taken|left|says|not)|stop|describe|task\\.opens|task\\.says|post\\.why|follow\\.why|evening\\.(deed|why)|overview|pasted\\.doubt|steps|meets|class-paper|repair\\.undo|rubric\\.basis|checks\\.wrong|change|tidy\\.why|family\\.letters|handin\\.(finding|ask|tool|ink|trouble|theirs)|class\\.wait|task\\.hand-in|class\\.group|round\\.manner|feed|roll\\.(presence|set|hears)|join\\.(state|wants)|times\\.whose|help\\.[qa]|rests\\.counts|section\\.improved)\\..*|markbook\\.cell|post\\.(deed|some|reach).*|proof\\.(nothing|[A-Z_]+|(at|none|value|set|topic)\\..*|correct-right|corrected|corrected-over|go-posting|go-task)|coverage\\.(note|of)\\..*|evening\\.[A-Z_]+|note\\.(kind|sent|about|open).*|term\\.(state|fact)\\..*|preview\\.families|plan\\.line-(said|minutes|nothing|several)"));
    assertThat(left).isEmpty();
  }
}
