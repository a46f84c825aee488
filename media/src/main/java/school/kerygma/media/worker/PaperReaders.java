package school.kerygma.media.worker;

import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.Semaphore;
import java.util.function.BiConsumer;
import school.kerygma.core.rubric.WrittenTable;
import school.kerygma.media.paper.NamedMark;
import school.kerygma.media.paper.PaperRefused;
import school.kerygma.media.process.Interrupted;
import school.kerygma.media.worker.Request.Answer;
import school.kerygma.media.worker.Request.Deed;

/**
 * Opens papers, each in a process of its own: one that stands ready. A process whose paper ended
 * well serves some more, one after the other; any other ends with its paper. How many there are at
 * once is bounded; who comes then waits.
 */
public final class PaperReaders implements AutoCloseable {

  /** The slowest page of the papers that were measured took 4 s; ten of a heavy one 83 s. */
  private static final Duration A_PAGE = Duration.ofSeconds(30);

  private static final Duration A_PAPER = Duration.ofMinutes(20);

  /** A scan of 100 million points as it is unpacked, and as much again for its picture. */
  private static final int HEAP_MB = 768;

  /** Two papers, a photo, and what a student has written. */
  private static final int AT_ONCE = 4;

  /** To start a process and to warm it takes as long as to read ten usual pages. */
  private static final int PAPERS_A_PROCESS = 10;

  private static final int MOST_READY = 2;

  private final Duration limit;
  private final int heapMb;
  private final Semaphore places = new Semaphore(AT_ONCE, true);
  private final Deque<WorkerProcess> ready = new ArrayDeque<>();
  private boolean closed;

  public PaperReaders() {
    this(A_PAGE, HEAP_MB);
  }

  /**
   * @param limit how long a page may take
   */
  PaperReaders(Duration limit, int heapMb) {
    this.limit = limit;
    this.heapMb = heapMb;
  }

  /** Has a process stand ready. */
  public synchronized void warm() {
    ready.removeIf(w -> !w.isAlive());
    if (ready.isEmpty() && !closed) {
      ready.add(new WorkerProcess(limit, A_PAPER, heapMb));
    }
  }

  private synchronized WorkerProcess take() {
    warm();
    if (closed) {
      throw new IllegalStateException("No papers are read any more");
    }
    WorkerProcess taken = ready.remove();
    warm();
    return taken;
  }

  private WorkerProcess enter() {
    try {
      places.acquire();
    } catch (InterruptedException e) {
      throw new Interrupted(e);
    }
    try {
      return take();
    } catch (RuntimeException e) {
      places.release();
      throw e;
    }
  }

  /**
   * Opens a paper; whoever opens it closes it.
   *
   * @throws PaperRefused if it is none that can be taken in
   * @throws PageRefused if it takes too long or too much memory to open it
   */
  public OpenPaper open(Path file) {
    WorkerProcess worker = enter();
    try {
      Answer opened = worker.ask(Request.open(file.toString()));
      return new OpenPaper(
          new Placed(worker),
          Objects.requireNonNull(opened.mediaType()),
          opened.pages(),
          Objects.requireNonNull(opened.labels()));
    } catch (RuntimeException e) {
      leave(worker);
      throw e instanceof WorkerProcess.Died died ? new PageRefused(0, died.reason()) : e;
    }
  }

  private void leave(WorkerProcess worker) {
    putBack(worker);
    places.release();
  }

  private synchronized void putBack(WorkerProcess worker) {
    if (closed
        || !worker.endedWell()
        || worker.papers() >= PAPERS_A_PROCESS
        || ready.size() >= MOST_READY) {
      worker.close();
    } else {
      ready.addFirst(worker);
    }
  }

  /**
   * The tables of a DOCX.
   *
   * @return none if it takes too long or too much memory to read them
   */
  public List<WrittenTable> tables(Path docx) {
    WorkerProcess worker = enter();
    try {
      Request request = new Request(Deed.TABLES, docx.toString(), 0, null, 0, null, null, null);
      return Objects.requireNonNullElse(worker.ask(request).tables(), List.of());
    } catch (WorkerProcess.Died | PaperRefused e) {
      return List.of(); // Its paper has been made by then, and is enough.
    } finally {
      leave(worker);
    }
  }

  /**
   * Writes a marked paper as PDF; see {@link school.kerygma.media.paper.MarkedPdf}.
   *
   * @throws PageRefused if it takes too long or too much memory
   */
  public void writeMarked(
      Path file,
      String title,
      List<List<NamedMark>> marks,
      Path to,
      BiConsumer<Integer, Integer> progress) {
    WorkerProcess worker = enter();
    int page = 0;
    try {
      worker.send(
          new Request(Deed.MARKED, file.toString(), 0, null, 0, to.toString(), title, marks));
      for (Answer a = worker.answer(); a.pages() > 0; a = worker.answer()) {
        page = a.done() + 1;
        progress.accept(a.done(), a.pages());
      }
    } catch (WorkerProcess.Died died) {
      throw new PageRefused(page, died.reason());
    } finally {
      leave(worker);
    }
  }

  /** Ends the processes that stand ready. */
  @Override
  public synchronized void close() {
    closed = true;
    ready.forEach(WorkerProcess::close);
    ready.clear();
  }

  /** A process whose end gives its place to another. */
  final class Placed implements AutoCloseable {
    private final WorkerProcess worker;
    private boolean left;

    private Placed(WorkerProcess worker) {
      this.worker = worker;
    }

    Answer ask(Request request) {
      return worker.ask(request);
    }

    @Override
    public void close() {
      if (!left) {
        left = true;
        leave(worker);
      }
    }
  }
}
