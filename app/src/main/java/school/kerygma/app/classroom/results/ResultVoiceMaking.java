package school.kerygma.app.classroom.results;

import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.ground.jobs.Job;
import school.kerygma.app.ground.jobs.Lane;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.app.ground.store.SpokenAnew;
import school.kerygma.media.picture.ClipMaker;

/** Makes what a teacher said at a note anew. */
@Component
class ResultVoiceMaking implements Job {

  static final String KIND = "result-voice";

  private final ResultVoices voices;
  private final MediaStore store;
  private final TransactionTemplate inTransaction;

  ResultVoiceMaking(ResultVoices voices, MediaStore store, TransactionTemplate inTransaction) {
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
  public void run(UUID mark, Progress progress) {
    if (!voices.isMaking(mark)) {
      return;
    }
    Optional<ClipMaker.Answer> answer =
        SpokenAnew.make(
            store,
            ResultVoices.original(mark),
            ResultVoices.made(mark),
            ResultVoiceMaking::isWord,
            percent -> progress.at(percent, 100));
    answer
        .filter(ResultVoiceMaking::isWord)
        .ifPresentOrElse(
            a -> end(mark, ResultVoices.State.READY, a.seen().lengthMs()), () -> clear(mark));
    store.delete(ResultVoices.original(mark));
  }

  /** Whether something is heard in it, for no longer than it may be. */
  private static boolean isWord(ClipMaker.Answer answer) {
    return answer.heard() && answer.seen().lengthMs() <= 1000L * (ResultVoices.MOST_SECONDS + 1);
  }

  private void end(UUID mark, ResultVoices.State state, long lengthMs) {
    inTransaction.executeWithoutResult(t -> voices.made(mark, state, lengthMs));
  }

  /** What could not be made is said again; what was said before stands. */
  @Override
  public void clear(UUID mark) {
    inTransaction.executeWithoutResult(t -> voices.nothing(mark));
  }
}
