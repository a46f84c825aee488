package school.kerygma.app.ground.store;

import java.io.InputStream;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Predicate;
import org.springframework.core.io.Resource;

/**
 * Keeps pictures and sounds under names such as {@code pages/4f…-l.png}. A name once written is
 * never written with other content, so that it can be cached for ever.
 */
public interface MediaStore {

  /**
   * Keeps what the stream holds; the name is there only once all of it is.
   *
   * @return how many bytes it was
   * @throws school.kerygma.app.ground.problems.Problem if the disk is full
   */
  long put(String name, InputStream content);

  /**
   * Keeps what the stream holds, in place of what was there, if it is as long as was announced.
   *
   * @return whether it is; what is torn is not kept
   */
  default boolean putWhole(String name, InputStream content, long bytes) {
    delete(name);
    if (put(name, content) == bytes) {
      return true;
    }
    delete(name);
    return false;
  }

  /** Keeps a file, which is moved away from where it was. */
  void putFile(String name, Path file);

  /** Keeps under another name, too, what is kept under one; nothing if there is nothing. */
  void copy(String from, String to);

  Optional<Resource> find(String name);

  /**
   * Lets a program have what is kept as a file on this machine, which is there only so long and
   * must not be changed.
   *
   * @throws school.kerygma.app.ground.problems.Problem if there is nothing of that name
   */
  default <T> T with(String name, Function<Path, T> use) {
    return withAll(List.of(name), files -> use.apply(files.getFirst()));
  }

  /** The same for several, in the order of their names. */
  <T> T withAll(List<String> names, Function<List<Path>, T> use);

  /** In a transaction it is gone once that is committed. */
  void delete(String name);

  /**
   * Removes what lies under a name and was written before a moment of the machine's clock.
   *
   * @param unneeded which of it, by its name
   */
  void deleteBefore(String under, Instant moment, Predicate<String> unneeded);

  /** An empty directory for work under way; whoever asks for it removes it. */
  Path workDirectory();
}
