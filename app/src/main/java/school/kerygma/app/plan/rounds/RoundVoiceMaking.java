package school.kerygma.app.plan.rounds;

import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.ground.jobs.Job;
import school.kerygma.app.ground.jobs.Lane;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.app.ground.store.SpokenAnew;
import school.kerygma.core.round.RoundRule;
import school.kerygma.media.picture.ClipMaker;

/** Makes what somebody said in a round anew, measures it, and sends it. */
@Component
class RoundVoiceMaking implements Job {

  static final String KIND = "round-voice";

  private final RoundVoices voices;
  private final MediaStore store;
  private final TransactionTemplate inTransaction;

  RoundVoiceMaking(RoundVoices voices, MediaStore store, TransactionTemplate inTransaction) {
    this.voices = voices;
    this.store = store;
    this.inTransaction = inTransaction;
  }

  @Override
  public String kind() {
    return KIND;
  }

  @Override
  public Lane lane() {
    return Lane.ANSWERS;
  }

  @Override
  public void run(UUID subject, Progress progress) {
    Optional<RoundVoices.Recorded> voice =
        voices.find(subject).filter(v -> v.state() == RoundVoices.State.MAKING);
    if (voice.isEmpty()) {
      return; // Its speaker has said it again meanwhile, or it is made already.
    }
    Optional<ClipMaker.Answer> answer =
        SpokenAnew.make(
            store,
            RoundVoices.original(subject),
            RoundVoices.made(subject),
            kept -> true,
            percent -> progress.at(percent, 100));
    if (answer.isEmpty()) {
      end(subject, RoundVoices.State.NOTHING, 0);
      return;
    }
    end(subject, state(voices.least(voice.get()), answer.get()), answer.get().seen().lengthMs());
    store.delete(RoundVoices.original(subject));
  }

  private static RoundVoices.State state(RoundRule.Least least, ClipMaker.Answer answer) {
    RoundRule.Length length = RoundRule.Length.spoken(answer.seen().lengthMs());
    if (!length.reaches(least)) {
      return RoundVoices.State.SHORT;
    }
    if (length.seconds() > least.mostSeconds() + 1) {
      return RoundVoices.State.LONG;
    }
    return answer.heard() ? RoundVoices.State.SENT : RoundVoices.State.SILENT;
  }

  private void end(UUID subject, RoundVoices.State state, long lengthMs) {
    inTransaction.executeWithoutResult(t -> voices.made(subject, state, lengthMs));
  }

  /** What could not be made is said again. */
  @Override
  public void clear(UUID subject) {
    end(subject, RoundVoices.State.NOTHING, 0);
  }
}
