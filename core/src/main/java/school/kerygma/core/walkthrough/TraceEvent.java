package school.kerygma.core.walkthrough;

import java.util.UUID;
import school.kerygma.core.handout.Box;

/** One thing the teacher did while recording, at a time on the recording's clock. */
public sealed interface TraceEvent {

  /** Milliseconds from the start of the recording, pauses left out. */
  long atMs();

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

  /** A mark is made. */
  record MarkMade(long atMs, Mark mark) implements TraceEvent {}

  /** All marks of a page are wiped off. */
  record Wiped(long atMs, UUID pageId) implements TraceEvent {}
}
