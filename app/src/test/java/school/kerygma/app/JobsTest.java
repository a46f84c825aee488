package school.kerygma.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** docs/jobs.md names twenty-one jobs, and only tests that there are. */
class JobsTest {

  private static final Pattern NAMED = Pattern.compile("`(\\w+Test)(?:\\.(\\w+))?`");
  private static final Pattern ROW = Pattern.compile("(?m)^\\| (\\d+) \\|");

  private final Map<String, String> tests = new HashMap<>();

  private void read(String root) throws IOException {
    try (Stream<Path> files = Files.walk(Path.of(root))) {
      for (Path file : files.filter(f -> f.toString().endsWith("Test.java")).toList()) {
        // Two may have the same name, in other modules.
        tests.merge(
            file.getFileName().toString().replace(".java", ""),
            Files.readString(file),
            String::concat);
      }
    }
  }

  @Test
  void whatHoldsAJobIsThere() throws IOException {
    read("src/test/java");
    read("../core/src/test/java");
    String jobs = Files.readString(Path.of("../docs/jobs.md"));
    assertThat(ROW.matcher(jobs).results().map(r -> Integer.valueOf(r.group(1))))
        .containsExactlyElementsOf(Stream.iterate(1, n -> n + 1).limit(21).toList());
    List<String> missing = new ArrayList<>();
    Matcher named = NAMED.matcher(jobs);
    while (named.find()) {
      String test = tests.getOrDefault(named.group(1), "");
      if (test.isEmpty() || named.group(2) != null && !test.contains(" " + named.group(2) + "(")) {
        missing.add(named.group());
      }
    }
    assertThat(missing).isEmpty();
  }
}
