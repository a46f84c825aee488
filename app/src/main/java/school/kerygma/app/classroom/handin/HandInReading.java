package school.kerygma.app.classroom.handin;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import javax.imageio.ImageIO;
import org.springframework.core.io.Resource;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.util.FileSystemUtils;
import school.kerygma.app.ground.jobs.Job;
import school.kerygma.app.ground.jobs.Lane;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.app.paper.papers.Leaf;
import school.kerygma.app.paper.papers.PageReading;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.core.handin.Blank;
import school.kerygma.core.handin.Tones;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;
import school.kerygma.media.office.AcceptedChanges;
import school.kerygma.media.office.OfficeConverter;
import school.kerygma.media.office.OfficeKind;
import school.kerygma.media.paper.PaperRefused;
import school.kerygma.media.picture.ClipMaker;
import school.kerygma.media.picture.PageTones;
import school.kerygma.media.picture.Upright;
import school.kerygma.media.process.Coming;
import school.kerygma.media.worker.OpenPaper;
import school.kerygma.media.worker.PageRefused;
import school.kerygma.media.worker.PaperReaders;

/**
 * Looks at a file that was handed in, in a process of its own: draws its pages, so that nobody has
 * to open it to see it, and notices if nothing was done in it. What has no pages is kept as it is.
 */
@Component
class HandInReading implements Job {

  static final String KIND = "hand-in";

  /** What comes after is shown, and not compared. */
  private static final int MOST_COMPARED = 30;

  /** Widths of the two pictures of a page, in pixels. */
  enum Size {
    S(Blank.WIDTH),
    L(1800);

    private final int width;

    Size(int width) {
      this.width = width;
    }

    String called() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  private final HandIn.Repository all;
  private final HandInFile.Repository pieces;
  private final OwnMark.Repository ownMarks;
  private final Tasks tasks;
  private final Editions editions;
  private final MediaStore store;
  private final OfficeConverter converter;
  private final PaperReaders readers;
  private final TransactionTemplate inTransaction;

  HandInReading(
      HandIn.Repository all,
      HandInFile.Repository pieces,
      OwnMark.Repository ownMarks,
      Tasks tasks,
      Editions editions,
      MediaStore store,
      OfficeConverter converter,
      PaperReaders readers,
      TransactionTemplate inTransaction) {
    this.all = all;
    this.pieces = pieces;
    this.ownMarks = ownMarks;
    this.tasks = tasks;
    this.editions = editions;
    this.store = store;
    this.converter = converter;
    this.readers = readers;
    this.inTransaction = inTransaction;
  }

  @Override
  public Lane lane() {
    return Lane.ANSWERS;
  }

  @Override
  public String kind() {
    return KIND;
  }

  /** Who takes a photo and waits does not wait for somebody's film either. */
  @Override
  public Lane lane(UUID subject) {
    return pieces
        .findById(subject)
        .filter(p -> p.shape() == Shape.PHOTO || p.shape() == Shape.FRAMED)
        .map(p -> Lane.PHOTOS)
        .orElse(Lane.ANSWERS);
  }

  /** What was read of a file. */
  private record Read(
      String mediaType,
      int pages,
      long lengthMs,
      Optional<Blank.Finding> finding,
      Optional<Trouble> trouble) {

    Read(String mediaType, int pages, long lengthMs, Optional<Blank.Finding> finding) {
      this(mediaType, pages, lengthMs, finding, Optional.empty());
    }

    static Read unreadable(Trouble trouble) {
      return new Read(
          "application/octet-stream",
          0,
          0,
          trouble.isAsked() ? Optional.of(Blank.Finding.UNREADABLE) : Optional.empty(),
          Optional.of(trouble));
    }

    /** An answer that no browser plays. */
    static final Read UNHEARD =
        new Read("application/octet-stream", 0, 0, Optional.of(Blank.Finding.EMPTY));

    static final Read NOTHING = new Read("application/octet-stream", 0, 0, Optional.empty());
  }

  @Override
  public void run(UUID subject, Progress progress) {
    Optional<HandInFile> piece = pieces.findById(subject);
    if (piece.isEmpty()) {
      return; // It was taken away meanwhile.
    }
    Read read;
    try {
      read = store.with(HandInFiles.original(subject), file -> read(piece.get(), file, progress));
    } catch (PaperRefused none) {
      read = Read.unreadable(Trouble.of(none.reason()));
    } catch (PageRefused none) {
      read = Read.unreadable(Trouble.TOO_MUCH);
    } catch (ClipMaker.Refused none) {
      read = Read.UNHEARD;
    }
    Read kept = read;
    inTransaction.executeWithoutResult(t -> keep(subject, kept));
  }

  private void keep(UUID subject, Read read) {
    pieces
        .findById(subject)
        .ifPresent(
            p -> {
              if (read.pages() == 0 && p.pages() > 0) {
                p.stay(); // What was there is better than nothing.
                pieces.saveAndFlush(p);
                return;
              }
              p.troubled(read.trouble());
              if (read.lengthMs() > 0) {
                p.heard(read.mediaType(), read.lengthMs(), read.finding());
              } else {
                p.read(read.mediaType(), read.pages(), read.finding());
              }
              pieces.saveAndFlush(p);
              dropOthers(p);
              HandIn of = all.findById(p.handInId()).orElseThrow();
              if (of.state() != HandIn.State.OPEN) {
                // Its student could not be told before it went; its teacher is.
                tasks
                    .find(of.taskId())
                    .flatMap(task -> task.sheet().handIn())
                    .ifPresent(
                        rule ->
                            of.found(
                                HandIns.finding(
                                    rule,
                                    of,
                                    pieces.of(List.of(of.id())),
                                    ownMarks.countOf(of.id()))));
              }
            });
  }

  /**
   * Who says it again, or puts another picture into a frame, means that and not the first; what no
   * frame can show is dropped, and the first stays.
   */
  private void dropOthers(HandInFile last) {
    boolean framed = !last.frame().isEmpty();
    if (framed && last.pages() == 0) {
      pieces.delete(last);
      return;
    }
    if (framed || last.shape().isRecorded() && last.lengthMs() > 0) {
      pieces.of(List.of(last.handInId())).stream()
          .filter(p -> p.position() < last.position())
          .filter(
              p ->
                  framed
                      ? p.frame().equals(last.frame()) && p.state() != HandInFile.State.ARRIVING
                      : p.shape().isRecorded())
          .forEach(pieces::delete);
    }
  }

  private Read read(HandInFile piece, Path file, Progress progress) {
    if (piece.shape().isRecorded()) {
      return recorded(piece, file, progress);
    }
    Optional<OfficeKind> office = OfficeKind.of(file, piece.name());
    if (office.isEmpty()) {
      return pages(piece, file, "", progress);
    }
    Coming.awaited();
    if (!OfficeConverter.isThere()) {
      throw new PaperRefused(PaperRefused.Reason.NO_CONVERTER);
    }
    Path directory = store.workDirectory();
    try {
      Path accepted = directory.resolve("accepted." + office.get().extension());
      Path pdf = directory.resolve("work.pdf");
      boolean changed = AcceptedChanges.accept(file, office.get(), accepted);
      converter.toPdf(changed ? accepted : file, office.get(), pdf);
      return pages(piece, pdf, office.get().mediaType(), progress);
    } finally {
      FileSystemUtils.deleteRecursively(directory.toFile());
    }
  }

  private Read recorded(HandInFile piece, Path file, Progress progress) {
    Path directory = store.workDirectory();
    try {
      Path made = directory.resolve("made.mp4");
      ClipMaker.Answer answer =
          ClipMaker.makeAnswer(
              file, piece.shape() == Shape.FILMED, made, percent -> progress.at(percent, 100));
      boolean pictures = answer.seen().hasPictures();
      store.delete(HandInFiles.made(piece.id()));
      store.putFile(HandInFiles.made(piece.id()), made);
      return new Read(
          pictures ? "video/mp4" : "audio/mp4",
          0,
          answer.seen().lengthMs(),
          pictures || answer.heard() ? Optional.empty() : Optional.of(Blank.Finding.EMPTY));
    } finally {
      FileSystemUtils.deleteRecursively(directory.toFile());
    }
  }

  private Read pages(HandInFile piece, Path file, String type, Progress progress) {
    List<Blank.Sheet> sheets = new ArrayList<>();
    try (OpenPaper paper = readers.open(file)) {
      int count = paper.pageCount();
      for (int number = 1; number <= count; number++) {
        progress.at(number - 1, count);
        Tones tones = draw(piece, paper, number);
        if (number <= MOST_COMPARED) {
          sheets.add(new Blank.Sheet(words(paper.page(number)), tones));
        }
      }
      progress.at(count, count);
      String mediaType = type.isEmpty() ? paper.mediaType() : type;
      return new Read(mediaType, count, 0, Blank.ofPages(sheets, given(piece)));
    }
  }

  private Tones draw(HandInFile piece, OpenPaper paper, int number) {
    Path directory = store.workDirectory();
    try {
      Tones tones = null;
      for (Size size : Size.values()) {
        Path drawn = directory.resolve(size.name());
        paper.picture(number, size.width, drawn);
        if (piece.turn() > 0) {
          Upright.turn(drawn, piece.turn());
        }
        if (piece.corners().isPresent()) {
          Upright.straighten(drawn, piece.corners().get());
        }
        if (size == Size.S) {
          tones = PageTones.of(ImageIO.read(drawn.toFile()));
        }
        String name = HandInFiles.picture(piece.id(), piece.look(), number, size.called());
        store.delete(name);
        store.putFile(name, drawn);
      }
      return Objects.requireNonNull(tones);
    } catch (IOException e) {
      throw Problem.unavailable("disk-full");
    } finally {
      FileSystemUtils.deleteRecursively(directory.toFile());
    }
  }

  private static List<String> words(Page page) {
    return page.words().stream().map(Word::text).toList();
  }

  /** The papers that were given out for the task, as the section reads them. */
  private List<List<Blank.Sheet>> given(HandInFile piece) {
    HandIn of = all.findById(piece.handInId()).orElseThrow();
    Optional<TaskView> task = tasks.find(of.taskId());
    List<List<Blank.Sheet>> given = new ArrayList<>();
    for (UUID handout : task.map(t -> t.sheet().in(of.sectionId()).handouts()).orElse(Set.of())) {
      List<Blank.Sheet> sheets = new ArrayList<>();
      for (Leaf leaf : editions.opened(handout).leaves()) {
        if (sheets.size() < MOST_COMPARED) {
          store
              .find(PageReading.picture(leaf.id(), PageReading.Size.S))
              .ifPresent(
                  r -> sheets.add(new Blank.Sheet(words(leaf.page()), PageTones.of(read(r)))));
        }
      }
      given.add(sheets);
    }
    return given;
  }

  private static BufferedImage read(Resource picture) {
    try (InputStream in = picture.getInputStream()) {
      return ImageIO.read(in);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** What was cancelled is kept as it is. */
  @Override
  public void clear(UUID subject) {
    inTransaction.executeWithoutResult(t -> keep(subject, Read.NOTHING));
  }
}
