package school.kerygma.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Every license that a library may have is there to be read. Its names are those of SPDX. */
class LicensesTest {

  @Test
  void theTextOfEachLicenseThatTheBuildLetsInIsThere() throws Exception {
    List<String> letIn =
        Pattern.compile("<includedLicense>(.*)</includedLicense>")
            .matcher(Files.readString(Path.of("pom.xml")))
            .results()
            .map((MatchResult found) -> found.group(1))
            .toList();
    assertThat(letIn).isNotEmpty();
    for (String license : letIn) {
      assertThat(Path.of("../licenses", license + ".txt")).isNotEmptyFile();
    }
  }
}
