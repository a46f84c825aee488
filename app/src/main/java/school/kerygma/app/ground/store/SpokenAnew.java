package school.kerygma.app.ground.store;

import java.nio.file.Path;
import java.util.Optional;
import java.util.function.IntConsumer;
import java.util.function.Predicate;
import org.springframework.util.FileSystemUtils;
import school.kerygma.media.picture.ClipMaker;

/**
 * Makes a recording of a voice anew, so that nothing of what was sent is ever played as it came.
 */
public final class SpokenAnew {

  private SpokenAnew() {}

  /**
   * Makes it. What was made under that name before stays, unless this is kept.
   *
   * @param original under which name it was kept
   * @param made under which name it is kept from now on
   * @param keeps whether what was made is to be kept
   * @param percent told how far it is, from 0 to 100
   * @return nothing if there is no sound in it; then what came stays
   */
  public static Optional<ClipMaker.Answer> make(
      MediaStore store,
      String original,
      String made,
      Predicate<ClipMaker.Answer> keeps,
      IntConsumer percent) {
    Path directory = store.workDirectory();
    try {
      Path sound = directory.resolve("made.mp4");
      ClipMaker.Answer answer =
          store.with(original, file -> ClipMaker.makeAnswer(file, false, sound, percent::accept));
      if (keeps.test(answer)) {
        store.delete(made);
        store.putFile(made, sound);
      }
      return Optional.of(answer);
    } catch (ClipMaker.Refused none) {
      return Optional.empty();
    } finally {
      FileSystemUtils.deleteRecursively(directory.toFile());
    }
  }
}
