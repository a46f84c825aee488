package school.kerygma.app.talk.clips;

import java.nio.file.Path;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.util.FileSystemUtils;
import school.kerygma.app.ground.jobs.Job;
import school.kerygma.app.ground.jobs.Lane;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.media.picture.ClipMaker;

/** Makes a clip into a file that every browser plays. */
@Component
class ClipMaking implements Job {

  static final String KIND = "clip";

  private final Clip.Repository clips;
  private final Clips all;
  private final MediaStore store;
  private final TransactionTemplate inTransaction;

  ClipMaking(
      Clip.Repository clips, Clips all, MediaStore store, TransactionTemplate inTransaction) {
    this.clips = clips;
    this.all = all;
    this.store = store;
    this.inTransaction = inTransaction;
  }

  @Override
  public String kind() {
    return KIND;
  }

  @Override
  public Lane lane() {
    return Lane.CLIPS;
  }

  @Override
  public void run(UUID subject, Progress progress) {
    Clip clip = clips.findById(subject).orElseThrow(Problem::notFound);
    if (clip.isReady()) {
      return; // It was, before a restart.
    }
    Path directory = store.workDirectory();
    try {
      Path made = directory.resolve("made.mp4");
      ClipMaker.Seen seen =
          store.with(
              Clip.original(subject),
              file ->
                  ClipMaker.make(file, clip.seen(), made, percent -> progress.at(percent, 100)));
      store.putFile(Clip.made(subject), made);
      inTransaction.executeWithoutResult(
          t -> clips.findById(subject).orElseThrow(Problem::notFound).becomes(seen));
      store.delete(Clip.original(subject));
    } catch (ClipMaker.Refused refused) {
      throw Clips.problem(refused);
    } finally {
      FileSystemUtils.deleteRecursively(directory.toFile());
    }
  }

  @Override
  public void clear(UUID subject) {
    inTransaction.executeWithoutResult(t -> all.remove(subject));
  }
}
