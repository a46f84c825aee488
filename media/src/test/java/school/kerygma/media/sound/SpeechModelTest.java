package school.kerygma.media.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.media.process.Program;

/** No model ships with Kerygma: what is checked is that nothing else passes for one. */
class SpeechModelTest {

  @Test
  void aFileThatIsNoModelIsFoundOutAndHearsNothing(@TempDir Path directory) throws Exception {
    Path letter =
        Files.writeString(directory.resolve("model.bin"), "Dear school, ".repeat(1 << 20));
    // The first four bytes of a model (GGML's magic number, from memory), and nothing after them.
    Path cut = Files.write(directory.resolve("cut.bin"), new byte[] {0x6c, 0x6d, 0x67, 0x67, 1});
    for (Path file : List.of(letter, cut, directory.resolve("missing.bin"), directory)) {
      assertThat(new SpeechModel(file).isGood()).isFalse();
    }
    Path sound = Files.write(directory.resolve("said.raw"), new byte[32_000]);
    assertThatThrownBy(() -> new SpeechModel(letter).drafts(List.of(sound)))
        .isInstanceOf(Program.Failed.class)
        .hasMessageContaining("ended with " + ModelWorker.NO_MODEL);
  }
}
