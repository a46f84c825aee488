package school.kerygma.core.plan;

import java.util.Collection;
import java.util.List;

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
