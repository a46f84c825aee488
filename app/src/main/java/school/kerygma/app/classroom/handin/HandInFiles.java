package school.kerygma.app.classroom.handin;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Supplier;
import org.springframework.context.event.EventListener;
import org.springframework.core.io.Resource;
import org.springframework.stereotype.Component;
import org.springframework.util.FileSystemUtils;
import school.kerygma.app.ground.jobs.Nightly;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.core.handin.Quad;
import school.kerygma.media.paper.PicturesPdf;
import school.kerygma.media.picture.CleanPhoto;
import school.kerygma.media.picture.Upright;

/** Where the files that were handed in lie, and what was made of them. */
@Component
public class HandInFiles {

  private static final String UNDER = "handins/";

  private final HandInFile.Repository pieces;
  private final MediaStore store;
  private final Clock clock;

  HandInFiles(HandInFile.Repository pieces, MediaStore store, Clock clock) {
    this.pieces = pieces;
    this.store = store;
    this.clock = clock;
  }

  /** A file as it came. */
  static String original(UUID file) {
    return UNDER + file + ".original";
  }

  /** A spoken or filmed answer, made so that every browser plays it. */
  static String made(UUID file) {
    return UNDER + file + ".mp4";
  }

  /**
   * A page as it is seen.
   *
   * @param look how often its pictures had been made anew
   */
  static String picture(UUID file, int look, int page, String size) {
    return UNDER + file + "-" + look + "-" + page + "-" + size;
  }

  /**
   * Takes out of a photo where and when it was taken.
   *
   * @return how many quarter turns to the right set it upright
   */
  int clean(UUID file) {
    Path directory = store.workDirectory();
    try {
      Path clean = directory.resolve("clean");
      Optional<Integer> turns =
          store.with(
              original(file),
              path -> {
                try {
                  return CleanPhoto.clean(path, clean);
                } catch (IOException e) {
                  throw Problem.unavailable("disk-full");
                }
              });
      if (turns.isPresent()) {
        store.delete(original(file));
        store.putFile(original(file), clean);
      }
      return turns.orElse(0);
    } finally {
      FileSystemUtils.deleteRecursively(directory.toFile());
    }
  }

  /** The file itself and all that was made of it. */
  void copy(HandInFile from, HandInFile to) {
    store.copy(original(from.id()), original(to.id()));
    if (from.lengthMs() > 0) {
      store.copy(made(from.id()), made(to.id()));
    }
    for (int page = 1; page <= from.pages(); page++) {
      for (HandInReading.Size size : HandInReading.Size.values()) {
        store.copy(
            picture(from.id(), from.look(), page, size.called()),
            picture(to.id(), to.look(), page, size.called()));
      }
    }
  }

  void forget(HandInFile piece) {
    store.delete(original(piece.id()));
    store.delete(made(piece.id()));
    for (int look = 0; look <= piece.look(); look++) {
      for (int page = 1; page <= piece.pages(); page++) {
        for (HandInReading.Size size : HandInReading.Size.values()) {
          store.delete(picture(piece.id(), look, page, size.called()));
        }
      }
    }
  }

  Resource original(HandInFile piece) {
    return store.find(original(piece.id())).orElseThrow(Problem::notFound);
  }

  Optional<Resource> made(HandInFile piece) {
    return piece.lengthMs() > 0 ? store.find(made(piece.id())) : Optional.empty();
  }

  Optional<Resource> shown(HandInFile piece, int page, String size) {
    return store.find(picture(piece.id(), piece.look(), page, size));
  }

  /** Where the sheet seems to lie in a photo that has not been straightened. */
  Optional<Quad> edges(HandInFile piece) {
    Resource picture =
        shown(piece, 1, HandInReading.Size.S.called()).orElseThrow(Problem::notFound);
    try (var in = picture.getInputStream()) {
      return Upright.edges(in);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /**
   * All pages of a version that can be shown, in their order, as one PDF; files without pages are
   * not in it.
   */
  public void writePdf(HandInVersion version, String title, OutputStream to) throws IOException {
    List<Supplier<byte[]>> pages = new ArrayList<>();
    for (HandedFile file : version.listed()) {
      for (int page = 1; page <= file.pages(); page++) {
        int number = page;
        pages.add(() -> bytes(file, number));
      }
    }
    PicturesPdf.write(title, pages, to);
  }

  private byte[] bytes(HandedFile file, int page) {
    try {
      return store
          .find(picture(file.id(), file.look(), page, HandInReading.Size.L.called()))
          .orElseThrow(Problem::notFound)
          .getContentAsByteArray();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Files that nobody has any more are gone. */
  @EventListener
  void on(Nightly night) {
    store.deleteBefore(
        UNDER,
        clock.instant().minus(Duration.ofDays(1)),
        name -> {
          String file = name.substring(name.lastIndexOf('/') + 1);
          return file.length() < 36 || !exists(file.substring(0, 36));
        });
  }

  private boolean exists(String file) {
    try {
      return pieces.existsById(UUID.fromString(file));
    } catch (IllegalArgumentException e) {
      return false;
    }
  }
}
