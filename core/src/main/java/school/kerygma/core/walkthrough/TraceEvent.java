package school.kerygma.core.walkthrough;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;

/** One thing the teacher did while recording, at a time on the recording's clock. */
public sealed interface TraceEvent {

  /** Milliseconds from the start of the recording, pauses left out. */
  long atMs();

  /** The page on which it was done, if it was done on one. */
  default Optional<UUID> page() {
    return switch (this) {
      case Look look -> Optional.of(look.pageId());
      case Point point -> Optional.of(point.pageId());
      case MarkMade made -> Optional.of(made.mark().pageId());
      case Wiped wiped -> Optional.of(wiped.pageId());
      case TakenBack back -> Optional.of(back.pageId());
      case Covered covered -> Optional.of(covered.pageId());
      case StopBegins begins -> Optional.empty();
      case PointerGone gone -> Optional.empty();
      case Uncovered uncovered -> Optional.empty();
      case Jotted jotted -> Optional.of(jotted.pageId());
    };
  }

  /**
   * The teacher begins a stop.
   *
   * @param continues true if this goes on where an interrupted recording of the same stop ended
   */
  record StopBegins(long atMs, UUID stopId, boolean continues) implements TraceEvent {}

  /**
   * The camera goes to a part of a page: at once to another page, in {@code overMs} on the same
   * one.
   */
  record Look(long atMs, UUID pageId, Box view, long overMs) implements TraceEvent {}

  /** The pointer is seen at a place of a page, in points. */
  record Point(long atMs, UUID pageId, double x, double y) implements TraceEvent {}

  /** The pointer leaves the stage. */
  record PointerGone(long atMs) implements TraceEvent {}

  /**
   * A mark is made.
   *
   * @param overMs how long it took to draw it
   */
  record MarkMade(long atMs, Mark mark, long overMs) implements TraceEvent {

    /** A mark that is made at once. */
    public MarkMade(long atMs, Mark mark) {
      this(atMs, mark, PlaybackScore.MARK_DRAW_MS);
    }
  }

  /** The last mark on a page is taken back: a slip of the hand, which nobody else gets to see. */
  record TakenBack(long atMs, UUID pageId) implements TraceEvent {}

  /** All marks of a page are wiped off. */
  record Wiped(long atMs, UUID pageId) implements TraceEvent {}

  /**
   * Something is covered: from then on for good, on its page, not in its moment.
   *
   * @param id of the standing mark
   */
  record Covered(long atMs, UUID id, UUID pageId, List<Box> boxes) implements TraceEvent {}

  /**
   * The teacher notes that something is to be put right; nobody else gets to see it.
   *
   * @param words a few, or none
   */
  record Jotted(long atMs, UUID id, UUID pageId, String words) implements TraceEvent {}

  /** A cover is lifted. */
  record Uncovered(long atMs, UUID id) implements TraceEvent {}
}
