package school.kerygma.bench;

import java.nio.file.Path;

/** All measurements, one after the other; each prints its ratios. */
public final class Bench {

  private Bench() {}

  /**
   * @param arguments the application's runnable jar, the address of an empty database for the
   *     starts, that of another for the demonstration school, and a narration
   */
  public static void main(String[] arguments) throws Exception {
    PageRendering.measure();
    StartTime.measure(Path.of(arguments[0]), arguments[1]);
    try (BenchSchool school = new BenchSchool(arguments[2])) {
      Beacons.measure(school, arguments[2]);
      PlayerBytes.measure(school, Path.of(arguments[3]));
    }
  }
}
