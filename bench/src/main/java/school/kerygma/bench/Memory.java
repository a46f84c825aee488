package school.kerygma.bench;

import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;

/** What processes hold in memory. */
final class Memory {

  private Memory() {}

  /**
   * What all processes that this one began hold, in bytes; what several share is counted once (PSS,
   * proc(5)).
   */
  static long ofBrowsers() {
    return ProcessHandle.current().descendants().mapToLong(p -> proportional(p.pid())).sum();
  }

  private static long proportional(long pid) {
    try {
      if (!Files.readString(Path.of("/proc/" + pid + "/comm")).startsWith("chrom")) {
        return 0;
      }
      return 1024
          * Files.readAllLines(Path.of("/proc/" + pid + "/smaps_rollup")).stream()
              .filter(line -> line.startsWith("Pss:"))
              .mapToLong(line -> Long.parseLong(line.replaceAll("\\D", "")))
              .sum();
    } catch (IOException e) {
      return 0; // It has ended meanwhile.
    }
  }

  /** What the server cannot let go of, in bytes. */
  static long ofServer() {
    System.gc();
    return ManagementFactory.getMemoryMXBean().getHeapMemoryUsage().getUsed();
  }
}
