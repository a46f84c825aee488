package school.kerygma.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Files stay short enough to be read, and what is long says why in its head. Our own rule. */
class LongFilesTest {

  private static final int LINES = 400;
  private static final int LINES_OF_A_CONTROLLER = 200;
  private static final int PARTS = 8;

  /** So it says why: in the comment over the class, or at the top of a script. */
  private static final String WHY = "Long because";

  /** What is still put together of more than eight parts: this list only becomes shorter. */
  private static final Map<String, Integer> STILL =
      Map.ofEntries(
          Map.entry("Compiling", 11),
          Map.entry("DemoClass", 14),
          Map.entry("DemoTalks", 9),
          Map.entry("EditionController", 10),
          Map.entry("Feeds", 9),
          Map.entry("HandInReading", 9),
          Map.entry("Matters", 13),
          Map.entry("OverviewController", 11),
          Map.entry("OwnWorkController", 10),
          Map.entry("PagePaperController", 10),
          Map.entry("PageReading", 10),
          Map.entry("PlanBookController", 10),
          Map.entry("PostingPage", 14),
          Map.entry("ReaderController", 11),
          Map.entry("Recordings", 12),
          Map.entry("Repairs", 9),
          Map.entry("ScriptController", 9),
          Map.entry("Takes", 13));

  /** A component and its constructor. */
  private static final Pattern COMPONENT =
      Pattern.compile(
          "@(?:Component|Service|Controller|RestController|ControllerAdvice)\\b[\\s\\S]*?class (\\w+)[\\s\\S]*?\\n  (?:public )?\\1\\(([^{]*?)\\)\\s*(?:throws \\w+ )?\\{");

  private static List<Path> files(String ending) {
    return Stream.of(
            "../core/src/main/java",
            "../media/src/main/java",
            "../bench/src/main/java",
            "src/main/java",
            "src/main/resources/static/js")
        .flatMap(
            root -> {
              try (Stream<Path> all = Files.walk(Path.of(root))) {
                return all.filter(f -> f.toString().endsWith(ending)).toList().stream();
              } catch (IOException e) {
                throw new UncheckedIOException(e);
              }
            })
        .toList();
  }

  private static String text(Path file) {
    try {
      return Files.readString(file);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  @Test
  void whatIsLongSaysWhy() {
    Map<String, Long> tooLong = new TreeMap<>();
    Stream.concat(files(".java").stream(), files(".js").stream())
        .forEach(
            f -> {
              String text = text(f);
              long lines = text.lines().count();
              boolean controller = f.toString().endsWith("Controller.java");
              if (lines > (controller ? LINES_OF_A_CONTROLLER : LINES) && !text.contains(WHY)) {
                tooLong.put(f.getFileName().toString(), lines);
              }
            });
    assertThat(tooLong).isEmpty();
  }

  @Test
  void nothingElseIsPutTogetherOfManyParts() {
    Map<String, Integer> many = new TreeMap<>();
    for (Path file : files(".java")) {
      String text = text(file);
      Matcher m = COMPONENT.matcher(text);
      if (m.find() && !text.contains(WHY)) {
        int parts = m.group(2).replaceAll("<[^>]*>", "").split(",").length;
        if (parts > PARTS) {
          many.put(m.group(1), parts);
        }
      }
    }
    assertThat(many).isEqualTo(STILL);
  }
}
