package school.kerygma.app.plan.rounds;

import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;

/** What a teacher does with what was said in a round, and undoes. */
@Service
@Transactional
public class RoundDeeds {

  /** What a teacher does with an answer. */
  public enum Deed {
    HIDE,
    SHOW,
    HOLD_UP,
    PUT_DOWN
  }

  private final Rounds rounds;
  private final RoundTalk talk;
  private final JdbcClient sql;

  RoundDeeds(Rounds rounds, RoundTalk talk, JdbcClient sql) {
    this.rounds = rounds;
    this.talk = talk;
    this.sql = sql;
  }

  /** Hides an answer or shows it again, holds it up for all or puts it down. */
  void treat(Rounds.Round round, UUID section, UUID answer, Deed deed) {
    Rounds.Answer of =
        talk.answers(round.task(), section).stream()
            .filter(a -> a.id().equals(answer))
            .findFirst()
            .orElseThrow(Problem::notFound);
    boolean hidden = deed == Deed.HIDE || (deed == Deed.SHOW ? false : of.hidden());
    boolean heldUp = deed == Deed.HOLD_UP || (deed == Deed.PUT_DOWN ? false : of.heldUp());
    sql.sql("update round_answer set hidden = ?, held_up = ? where id = ?")
        .params(hidden, heldUp && !hidden, answer)
        .update();
    rounds.tick(round, section, of.student());
  }

  /** Hides a reply or shows it again. */
  void hideReply(Rounds.Round round, UUID section, UUID reply, boolean hidden) {
    for (Rounds.Answer a : talk.answers(round.task(), section)) {
      for (Rounds.Reply r : a.replies()) {
        if (r.id().equals(reply)) {
          sql.sql("update round_reply set hidden = ? where id = ?").params(hidden, reply).update();
          rounds.tick(round, section, r.student());
          return;
        }
      }
    }
    throw Problem.notFound();
  }
}
