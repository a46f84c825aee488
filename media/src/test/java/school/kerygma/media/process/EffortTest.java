package school.kerygma.media.process;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.IOException;
import java.time.Duration;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Process states: proc_pid_stat(5) of the Linux manual pages. */
class EffortTest {

  private static final Duration LONG = Duration.ofHours(1);

  /** Computes, and says so step by step. */
  private static final String BUSY =
      "while :; do i=0; while [ $i -lt 5000 ]; do i=$((i+1)); done; echo; done";

  private static Duration computed(Process process) {
    return process.info().totalCpuDuration().orElseThrow();
  }

  private static void signal(String name, Process process) {
    Program.run(List.of("kill", "-" + name, "" + process.pid()), Duration.ofSeconds(30), 1_000);
  }

  private static Process shell(String script) throws IOException {
    return new ProcessBuilder("sh", "-c", script).start();
  }

  private static Stream<ProcessHandle> itself(Process process) {
    return Stream.of(process.toHandle());
  }

  @Test
  void oneThatSleepsIsGivenUpAfterSoManyLooks() throws IOException {
    Process asleep = shell("read nothing");
    try {
      Effort effort = new Effort(() -> itself(asleep), LONG, Effort.LOOK.multipliedBy(200));
      boolean spent = false;
      for (int i = 0; i < 20_000 && !spent; i++) {
        spent = effort.isSpent();
      }
      assertThat(spent).isTrue();
    } finally {
      asleep.destroyForcibly();
    }
  }

  @Test
  void oneThatComputesIsWaitedForUntilItHasComputedWhatItMay() throws IOException {
    Process busy = shell(BUSY);
    try (BufferedReader steps = busy.inputReader()) {
      Duration most = Duration.ofMillis(300);
      Effort effort = new Effort(() -> itself(busy), most, Effort.LOOK.multipliedBy(2));
      do {
        steps.readLine();
      } while (!effort.isSpent());
      assertThat(computed(busy)).isGreaterThanOrEqualTo(most);
    } finally {
      busy.destroyForcibly();
    }
  }

  @Test
  void whatWasComputedBeforeIsNotCounted() throws IOException {
    Process busy = shell(BUSY);
    try (BufferedReader steps = busy.inputReader()) {
      Duration most = Duration.ofMillis(300);
      do {
        steps.readLine();
      } while (computed(busy).compareTo(most) < 0);
      signal("STOP", busy);
      assertThat(new Effort(() -> itself(busy), most, LONG).isSpent()).isFalse();
    } finally {
      busy.destroyForcibly();
    }
  }

  @Test
  void oneThatHasEndedIsNotWaitedFor() throws IOException {
    Process ended = shell("exit 0");
    ended.onExit().join();
    Effort effort = new Effort(() -> itself(ended), LONG, Effort.LOOK.multipliedBy(2));
    assertThat(effort.isSpent()).isFalse();
    assertThat(effort.isSpent()).isTrue();
  }
}
