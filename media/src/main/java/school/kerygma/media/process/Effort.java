package school.kerygma.media.process;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import java.util.stream.Stream;

/**
 * What a piece of work may cost the programs that do it. It is counted in what they compute, not by
 * the clock: on a busy machine the same work takes longer and is waited for. Programs that stand
 * still, wanting no processor look after look, are not waited for any longer.
 *
 * <p>Whoever waits looks every {@link #LOOK}.
 */
public final class Effort {

  /** So often it is looked. */
  public static final Duration LOOK = Duration.ofMillis(200);

  private static final Path PROCESSES = Path.of("/proc");

  private final Supplier<Stream<ProcessHandle>> programs;
  private final Duration most;
  private final long looks;
  private final Map<Long, Duration> before = new HashMap<>();
  private final Map<Long, Duration> computed = new HashMap<>();
  private long stillLooks;

  /**
   * Begins to count.
   *
   * @param programs that do the work; some may come and go
   * @param most how long they may compute together
   * @param still how long they may want no processor
   */
  public Effort(Supplier<Stream<ProcessHandle>> programs, Duration most, Duration still) {
    this.programs = programs;
    this.most = most;
    this.looks = Math.max(1, still.dividedBy(LOOK));
    programs.get().forEach(p -> before.put(p.pid(), computed(p)));
  }

  /** Looks once: whether the work has cost what it may, or nobody is working at it. */
  public boolean isSpent() {
    List<ProcessHandle> now = programs.get().toList();
    now.forEach(p -> computed.put(p.pid(), computed(p)));
    Duration all = Duration.ZERO;
    for (Map.Entry<Long, Duration> of : computed.entrySet()) {
      all = all.plus(of.getValue()).minus(before.getOrDefault(of.getKey(), Duration.ZERO));
    }
    stillLooks = now.stream().anyMatch(p -> isWanting(p.pid())) ? 0 : stillLooks + 1;
    return all.compareTo(most) >= 0 || stillLooks >= looks;
  }

  private static Duration computed(ProcessHandle program) {
    return program.info().totalCpuDuration().orElse(Duration.ZERO);
  }

  /**
   * Whether one of a process's threads runs, would run if there were a processor, or waits for a
   * disk (proc_pid_stat(5): R and D). Where the system does not say, it is believed to.
   */
  private static boolean isWanting(long pid) {
    if (!Files.isDirectory(PROCESSES.resolve("self/task"))) {
      return true;
    }
    try (Stream<Path> threads = Files.list(PROCESSES.resolve(pid + "/task"))) {
      return threads.anyMatch(thread -> "RD".indexOf(state(thread.resolve("stat"))) >= 0);
    } catch (IOException e) {
      return false; // It has ended.
    }
  }

  /** The letter behind the name, which stands in round brackets and may have any in it. */
  private static char state(Path stat) {
    try {
      String line = Files.readString(stat);
      return line.charAt(line.lastIndexOf(')') + 2);
    } catch (IOException e) {
      return 'X';
    }
  }
}
