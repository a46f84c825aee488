package school.kerygma.app.paper.papers;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Supplier;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.media.office.OfficeConverter;
import school.kerygma.media.office.OfficeKind;
import school.kerygma.media.paper.PaperRefused;
import school.kerygma.media.process.Coming;
import school.kerygma.media.worker.OpenPaper;
import school.kerygma.media.worker.PageRefused;
import school.kerygma.media.worker.PaperReaders;

/** Takes papers in, reads them and keeps them. */
@Service
@Transactional
public class TakingIn {

  /** A handout taken in, and the work that reads its pages. */
  public record TakenIn(UUID handout, UUID work) {}

  private final Handout.Repository handouts;
  private final Handout.EditionRepository editions;
  private final MediaStore store;
  private final Jobs jobs;
  private final PaperReaders readers;
  private final TransactionTemplate inTransaction;
  private final Clock clock;

  TakingIn(
      Handout.Repository handouts,
      Handout.EditionRepository editions,
      MediaStore store,
      Jobs jobs,
      PaperReaders readers,
      TransactionTemplate inTransaction,
      Clock clock) {
    this.handouts = handouts;
    this.editions = editions;
    this.store = store;
    this.jobs = jobs;
    this.readers = readers;
    this.inTransaction = inTransaction;
    this.clock = clock;
  }

  /**
   * Takes a paper in. Its pages are read in the background.
   *
   * @throws Problem if it is none that can be taken in; then nothing of it is kept
   */
  @Transactional(propagation = Propagation.NOT_SUPPORTED)
  public TakenIn takeIn(UUID owner, String fileName, InputStream content) {
    return read(
        owner,
        fileName,
        content,
        () -> handouts.save(new Handout(owner, Handouts.title(fileName), clock.instant())));
  }

  /**
   * Takes a new edition of a handout in. Until its pages are read, the one before it is shown.
   *
   * @throws Problem if it is no paper, or another new edition is still being read
   */
  @Transactional(propagation = Propagation.NOT_SUPPORTED)
  public TakenIn takeInEdition(UUID owner, UUID handout, String fileName, InputStream content) {
    checkNoneIsRead(handout);
    return read(
        owner,
        fileName,
        content,
        () -> {
          Handout of = handouts.held(handout).orElseThrow(Problem::notFound);
          checkNoneIsRead(handout);
          return of;
        });
  }

  private void checkNoneIsRead(UUID handout) {
    for (Handout.Edition edition : editions.ofHandouts(List.of(handout))) {
      if (edition.isHeld()) {
        throw Problem.conflict("edition-held");
      }
      if (!edition.isReady()) {
        throw Problem.conflict("edition-reading");
      }
    }
  }

  /** The file is copied and looked at before any transaction begins. */
  private TakenIn read(
      UUID owner, String fileName, InputStream content, Supplier<Handout> handout) {
    Path directory = store.workDirectory();
    Path file = directory.resolve("paper");
    try {
      Files.copy(content, file, StandardCopyOption.REPLACE_EXISTING);
      String mediaType;
      int count = 0;
      Optional<OfficeKind> office = OfficeKind.of(file, fileName);
      if (office.isPresent()) {
        if (!OfficeConverter.isThere() && !Coming.isAny()) {
          throw new PaperRefused(PaperRefused.Reason.NO_CONVERTER);
        }
        mediaType = office.get().mediaType(); // Its pages are counted when it has become a PDF.
      } else {
        try (OpenPaper paper = readers.open(file)) {
          mediaType = paper.mediaType();
          count = paper.pageCount();
        }
      }
      int counted = count;
      return java.util.Objects.requireNonNull(
          inTransaction.execute(
              t -> keep(owner, handout.get(), fileName, mediaType, counted, file)));
    } catch (PaperRefused refused) {
      throw Problem.refused("paper." + refused.reason(), shortened(fileName, 80));
    } catch (PageRefused refused) {
      throw PageReading.problem(refused);
    } catch (IOException e) {
      throw Problem.unavailable("disk-full");
    } finally {
      Handouts.remove(directory, file);
    }
  }

  private TakenIn keep(
      UUID owner, Handout of, String fileName, String mediaType, int count, Path file) {
    int number =
        editions.ofHandouts(List.of(of.id())).stream()
            .findFirst()
            .map(e -> e.number() + 1)
            .orElse(1);
    Handout.Edition edition =
        editions.saveAndFlush(
            new Handout.Edition(
                of, number, shortened(fileName, 255), mediaType, count, clock.instant()));
    store.putFile(Handouts.original(edition.id()), file);
    return new TakenIn(
        of.id(), jobs.start(PageReading.KIND, edition.id(), owner, shortened(fileName, 255)));
  }

  static String shortened(String name, int length) {
    String last = name.replace('\\', '/');
    last = last.substring(last.lastIndexOf('/') + 1).replaceAll("\\p{Cntrl}", "");
    return last.substring(0, Math.min(length, last.length()));
  }
}
