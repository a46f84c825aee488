package school.kerygma.core.walkthrough;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class DividedScriptTest {

  private static final String SCRIPT = "Good morning. This is\nthe bridge. It bends.";

  @Test
  void theWordsGoWhereTheyAreSaid() {
    List<String> all = List.of("Good", "morning.", "This", "is", "the", "bridge.", "It", "bends.");
    assertThat(DividedScript.of(SCRIPT, all, 2))
        .isEqualTo(new DividedScript("Good morning.", "This is\nthe bridge. It bends."));
    assertThat(DividedScript.of(SCRIPT, all, 0)).isEqualTo(new DividedScript("", SCRIPT));
    assertThat(DividedScript.of(SCRIPT, all, 8)).isEqualTo(new DividedScript(SCRIPT, ""));
  }

  @Test
  void whatNobodySaidStaysWithWhatComesAfterIt() {
    List<String> said = List.of("Good", "morning.", "It", "bends.");
    assertThat(DividedScript.of(SCRIPT, said, 2))
        .isEqualTo(new DividedScript("Good morning.", "This is\nthe bridge. It bends."));
    assertThat(DividedScript.of(SCRIPT, said, 3).second()).isEqualTo("bends.");
  }
}
