package school.kerygma.core.audience;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a teacher does first in the evening. Each room of the house offers what it would have done;
 * what helps most comes first: how many it concerns, how soon it stops helping, how sure it is that
 * it is wanted. Of two that help alike the shorter one comes first.
 */
public final class Evening {

  /** The most lines of an evening: more are not done in half an hour. */
  public static final int MOST = 7;

  /** The most lines of one kind, so that one room does not fill the evening. */
  public static final int MOST_OF_A_KIND = 2;

  private static final Duration A_DAY = Duration.ofHours(24);
  private static final Duration TWO_DAYS = Duration.ofHours(48);

  /** Below this it is not sure enough to be said. */
  private static final double LEAST_SURE = 0.3;

  private Evening() {}

  /** What there may be to do; of two that are alike in all the earlier comes first. */
  public enum Kind {
    /** A section has nothing up. */
    NOTHING_UP,
    /** A stop is said again. */
    SAY_AGAIN,
    /** What is said, written and posted disagrees. */
    PROOF,
    /** Work is looked at. */
    LOOK,
    /** Students are reminded of what was due. */
    REMIND,
    /** Students fall behind the pace. */
    BEHIND,
    /** Questions are answered. */
    ANSWER,
    /** Work that was looked at is handed back. */
    HAND_BACK
  }

  /**
   * Something that could be done.
   *
   * @param key tells it from others of its kind, this evening and the next
   * @param concerns how many students
   * @param until when it helps less; nothing if that does not matter
   * @param sure from 0 to 1
   * @param minutes how long it takes, about; at least 1
   */
  public record Candidate(
      Kind kind, String key, int concerns, Optional<Instant> until, double sure, int minutes) {

    /**
     * @throws IllegalArgumentException if a number is out of its range
     */
    public Candidate {
      if (concerns < 0 || sure < 0 || sure > 1 || minutes < 1) {
        throw new IllegalArgumentException("No candidate: " + kind + " " + key);
      }
    }

    private double helps(Instant now) {
      return concerns * sure * haste(now);
    }

    private int haste(Instant now) {
      if (until.isEmpty()) {
        return 1;
      }
      Duration left = Duration.between(now, until.get());
      return left.compareTo(A_DAY) <= 0 ? 3 : left.compareTo(TWO_DAYS) <= 0 ? 2 : 1;
    }
  }

  /** What is done first, in its order: at most seven, and nothing that concerns nobody. */
  public static List<Candidate> order(Collection<Candidate> all, Instant now) {
    Map<Kind, Integer> taken = new EnumMap<>(Kind.class);
    List<Candidate> evening = new ArrayList<>();
    all.stream()
        .filter(c -> c.concerns() > 0 && c.sure() >= LEAST_SURE)
        .sorted(
            Comparator.comparingDouble((Candidate c) -> c.helps(now))
                .reversed()
                .thenComparing(Candidate::minutes)
                .thenComparing(Candidate::kind)
                .thenComparing(Candidate::key))
        .filter(c -> taken.merge(c.kind(), 1, Integer::sum) <= MOST_OF_A_KIND)
        .limit(MOST)
        .forEach(evening::add);
    return evening;
  }

  /**
   * How sure it is that a stop should be said again, of three signs laid together: each alone is
   * weak, two agree, three leave little doubt.
   *
   * @param replayed the mean of what was played beyond the first time, as a share of the stop
   * @param failed of those who answered its check, the share that was wrong
   * @param asked the share of the class that asked about it
   * @return 0 to 1
   */
  public static double again(double replayed, double failed, double asked) {
    double left =
        (1 - 0.6 * Math.min(1, replayed / 0.5))
            * (1 - 0.6 * Math.min(1, failed / 0.5))
            * (1 - 0.6 * Math.min(1, asked / 0.2));
    return 1 - left;
  }
}
