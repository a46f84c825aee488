package school.kerygma.app.classroom.handin;

import java.io.InputStream;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.regex.Pattern;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.core.handin.Quad;

/** The files of work that is being put together: announced, sent, turned, taken away. */
@Service
@Transactional
public class FilesOfWork {

  private static final int MOST_FILES = 12;

  private static final Pattern PHONE_PHOTO = Pattern.compile("(?i).*\\.(heic|heif)");

  private final HandIns handIns;
  private final HandIn.Repository all;
  private final HandInFile.Repository pieces;
  private final HandInFiles files;
  private final MediaStore store;
  private final Jobs jobs;
  private final TransactionTemplate inTransaction;
  private final Clock clock;

  FilesOfWork(
      HandIns handIns,
      HandIn.Repository all,
      HandInFile.Repository pieces,
      HandInFiles files,
      MediaStore store,
      Jobs jobs,
      TransactionTemplate inTransaction,
      Clock clock) {
    this.handIns = handIns;
    this.all = all;
    this.pieces = pieces;
    this.files = files;
    this.store = store;
    this.jobs = jobs;
    this.inTransaction = inTransaction;
    this.clock = clock;
  }

  /** Says that a file is coming. From now on it counts as begun. */
  public UUID announce(HandIns.Asked asked, UUID student, String name, long bytes, Shape shape) {
    if (shape == Shape.FRAMED) {
      throw Problem.unreadable(); // It comes with its frame.
    }
    return announce(asked, student, name, bytes, shape, "");
  }

  UUID announce(
      HandIns.Asked asked, UUID student, String name, long bytes, Shape shape, String frame) {
    if (!asked.rule().takes(shape.kind())) {
      throw Problem.unreadable();
    }
    if (PHONE_PHOTO.matcher(name).matches()) {
      throw Problem.refused("hand-in-heic");
    }
    if (bytes > HandIns.MOST_BYTES) {
      throw Problem.refused("hand-in-large", bytes >> 20, HandIns.MOST_BYTES >> 20);
    }
    if (bytes <= 0) {
      throw Problem.refused("paper.NOTHING_IN_IT");
    }
    HandIn open = handIns.opened(asked, student);
    List<HandInFile> so = pieces.of(List.of(open.id()));
    if (so.stream().filter(p -> p.frame().isEmpty() == frame.isEmpty()).count() >= MOST_FILES) {
      throw Problem.refused("hand-in-many", MOST_FILES);
    }
    int position = so.isEmpty() ? 0 : so.getLast().position() + 1;
    return pieces
        .saveAndFlush(new HandInFile(open.id(), position, shortened(name), bytes, shape, frame))
        .id();
  }

  private static String shortened(String name) {
    String last = name.replace('\\', '/');
    last = last.substring(last.lastIndexOf('/') + 1).replaceAll("\\p{Cntrl}", "").strip();
    last = last.isEmpty() ? "file" : last;
    return last.length() > 200 ? last.substring(last.length() - 200) : last;
  }

  /** Takes a file in that was announced; one that came already is not taken again. */
  @Transactional(propagation = Propagation.NOT_SUPPORTED)
  public void receive(UUID file, UUID student, InputStream content) {
    HandInFile piece = own(file, student);
    if (piece.state() != HandInFile.State.ARRIVING) {
      return;
    }
    if (!store.putWhole(HandInFiles.original(file), content, piece.bytes())) {
      throw Problem.refused("hand-in-torn");
    }
    int turns = files.clean(file);
    inTransaction.executeWithoutResult(t -> arrived(file, student, turns));
  }

  private void arrived(UUID file, UUID student, int turns) {
    HandInFile piece = own(file, student);
    if (piece.state() == HandInFile.State.ARRIVING) {
      piece.taken(turns);
      piece.arrived();
      pieces.saveAndFlush(piece);
      jobs.start(HandInReading.KIND, file, student, piece.name());
      HandIn of = all.findById(piece.handInId()).orElseThrow();
      boolean whole =
          pieces.of(List.of(of.id())).stream()
              .noneMatch(p -> p.state() == HandInFile.State.ARRIVING);
      if (of.state() == HandIn.State.SENDING && whole) {
        of.arrived(clock.instant());
        handIns.tick(of);
      }
    }
  }

  private HandInFile own(UUID file, UUID student) {
    HandInFile piece = pieces.findById(file).orElseThrow(Problem::notFound);
    if (!handIns.ownerOf(piece).equals(student)) {
      throw Problem.notFound();
    }
    return piece;
  }

  /**
   * A file of the version that is being put together. What was handed in stays as it was: whoever
   * changes a file of it changes the same file of the next version, which begins with that.
   */
  private HandInFile changing(HandIns.Asked asked, UUID file, UUID student) {
    HandInFile piece = own(file, student);
    HandIn of = all.findById(piece.handInId()).orElseThrow();
    if (of.state() == HandIn.State.OPEN) {
      return piece;
    }
    HandIn next = handIns.opened(asked, student);
    if (next.number() != of.number() + 1) {
      throw Problem.conflict("hand-in-in");
    }
    return pieces.of(List.of(next.id())).stream()
        .filter(p -> p.position() == piece.position())
        .findFirst()
        .orElseThrow(() -> Problem.conflict("hand-in-in"));
  }

  /** Turns a photo by a quarter to the right. */
  public void turn(HandIns.Asked asked, UUID file, UUID student) {
    HandInFile piece = changingPhoto(asked, file, student);
    piece.turnOnce();
    jobs.start(HandInReading.KIND, piece.id(), student, piece.name());
  }

  private HandInFile changingPhoto(HandIns.Asked asked, UUID file, UUID student) {
    HandInFile piece = changing(asked, file, student);
    if (piece.shape() != Shape.PHOTO || piece.state() != HandInFile.State.READ) {
      throw Problem.conflict("hand-in-in");
    }
    return piece;
  }

  /** Where the sheet seems to lie in a photo. */
  @Transactional(readOnly = true)
  public Optional<Quad> edges(UUID file, UUID student) {
    HandInFile piece = own(file, student);
    return piece.corners().isPresent() ? Optional.empty() : files.edges(piece);
  }

  /**
   * Makes the sheet between four corners the page, or the whole photo again.
   *
   * @param corners nothing if the photo is to be seen as it was taken
   */
  public void straighten(HandIns.Asked asked, UUID file, UUID student, Optional<Quad> corners) {
    HandInFile piece = changingPhoto(asked, file, student);
    if (corners.isPresent() && piece.corners().isPresent()) {
      throw Problem.conflict("hand-in-straight"); // They are corners of another picture.
    }
    piece.straighten(corners);
    jobs.start(HandInReading.KIND, piece.id(), student, piece.name());
  }

  /** Puts a file before the one that comes before it. */
  public void earlier(HandIns.Asked asked, UUID file, UUID student) {
    HandInFile piece = changing(asked, file, student);
    List<HandInFile> row = new ArrayList<>(pieces.of(List.of(piece.handInId())));
    int at = row.stream().map(HandInFile::id).toList().indexOf(piece.id());
    if (at > 0) {
      row.add(at - 1, row.remove(at));
      for (int i = 0; i < row.size(); i++) {
        row.get(i).at(i);
      }
    }
  }

  public void takeAway(HandIns.Asked asked, UUID file, UUID student) {
    HandInFile piece = own(file, student);
    if (all.findById(piece.handInId()).orElseThrow().state() != HandIn.State.SENDING) {
      piece = changing(asked, file, student);
    }
    HandIn of = all.findById(piece.handInId()).orElseThrow();
    pieces.delete(piece);
    pieces.flush();
    boolean whole =
        pieces.of(List.of(of.id())).stream().noneMatch(p -> p.state() == HandInFile.State.ARRIVING);
    if (of.state() == HandIn.State.SENDING && whole) {
      of.arrived(clock.instant()); // What never came is given up.
      handIns.tick(of);
    }
  }
}
