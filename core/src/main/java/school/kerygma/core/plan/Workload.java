package school.kerygma.core.plan;

import java.time.LocalDate;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** What a day asks of a student, in minutes. */
public final class Workload {

  /** Budgets for a day's share at home of one section, in minutes (common practice). */
  public static final List<Integer> BUDGETS = List.of(30, 45, 60);

  /**
   * Oral reading rate in spring, 50th percentile, words correct a minute for grades 1 to 6
   * (Hasbrouck and Tindal 2017, from memory). Later grades read at least as fast as grade 6.
   */
  private static final int[] WORDS_A_MINUTE = {60, 100, 112, 133, 146, 146};

  /**
   * Thinking takes as long as writing: a short written answer is 2 + 2 minutes (common practice).
   */
  private static final int MINUTES_AN_ANSWER = 4;

  private static final double HEAVY = 1.4;

  /** A task that is worth a twentieth of the grade is a large one (common practice). */
  private static final double LARGE_SHARE = 0.05;

  private Workload() {}

  /** One thing to do. */
  public sealed interface Item {

    /** Work whose minutes the teacher says. */
    record Work(int minutes) implements Item {}

    /** A walkthrough to watch, in milliseconds. */
    record Talk(long lengthMs) implements Item {}

    /**
     * A paper to read.
     *
     * @param grade of the reader, 1 to 12
     */
    record Reading(int words, int grade) implements Item {}

    /** Short answers to write. */
    record Writing(int answers) implements Item {}

    /** A session that must be attended, outside the section's own meetings. */
    record Session(int minutes) implements Item {}
  }

  /**
   * A thing that stands on a day.
   *
   * @param key what it is: things with the same key are done once, on the first of their days, as a
   *     paper that two tasks ask to be read, or a task of two sections in which a student sits
   */
  public record Planned(LocalDate day, Object key, Item item) {}

  /** Minutes of every day on which anything is asked, each rounded once. */
  public static SortedMap<LocalDate, Integer> byDay(Collection<Planned> planned) {
    Set<Object> met = new HashSet<>();
    return planned.stream()
        .sorted(Comparator.comparing(Planned::day))
        .filter(p -> met.add(p.key()))
        .collect(
            Collectors.groupingBy(
                Planned::day,
                TreeMap::new,
                Collectors.mapping(
                    Planned::item,
                    Collectors.collectingAndThen(Collectors.toList(), Workload::minutes))));
  }

  /**
   * Whether a task is a large one: it fills a day's share at home, or is worth a twentieth of the
   * grade.
   *
   * @param share of the term's grade, 0 to 1; 0 if that is not known
   */
  public static boolean isLarge(int minutes, int budget, double share) {
    return minutes >= budget || share >= LARGE_SHARE;
  }

  /** Minutes of one thing, not rounded. */
  public static double minutes(Item item) {
    return switch (item) {
      case Item.Work work -> work.minutes();
      case Item.Talk talk -> talk.lengthMs() / 60_000.0;
      case Item.Reading reading -> (double) reading.words() / wordsAMinute(reading.grade());
      case Item.Writing writing -> writing.answers() * MINUTES_AN_ANSWER;
      case Item.Session session -> session.minutes();
    };
  }

  /**
   * Words a minute that a reader of a grade reads.
   *
   * @throws IllegalArgumentException for a grade below 1 or over 12
   */
  public static int wordsAMinute(int grade) {
    if (grade < 1 || grade > 12) {
      throw new IllegalArgumentException("Grades go from 1 to 12, there is no " + grade);
    }
    return WORDS_A_MINUTE[Math.min(grade, WORDS_A_MINUTE.length) - 1];
  }

  /** Minutes of all, rounded once, at the end. */
  public static int minutes(Collection<? extends Item> items) {
    return (int) Math.round(items.stream().mapToDouble(Workload::minutes).sum());
  }

  /**
   * The median of the weeks that ask anything.
   *
   * @return 0 if none does
   */
  public static double median(Collection<Integer> weeks) {
    List<Integer> sorted = weeks.stream().filter(w -> w > 0).sorted().toList();
    int n = sorted.size();
    if (n == 0) {
      return 0;
    }
    return n % 2 == 1 ? sorted.get(n / 2) : (sorted.get(n / 2 - 1) + sorted.get(n / 2)) / 2.0;
  }

  /** Whether a week asks much more than the median of its term: two fifths more. */
  public static boolean isHeavy(int week, Collection<Integer> term) {
    double median = median(term);
    return median > 0 && week > HEAVY * median;
  }
}
