package school.kerygma.core.walkthrough;

import java.util.Optional;
import java.util.UUID;
import school.kerygma.core.annotation.Ink;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;

/**
 * What is different about a mark than when it was made during a recording. The recording stays as
 * it is.
 *
 * @param gone whether it was never there
 * @param words other words of a note or of what is filled in
 * @param dx by how much it is moved, in points of the page
 * @param dy by how much it is moved, in points of the page
 * @param larger by what factor ink and what is filled in are larger, 0.2 to 5
 * @param laterMs by how much it is made later; earlier if negative
 */
public record MarkChange(
    boolean gone, Optional<String> words, double dx, double dy, double larger, long laterMs) {

  public static final MarkChange NONE = new MarkChange(false, Optional.empty(), 0, 0, 1, 0);

  /** As when it was made. */
  public boolean isNone() {
    return equals(NONE);
  }

  /** The mark as it is now; nothing if it was never there. */
  Optional<TraceEvent.MarkMade> of(TraceEvent.MarkMade made) {
    if (gone) {
      return Optional.empty();
    }
    Mark mark = made.mark();
    Mark said = words.filter(w -> !w.isBlank()).map(mark::saying).orElse(mark);
    Mark moved = said.moved(said.pageId(), dx, dy);
    return Optional.of(
        new TraceEvent.MarkMade(
            Math.max(0, made.atMs() + laterMs), larger == 1 ? moved : sized(moved), made.overMs()));
  }

  private Mark sized(Mark mark) {
    UUID page = mark.pageId();
    return switch (mark) {
      case Mark.FilledIn filled -> {
        Box b = filled.line();
        double baseline = b.y() + b.height() * Mark.FilledIn.BASELINE;
        double height = b.height() * larger;
        yield new Mark.FilledIn(
            page,
            new Box(b.x(), baseline - height * Mark.FilledIn.BASELINE, b.width() * larger, height),
            filled.words());
      }
      case Mark.InkLine line -> {
        Box b = Ink.box(line.ink());
        yield new Mark.InkLine(
            page,
            line.ink().stream()
                .map(
                    p ->
                        new Ink.Point(
                            b.centerX() + (p.x() - b.centerX()) * larger,
                            b.centerY() + (p.y() - b.centerY()) * larger,
                            p.width()))
                .toList());
      }
      default -> mark;
    };
  }
}
