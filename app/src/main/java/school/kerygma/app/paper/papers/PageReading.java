package school.kerygma.app.paper.papers;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.IntStream;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.util.FileSystemUtils;
import school.kerygma.app.ground.jobs.Job;
import school.kerygma.app.ground.jobs.Lane;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.PrintedNumbers;
import school.kerygma.core.rubric.Ruling;
import school.kerygma.core.rubric.TablePlacer;
import school.kerygma.core.rubric.WrittenTable;
import school.kerygma.media.office.AcceptedChanges;
import school.kerygma.media.office.OfficeConverter;
import school.kerygma.media.office.OfficeKind;
import school.kerygma.media.paper.PaperRefused;
import school.kerygma.media.worker.OpenPaper;
import school.kerygma.media.worker.PageRefused;
import school.kerygma.media.worker.PaperReaders;

/** Reads the pages of an edition in the background: words, and a picture in two sizes. */
@Component
public class PageReading implements Job {

  static final String KIND = "pages";

  /** Widths of the two pictures of a page, in pixels. */
  public enum Size {
    S(900),
    L(1800);

    private final int width;

    Size(int width) {
      this.width = width;
    }

    /**
     * The size of a name in an address.
     *
     * @throws Problem if there is none of that name
     */
    public static Size of(String name) {
      return Arrays.stream(values())
          .filter(s -> s.name().toLowerCase(Locale.ROOT).equals(name))
          .findFirst()
          .orElseThrow(Problem::notFound);
    }
  }

  private final Handout.EditionRepository editions;
  private final Handout.Repository handouts;
  private final Handout.PageRepository pages;
  private final Handout.TextRepository texts;
  private final ApplicationEventPublisher events;
  private final Editions older;
  private final MediaStore store;
  private final OfficeConverter converter;
  private final PaperReaders readers;
  private final TransactionTemplate inTransaction;

  PageReading(
      Handout.EditionRepository editions,
      Handout.Repository handouts,
      Handout.PageRepository pages,
      Handout.TextRepository texts,
      ApplicationEventPublisher events,
      Editions older,
      MediaStore store,
      OfficeConverter converter,
      PaperReaders readers,
      TransactionTemplate inTransaction) {
    this.editions = editions;
    this.handouts = handouts;
    this.pages = pages;
    this.texts = texts;
    this.events = events;
    this.older = older;
    this.store = store;
    this.converter = converter;
    this.readers = readers;
    this.inTransaction = inTransaction;
  }

  /** The name of a page's picture in the store. */
  public static String picture(UUID page, Size size) {
    return "pages/" + page + "-" + size.name().toLowerCase(Locale.ROOT);
  }

  @Override
  public Lane lane() {
    return Lane.PAPERS;
  }

  @Override
  public String kind() {
    return KIND;
  }

  @Override
  public void run(UUID subject, Progress progress) {
    Handout.Edition edition = editions.findById(subject).orElseThrow(Problem::notFound);
    removePages(edition);
    progress.at(0, 1);
    try {
      int pages = store.with(readable(edition), file -> readPages(edition, file, progress));
      progress.at(pages, pages);
    } catch (PaperRefused refused) {
      throw Problem.refused("paper." + refused.reason());
    } catch (PageRefused refused) {
      throw problem(refused);
    }
    inTransaction.executeWithoutResult(
        t -> {
          boolean sure = older.carry(subject);
          Handout.Edition read = editions.findById(subject).orElseThrow();
          if (sure) {
            read.ready();
            pages.ofEdition(subject).stream()
                .findFirst()
                .ifPresent(p -> events.publishEvent(new PagesRead(read.handout().id(), p.id())));
          } else {
            read.hold();
          }
        });
  }

  private int readPages(Handout.Edition edition, Path file, Progress progress) {
    try (OpenPaper paper = readers.open(file)) {
      inTransaction.executeWithoutResult(
          t -> editions.findById(edition.id()).orElseThrow().counted(paper.pageCount()));
      Map<Integer, List<Ruling>> rulings = tables(edition, paper);
      List<Page> read = new ArrayList<>();
      for (int number = 1; number <= paper.pageCount(); number++) {
        progress.at(number - 1, paper.pageCount());
        read.add(readPage(edition, paper, number, rulings.computeIfAbsent(number, paper::rulings)));
      }
      List<String> names = PrintedNumbers.of(read, paper.labels());
      inTransaction.executeWithoutResult(
          t -> pages.ofEdition(edition.id()).forEach(p -> p.called(names.get(p.number() - 1))));
      return paper.pageCount();
    }
  }

  /** What is told of a page that takes too much. */
  static Problem problem(PageRefused refused) {
    String key = refused.page() == 0 ? "paper.WHOLE_" : "paper.PAGE_";
    return Problem.refused(key + refused.reason(), refused.page());
  }

  /** The name of what has pages: the paper itself, or the PDF that it is turned into. */
  private String readable(Handout.Edition edition) {
    String original = Handouts.original(edition.id());
    Optional<OfficeKind> office = OfficeKind.ofType(edition.mediaType());
    if (office.isEmpty()) {
      return original;
    }
    Path directory = store.workDirectory();
    Path pdf = directory.resolve("paper.pdf");
    try {
      store.with(
          original,
          file -> {
            Path accepted = directory.resolve("accepted." + office.get().extension());
            boolean changed = AcceptedChanges.accept(file, office.get(), accepted);
            converter.toPdf(changed ? accepted : file, office.get(), pdf);
            inTransaction.executeWithoutResult(
                t -> editions.findById(edition.id()).orElseThrow().changesAccepted(changed));
            return pdf;
          });
      store.putFile(pdf(edition.id()), pdf);
      return pdf(edition.id());
    } finally {
      FileSystemUtils.deleteRecursively(directory.toFile());
    }
  }

  /** The rulings of pages on which a word processor's file has tables. */
  private Map<Integer, List<Ruling>> tables(Handout.Edition edition, OpenPaper paper) {
    Optional<OfficeKind> kind =
        OfficeKind.ofType(edition.mediaType())
            .filter(k -> k == OfficeKind.DOCX || k == OfficeKind.ODT);
    if (kind.isEmpty()) {
      return new HashMap<>();
    }
    List<WrittenTable> tables =
        store.with(Handouts.original(edition.id()), file -> tables(file, kind.get()));
    return tables.isEmpty()
        ? new HashMap<>()
        : new HashMap<>(
            TablePlacer.rulings(
                tables,
                IntStream.rangeClosed(1, paper.pageCount()).mapToObj(paper::page).toList(),
                paper::rulings));
  }

  private List<WrittenTable> tables(Path file, OfficeKind kind) {
    Path directory = store.workDirectory();
    try {
      Path accepted = directory.resolve("accepted." + kind.extension());
      return readers.tables(AcceptedChanges.accept(file, kind, accepted) ? accepted : file);
    } finally {
      FileSystemUtils.deleteRecursively(directory.toFile());
    }
  }

  static String pdf(UUID edition) {
    return "editions/" + edition + ".pdf";
  }

  private Page readPage(
      Handout.Edition edition, OpenPaper paper, int number, List<Ruling> rulings) {
    Page page = paper.page(number);
    UUID id =
        inTransaction.execute(
            t -> {
              UUID saved = pages.save(new Handout.PageEntity(edition, page)).id();
              texts.save(new Handout.PageText(saved, page, rulings));
              return saved;
            });
    inTransaction.executeWithoutResult(
        t -> events.publishEvent(new MarksBrought(paper.marks(number, id))));
    Path directory = store.workDirectory();
    try {
      for (Size size : Size.values()) {
        Path drawn = directory.resolve(size.name());
        paper.picture(number, size.width, drawn);
        store.putFile(picture(id, size), drawn);
      }
    } finally {
      FileSystemUtils.deleteRecursively(directory.toFile());
    }
    return page;
  }

  private void removePages(Handout.Edition edition) {
    List<Handout.PageEntity> old = pages.ofEdition(edition.id());
    for (Handout.PageEntity page : old) {
      for (Size size : Size.values()) {
        store.delete(picture(page.id(), size));
      }
      events.publishEvent(new PageGone(page.id()));
    }
    inTransaction.executeWithoutResult(t -> pages.deleteAllInBatch(old));
  }

  /** A paper that cannot be read to its end is not kept at all. */
  @Override
  public void clear(UUID subject) {
    editions
        .findById(subject)
        .ifPresent(
            edition -> {
              removePages(edition);
              store.delete(Handouts.original(subject));
              store.delete(pdf(subject));
              inTransaction.executeWithoutResult(
                  t -> {
                    editions.deleteById(subject);
                    editions.flush();
                    UUID handout = edition.handout().id();
                    if (editions.ofHandouts(List.of(handout)).isEmpty()) {
                      handouts.deleteById(handout); // An edition before it stays as it was.
                    }
                  });
            });
  }
}
