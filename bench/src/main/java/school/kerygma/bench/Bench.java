package school.kerygma.bench;

import java.nio.file.Path;
import java.util.List;
import java.util.function.Predicate;

/** All measurements, one after the other; each prints its ratios. */
public final class Bench {

  private Bench() {}

  /**
   * @param arguments the application's runnable jar, the address of an empty database for the
   *     starts, that of another for the demonstration school, a narration, and the names of the
   *     measurements to take: pages, papers, words, start, roll, beacons, player, repair, plan,
   *     proof, feeds, morning, evening; none means all
   */
  public static void main(String[] arguments) throws Exception {
    List<String> asked = List.of(arguments).subList(4, arguments.length);
    Predicate<String> wanted = name -> asked.isEmpty() || asked.contains(name);
    if (wanted.test("pages")) {
      PageRendering.measure();
    }
    if (wanted.test("papers")) {
      PapersRead.measure();
    }
    if (wanted.test("words")) {
      WordsHeard.measure(Path.of(arguments[3]));
    }
    if (wanted.test("start")) {
      StartTime.measure(Path.of(arguments[0]), arguments[1]);
    }
    if (wanted.test("roll")) {
      YearRolled.measure();
    }
    if (List.of("beacons", "player", "repair", "plan", "proof", "feeds", "morning", "evening")
        .stream()
        .anyMatch(wanted)) {
      try (BenchSchool school = new BenchSchool(arguments[2])) {
        if (wanted.test("beacons")) {
          Beacons.measure(school, arguments[2]);
        }
        if (wanted.test("plan")) {
          PlanBookTime.measure(school);
        }
        if (wanted.test("proof")) {
          ProofTime.measure(school);
        }
        if (wanted.test("feeds")) {
          Feeds.measure(school);
        }
        if (wanted.test("morning")) {
          Morning.measure(school, arguments[2]);
        }
        if (wanted.test("evening")) {
          EveningTime.measure(school);
        }
        if (wanted.test("repair")) {
          RepairTime.measure(school, Path.of(arguments[3]));
        }
        if (wanted.test("player")) {
          PlayerBytes.measure(school, Path.of(arguments[3]));
        }
      }
    }
  }
}
