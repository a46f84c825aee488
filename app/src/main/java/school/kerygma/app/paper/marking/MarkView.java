package school.kerygma.app.paper.marking;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import school.kerygma.core.annotation.Ink;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;
import school.kerygma.core.walkthrough.PlaybackScore.MarkShown;

/**
 * A standing mark as the browser draws it.
 *
 * @param kind in lower case
 * @param words what it marks; of a note its lines
 */
public record MarkView(
    UUID id,
    UUID page,
    String kind,
    List<Box> boxes,
    int number,
    String words,
    List<Ink.Point> ink) {

  static MarkView of(Marks.Standing standing) {
    Mark mark = standing.mark();
    MarkShown shown = MarkShown.of(mark, 0, 0, 1, 0);
    return new MarkView(
        standing.id(),
        mark.pageId(),
        shown.kind(),
        shown.boxes(),
        shown.number(),
        shown.words(),
        shown.ink());
  }

  /** All marks of some pages. */
  static List<MarkView> all(Map<UUID, List<Marks.Standing>> byPage) {
    return byPage.values().stream().flatMap(List::stream).map(MarkView::of).toList();
  }

  /** What it says in one line. */
  public String line() {
    return words.replace('\n', ' ');
  }
}
