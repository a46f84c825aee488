package school.kerygma.core.round;

import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.UUID;

/**
 * What a round asks of everybody: an answer of their own, and then replies to others.
 *
 * @param manner whether people write or speak
 * @param answer how long an answer is at least
 * @param replies to different people, 0 to 10
 * @param reply how long each reply is at least
 * @param names whether students read each other's names
 * @param daysBefore how many days before the replies are due the first answer is, 0 to 14
 */
public record RoundRule(
    Manner manner, Least answer, int replies, Least reply, boolean names, int daysBefore) {

  private static final int MOST_REPLIES = 10;
  private static final int MOST_DAYS = 14;

  /** How people take part. */
  public enum Manner {
    WRITTEN,
    SPOKEN,
    /** As each of them likes. */
    EITHER;

    public boolean writes() {
      return this != SPOKEN;
    }

    public boolean speaks() {
      return this != WRITTEN;
    }
  }

  /**
   * How long something is at least; which of the two counts depends on how it was said.
   *
   * @param words if it is written, 0 to 1000
   * @param seconds if it is spoken, 0 to 120
   */
  public record Least(int words, int seconds) {

    private static final int MOST_WORDS = 1000;
    private static final int MOST_SECONDS = 120;
    private static final int A_MINUTE = 60;

    /**
     * @throws IllegalArgumentException if a number is out of its range
     */
    public Least {
      if (words < 0 || words > MOST_WORDS || seconds < 0 || seconds > MOST_SECONDS) {
        throw new IllegalArgumentException("0 to 1000 words, 0 to 120 seconds");
      }
    }

    /** Where a recording ends by itself: all of it is to be heard by everybody. */
    public int mostSeconds() {
      return Math.max(A_MINUTE, 2 * seconds);
    }
  }

  /**
   * How long something is that was said.
   *
   * @param words of what is written; nothing counts of what is written beside a recording
   * @param spoken in milliseconds; nothing if it is written
   */
  public record Length(int words, OptionalLong spoken) {

    public static Length written(int words) {
      return new Length(words, OptionalLong.empty());
    }

    public static Length spoken(long ms) {
      return new Length(0, OptionalLong.of(ms));
    }

    /** In whole seconds, as it is shown; 0 if it is written. */
    public int seconds() {
      return Math.round(spoken.orElse(0) / 1000f);
    }

    /** Whether that is as long as it is asked. */
    public boolean reaches(Least least) {
      return spoken.isPresent() ? seconds() >= least.seconds() : words >= least.words();
    }
  }

  /**
   * A reply.
   *
   * @param to whose answer it is to
   * @param hidden whether the teacher has hidden it
   */
  public record Reply(UUID to, Length length, boolean hidden) {}

  /** An answer as far as the rule looks at it. */
  public record Answer(Length length, boolean hidden) {}

  /**
   * How far somebody is.
   *
   * @param answered whether their answer is there, as long as it is asked
   * @param replies those that count
   * @param missing how many more are asked
   */
  public record Progress(boolean answered, int replies, int missing) {

    public boolean done() {
      return answered && missing == 0;
    }
  }

  /**
   * @throws IllegalArgumentException if a number is out of its range
   */
  public RoundRule {
    if (replies < 0 || replies > MOST_REPLIES || daysBefore < 0 || daysBefore > MOST_DAYS) {
      throw new IllegalArgumentException("0 to 10 replies, 0 to 14 days");
    }
  }

  /** A round in which people write. */
  public static RoundRule written(
      int words, int replies, int replyWords, boolean names, int daysBefore) {
    return new RoundRule(
        Manner.WRITTEN, new Least(words, 0), replies, new Least(replyWords, 0), names, daysBefore);
  }

  /**
   * Counts what somebody has done. Several replies to one person count once; replies to oneself,
   * and what the teacher has hidden, do not count.
   */
  public Progress of(UUID person, Optional<Answer> own, List<Reply> replies) {
    boolean answered = own.filter(a -> !a.hidden() && a.length().reaches(answer)).isPresent();
    int counted =
        (int)
            replies.stream()
                .filter(r -> !r.hidden() && r.length().reaches(reply) && !r.to().equals(person))
                .map(Reply::to)
                .distinct()
                .count();
    return new Progress(answered, counted, Math.max(0, this.replies - counted));
  }

  /**
   * Whether a student reads what others wrote: once they have sent their own, and also after that
   * was hidden.
   */
  public static boolean opensOthers(Optional<Answer> own) {
    return own.isPresent();
  }
}
