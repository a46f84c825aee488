package school.kerygma.media.process;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;

class ProgramTest {

  @Test
  void whatAProgramSaysIsReturned() {
    assertThat(Program.run(List.of("printf", "%s", "six rows"), Duration.ofSeconds(10), 100))
        .asString()
        .isEqualTo("six rows");
  }

  @Test
  void aProgramThatDoesNotEndIsEnded() {
    assertThatThrownBy(() -> Program.run(List.of("sleep", "600"), Duration.ofMillis(50), 100))
        .isInstanceOf(Program.Failed.class)
        .hasMessageContaining("longer");
  }

  @Test
  void whoIsInterruptedHasNotFailedAndSaysNothingOfTheProgram() {
    Thread.currentThread().interrupt();
    assertThatThrownBy(() -> Program.run(List.of("sleep", "600"), Duration.ofMinutes(10), 100))
        .isInstanceOf(Interrupted.class);
    assertThat(Thread.interrupted()).isTrue();
  }

  @Test
  void aProgramThatSaysTooMuchIsCutOff() {
    assertThatThrownBy(() -> Program.run(List.of("yes"), Duration.ofSeconds(10), 1000))
        .isInstanceOf(Program.Failed.class);
  }

  @Test
  void aProgramThatFailsOrIsMissingSaysSo() {
    assertThatThrownBy(
            () -> Program.run(List.of("ls", "/no/such/place"), Duration.ofSeconds(10), 100))
        .hasMessageContaining("ls ended with")
        .hasMessageContaining("no/such/place");
    assertThatThrownBy(() -> Program.run(List.of("no-such-program"), Duration.ofSeconds(10), 100))
        .hasMessageContaining("no no-such-program");
  }
}
