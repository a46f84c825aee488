package school.kerygma.core.round;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import school.kerygma.core.time.SchoolCalendar;

/**
 * What a round asks of everybody: an answer of their own, and then replies to others.
 *
 * @param words of the answer at least, 0 to 1000
 * @param replies to different people, 0 to 10
 * @param replyWords of each reply at least, 0 to 500
 * @param names whether students read each other's names
 * @param daysBefore how many days before the replies are due the first answer is, 0 to 14
 */
public record RoundRule(int words, int replies, int replyWords, boolean names, int daysBefore) {

  private static final int MOST_WORDS = 1000;
  private static final int MOST_REPLIES = 10;
  private static final int MOST_REPLY_WORDS = 500;
  private static final int MOST_DAYS = 14;

  /**
   * A reply.
   *
   * @param to whose answer it is to
   * @param hidden whether the teacher has hidden it
   */
  public record Reply(UUID to, int words, boolean hidden) {}

  /** An answer as far as the rule looks at it. */
  public record Answer(int words, boolean hidden) {}

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
    if (words < 0 || words > MOST_WORDS || replies < 0 || replies > MOST_REPLIES) {
      throw new IllegalArgumentException("0 to 1000 words, 0 to 10 replies");
    }
    if (replyWords < 0
        || replyWords > MOST_REPLY_WORDS
        || daysBefore < 0
        || daysBefore > MOST_DAYS) {
      throw new IllegalArgumentException("0 to 500 words, 0 to 14 days");
    }
  }

  /**
   * Counts what somebody has done. Several replies to one person count once; replies to oneself,
   * and what the teacher has hidden, do not count.
   */
  public Progress of(UUID person, Optional<Answer> own, List<Reply> replies) {
    boolean answered = own.filter(a -> !a.hidden() && a.words() >= words).isPresent();
    int counted =
        (int)
            replies.stream()
                .filter(r -> !r.hidden() && r.words() >= replyWords && !r.to().equals(person))
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

  /**
   * Until when the first answer is asked: so many days before the whole is due, at the minute at
   * which that is.
   */
  public Instant answerDue(Instant due, SchoolCalendar calendar) {
    LocalDate day = due.atZone(calendar.zone()).toLocalDate();
    return daysBefore == 0
        ? due
        : calendar.at(day.minusDays(daysBefore), due.atZone(calendar.zone()).toLocalTime());
  }
}
