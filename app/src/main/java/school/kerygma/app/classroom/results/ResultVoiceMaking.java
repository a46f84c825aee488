package school.kerygma.app.classroom.results;

import java.nio.file.Path;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.util.FileSystemUtils;
import school.kerygma.app.ground.jobs.Job;
import school.kerygma.app.ground.jobs.Lane;
import school.kerygma.app.ground.store.MediaStore;
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
    Path directory = store.workDirectory();
    try {
      Path sound = directory.resolve("made.mp4");
      ClipMaker.Answer answer =
          store.with(
              ResultVoices.original(mark),
              file ->
                  ClipMaker.makeAnswer(file, false, sound, percent -> progress.at(percent, 100)));
      long lengthMs = answer.seen().lengthMs();
      boolean fits = answer.heard() && lengthMs <= 1000L * (ResultVoices.MOST_SECONDS + 1);
      if (fits) {
        store.delete(ResultVoices.made(mark));
        store.putFile(ResultVoices.made(mark), sound);
      }
      end(mark, fits ? ResultVoices.State.READY : ResultVoices.State.NOTHING, lengthMs);
      store.delete(ResultVoices.original(mark));
    } catch (ClipMaker.Refused none) {
      end(mark, ResultVoices.State.NOTHING, 0);
    } finally {
      FileSystemUtils.deleteRecursively(directory.toFile());
    }
  }

  private void end(UUID mark, ResultVoices.State state, long lengthMs) {
    inTransaction.executeWithoutResult(t -> voices.made(mark, state, lengthMs));
  }

  /** What could not be made is said again. */
  @Override
  public void clear(UUID mark) {
    end(mark, ResultVoices.State.NOTHING, 0);
  }
}
