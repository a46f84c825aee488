package school.kerygma.core.annotation;

import java.util.List;
import java.util.Optional;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.SnapTargets;

/**
 * Where a frame stands in another edition of its paper.
 *
 * @param page index of the page
 * @param frame in points of that page
 */
public record MovedFrame(int page, Box frame) {

  /** So many words more in a frame are said nothing of: another stop is made, or this one anew. */
  private static final int MOST_ADDED = 3;

  /**
   * Moves a frame.
   *
   * @param from index of its page in the edition before
   * @param pages of the edition to which it goes
   * @return nothing unless all of its words are still there, and hardly any others between them
   */
  public static Optional<MovedFrame> of(Carry carry, int from, Box frame, List<Page> pages) {
    return carry
        .landed(from, List.of(frame))
        .filter(Carry.Landed::whole)
        .map(landed -> moved(landed, pages))
        .filter(
            now ->
                wordsIn(now.frame, pages.get(now.page)) - carry.wordsIn(from, frame) <= MOST_ADDED);
  }

  private static MovedFrame moved(Carry.Landed landed, List<Page> pages) {
    int page = landed.shift().page();
    Page on = pages.get(page);
    return new MovedFrame(page, SnapTargets.of(on).frame(Box.around(landed.boxes()), on.box()));
  }

  private static long wordsIn(Box frame, Page page) {
    return page.words().stream()
        .filter(w -> frame.contains(w.box().centerX(), w.box().centerY()))
        .count();
  }
}
