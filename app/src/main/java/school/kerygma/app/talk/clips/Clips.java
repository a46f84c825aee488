package school.kerygma.app.talk.clips;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.context.event.EventListener;
import org.springframework.core.io.Resource;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.util.FileSystemUtils;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.Keeps;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.ground.jobs.Nightly;
import school.kerygma.app.ground.jobs.OnShelf;
import school.kerygma.app.ground.jobs.Shelf;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.app.talk.scripts.WalkthroughGone;
import school.kerygma.core.access.Access.Circle;
import school.kerygma.media.picture.ClipMaker;

/** Takes clips in, and lends them to the lectern. What was recorded of them does not need them. */
@Service
@Transactional
public class Clips implements Gate.CircleSource, Keeps, OnShelf {

  private static final int MOST_NAME = 120;

  /**
   * A clip of a walkthrough.
   *
   * @param ready whether it can be played
   * @param work that makes it ready, while it goes on
   */
  public record View(
      UUID id,
      String name,
      long lengthMs,
      boolean hasPictures,
      boolean hasSound,
      boolean ready,
      Jobs.@Nullable View work) {}

  /** A clip taken in, and the work that makes it ready. */
  public record TakenIn(UUID clip, UUID work) {}

  private final Clip.Repository clips;
  private final MediaStore store;
  private final Jobs jobs;
  private final Shelf shelf;
  private final TransactionTemplate inTransaction;
  private final Clock clock;

  Clips(
      Clip.Repository clips,
      MediaStore store,
      Jobs jobs,
      Shelf shelf,
      TransactionTemplate inTransaction,
      Clock clock) {
    this.clips = clips;
    this.store = store;
    this.jobs = jobs;
    this.shelf = shelf;
    this.inTransaction = inTransaction;
    this.clock = clock;
  }

  /**
   * Takes a clip in. It is made ready in the background.
   *
   * @throws Problem if it is none, or too long; then nothing of it is kept
   */
  @Transactional(propagation = Propagation.NOT_SUPPORTED)
  public TakenIn takeIn(UUID owner, UUID walkthrough, String fileName, InputStream content)
      throws IOException {
    Path directory = store.workDirectory();
    try {
      Path file = directory.resolve("clip");
      copy(content, file);
      ClipMaker.Seen seen = ClipMaker.look(file);
      return Objects.requireNonNull(
          inTransaction.execute(
              t -> {
                String name = shortened(fileName);
                Clip clip =
                    clips.saveAndFlush(new Clip(owner, walkthrough, name, seen, clock.instant()));
                store.putFile(Clip.original(clip.id()), file);
                return new TakenIn(clip.id(), jobs.start(ClipMaking.KIND, clip.id(), owner, name));
              }));
    } catch (ClipMaker.Refused refused) {
      throw problem(refused);
    } finally {
      FileSystemUtils.deleteRecursively(directory.toFile());
    }
  }

  static Problem problem(ClipMaker.Refused refused) {
    return Problem.refused("clip." + refused.reason());
  }

  private static void copy(InputStream content, Path file) throws IOException {
    try {
      Files.copy(content, file);
    } catch (IOException e) {
      if (String.valueOf(e.getMessage()).contains("No space")) {
        throw Problem.unavailable("disk-full");
      }
      throw e; // The line broke, or more came than may.
    }
  }

  private static String shortened(String fileName) {
    String last = fileName.replace('\\', '/');
    last =
        last.substring(last.lastIndexOf('/') + 1)
            .replaceAll("\\p{Cntrl}", "")
            .replaceFirst("\\.[A-Za-z0-9]{2,4}$", "")
            .replace('_', ' ')
            .replace('-', ' ')
            .strip();
    return last.isEmpty() ? "Clip" : last.substring(0, Math.min(MOST_NAME, last.length()));
  }

  /** The clips of a walkthrough, in the order in which they came. */
  @Transactional(readOnly = true)
  public List<View> ofWalkthrough(UUID walkthrough) {
    List<Clip> all = clips.ofWalkthrough(walkthrough);
    Map<UUID, Jobs.View> work = jobs.latestOf(all.stream().map(Clip::id).toList());
    return all.stream()
        .map(
            c -> {
              ClipMaker.Seen seen = c.seen();
              Jobs.View goesOn = c.isReady() ? null : work.get(c.id());
              return new View(
                  c.id(),
                  c.name(),
                  seen.lengthMs(),
                  seen.hasPictures(),
                  seen.hasSound(),
                  c.isReady(),
                  goesOn == null || goesOn.state().isOver() ? null : goesOn);
            })
        .toList();
  }

  /** What could not be made ready of a teacher's clips, and is still to be read. */
  @Transactional(readOnly = true)
  public List<Jobs.Failed> failed(UUID teacher) {
    return jobs.failed(teacher, ClipMaking.KIND);
  }

  /** To which walkthrough a clip belongs. */
  @Transactional(readOnly = true)
  public UUID walkthroughOf(UUID clip) {
    return clips.findById(clip).map(Clip::walkthroughId).orElseThrow(Problem::notFound);
  }

  /**
   * What is played of a clip: MP4.
   *
   * @throws Problem if it is not there yet, or not any more
   */
  @Transactional(readOnly = true)
  public Resource file(UUID clip) {
    return clips
        .findById(clip)
        .filter(c -> c.isReady() && !c.isPutAway())
        .flatMap(c -> store.find(Clip.made(clip)))
        .orElseThrow(Problem::notFound);
  }

  @EventListener
  void on(Nightly night) {
    shelf.before(Shelf.Of.CLIP, night.emptied()).forEach(this::remove);
  }

  @EventListener
  void on(WalkthroughGone gone) {
    clips.findByWalkthroughId(gone.walkthrough()).forEach(c -> remove(c.id()));
  }

  /** There is nothing of it any more. */
  void remove(UUID clip) {
    store.delete(Clip.original(clip));
    store.delete(Clip.made(clip));
    clips.deleteAllByIdInBatch(List.of(clip));
  }

  @Override
  public List<Gate.Kind> kinds() {
    return List.of(Gate.Kind.CLIP);
  }

  @Override
  @Transactional(readOnly = true)
  public Circle circle(Gate.Kind kind, UUID id) {
    return clips
        .findById(id)
        .map(c -> Circle.ofTeachers(Set.of(c.ownerId())))
        .orElse(Circle.NOBODY);
  }

  @Override
  public List<Kept> kept() {
    return List.of(Kept.teachers("clip", "owner_id"));
  }

  @Override
  public Shelf.Of kind() {
    return Shelf.Of.CLIP;
  }

  @Override
  public String title() {
    return "name";
  }
}
