package school.kerygma.media.worker;

import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Page;
import school.kerygma.core.rubric.Ruling;
import school.kerygma.core.rubric.WrittenTable;
import school.kerygma.media.paper.NamedMark;
import school.kerygma.media.paper.PaperRefused;

/**
 * What a worker is asked, a line of JSON each; it answers every request with one {@link Answer}.
 *
 * @param deed what is to be done; of the other values only those that it needs are there
 */
record Request(
    Deed deed,
    @Nullable String file,
    int number,
    @Nullable UUID pageId,
    int widthPx,
    @Nullable String to,
    @Nullable String title,
    @Nullable List<List<NamedMark>> marks) {

  /** What a worker can do. */
  enum Deed {
    OPEN,
    PAGE,
    RULINGS,
    MARKS,
    PICTURE,
    TABLES,
    MARKED
  }

  static Request of(Deed deed) {
    return new Request(deed, null, 0, null, 0, null, null, null);
  }

  static Request open(String file) {
    return new Request(Deed.OPEN, file, 0, null, 0, null, null, null);
  }

  static Request page(Deed deed, int number) {
    return new Request(deed, null, number, null, 0, null, null, null);
  }

  /**
   * What a worker says.
   *
   * @param refused why the paper is refused, or null
   * @param done pages that are done; more answers follow while it is less than {@code pages}
   */
  record Answer(
      PaperRefused.@Nullable Reason refused,
      @Nullable String mediaType,
      int pages,
      int done,
      @Nullable Page page,
      @Nullable List<Ruling> rulings,
      @Nullable List<Mark> found,
      @Nullable List<WrittenTable> tables,
      @Nullable List<String> labels) {

    static final Answer DONE = new Answer(null, null, 0, 0, null, null, null, null, null);

    static Answer refused(PaperRefused.Reason reason) {
      return new Answer(reason, null, 0, 0, null, null, null, null, null);
    }

    static Answer progress(int done, int pages) {
      return new Answer(null, null, pages, done, null, null, null, null, null);
    }
  }
}
