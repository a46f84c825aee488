package school.kerygma.media.worker;

import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Page;
import school.kerygma.core.rubric.Ruling;
import school.kerygma.media.worker.Request.Answer;
import school.kerygma.media.worker.Request.Deed;

/** A paper that is being read in a process of its own. Pages are counted from 1. */
public final class OpenPaper implements AutoCloseable {

  private final PaperReaders.Placed worker;
  private final String mediaType;
  private final int pages;
  private final List<String> labels;

  OpenPaper(PaperReaders.Placed worker, String mediaType, int pages, List<String> labels) {
    this.worker = worker;
    this.mediaType = mediaType;
    this.pages = pages;
    this.labels = List.copyOf(labels);
  }

  public String mediaType() {
    return mediaType;
  }

  public int pageCount() {
    return pages;
  }

  /** The labels that the file gives its pages, in their order; none if it gives none. */
  public List<String> labels() {
    return labels;
  }

  /**
   * The words of a page.
   *
   * @throws PageRefused if it cannot be read in time, or takes too much memory
   */
  public Page page(int number) {
    return Objects.requireNonNull(on(number, Request.page(Deed.PAGE, number)).page());
  }

  /** The straight lines of a page. */
  public List<Ruling> rulings(int number) {
    return Objects.requireNonNull(on(number, Request.page(Deed.RULINGS, number)).rulings());
  }

  /** The marks that somebody made on a page with another program, as if on a page with an id. */
  public List<Mark> marks(int number, UUID pageId) {
    Request asked = new Request(Deed.MARKS, null, number, pageId, 0, null, null, null);
    return Objects.requireNonNull(on(number, asked).found());
  }

  /** Draws a page into a file, as JPEG if the paper is one, else as PNG. */
  public void picture(int number, int widthPx, Path to) {
    on(number, new Request(Deed.PICTURE, null, number, null, widthPx, to.toString(), null, null));
  }

  private Answer on(int number, Request request) {
    try {
      return worker.ask(request);
    } catch (WorkerProcess.Died died) {
      throw new PageRefused(number, died.reason());
    }
  }

  /** Ends the process. */
  @Override
  public void close() {
    worker.close();
  }
}
