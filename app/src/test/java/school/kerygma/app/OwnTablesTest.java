package school.kerygma.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * A table is written by the module that it belongs to (docs/schema.md). Others ask that module;
 * where a statement reads another's table to save a page a statement, it stands here.
 */
class OwnTablesTest {

  private static final Path SOURCES = Path.of("src/main/java/school/kerygma/app");
  private static final Pattern LITERAL =
      Pattern.compile("\"\"\"(.*?)\"\"\"|\"((?:[^\"\\\\\n]|\\\\.)*)\"", Pattern.DOTALL);
  private static final Pattern WRITES =
      Pattern.compile("\\b(?:insert into|update|delete from) ([a-z][a-z_]*)");
  private static final Pattern READS = Pattern.compile("\\b(?:from|join) ([a-z][a-z_]*)");

  /** Who reads whose table; the list may only become shorter. */
  private static final Set<String> READ_BY_OTHERS =
      Set.of(
          "classroom.audience <- person of ground.accounts",
          "classroom.audience <- school of school.sections",
          "classroom.audience <- section of school.sections",
          "classroom.audience <- section_student of school.sections",
          "classroom.audience <- stop of talk.scripts",
          "classroom.audience <- take of talk.lectern",
          "classroom.audience <- task of plan.planning",
          "classroom.audience <- walkthrough of talk.scripts",
          "classroom.checks <- stop of talk.scripts",
          "classroom.messages <- school of school.sections",
          "classroom.posting <- task of plan.planning",
          "classroom.posting <- walkthrough of talk.scripts",
          "desk.exchange <- section of school.sections",
          "desk.planbook <- section of school.sections",
          "school.joining <- section of school.sections",
          "talk.lectern <- page of paper.papers",
          "talk.lectern <- stop of talk.scripts",
          "talk.lectern <- walkthrough of talk.scripts",
          "talk.scores <- walkthrough of talk.scripts");

  private static Map<String, String> owners() throws IOException {
    Map<String, String> owners = new TreeMap<>();
    String module = "";
    for (String line : Files.readAllLines(Path.of("../docs/schema.md"))) {
      if (line.startsWith("## ")) {
        module = line.substring(3).strip();
      } else if (line.startsWith("- `")) {
        owners.put(line.substring(3, line.indexOf('`', 3)), module);
      }
    }
    return owners;
  }

  private interface Use {
    void at(String module, String sql);
  }

  private static void eachStatement(Use use) throws IOException {
    try (Stream<Path> files = Files.walk(SOURCES)) {
      for (Path file : files.filter(f -> f.toString().endsWith(".java")).sorted().toList()) {
        String module =
            SOURCES.relativize(file).getParent() == null
                ? ""
                : SOURCES.relativize(file).getParent().toString().replace('/', '.');
        Matcher literals = LITERAL.matcher(Files.readString(file));
        StringBuilder sql = new StringBuilder();
        while (literals.find()) {
          sql.append(literals.group(1) == null ? literals.group(2) : literals.group(1)).append(' ');
        }
        use.at(module, sql.toString());
      }
    }
  }

  private static Set<String> ofOthers(Pattern pattern) throws IOException {
    Map<String, String> owners = owners();
    assertThat(owners).hasSizeGreaterThan(90);
    Set<String> found = new TreeSet<>();
    eachStatement(
        (module, sql) -> {
          Matcher named = pattern.matcher(sql);
          while (named.find()) {
            String owner = owners.get(named.group(1));
            if (owner != null && !owner.equals(module)) {
              found.add(module + " <- " + named.group(1) + " of " + owner);
            }
          }
        });
    return found;
  }

  @Test
  void aTableIsWrittenByItsOwnModuleAlone() throws IOException {
    assertThat(ofOthers(WRITES)).isEmpty();
  }

  @Test
  void whoReadsWhoseTableIsKnown() throws IOException {
    assertThat(ofOthers(READS)).containsExactlyInAnyOrderElementsOf(READ_BY_OTHERS);
  }
}
