package school.kerygma.core.walkthrough;

import java.util.List;
import java.util.Locale;
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
      case PictureBegins begins -> Optional.empty();
      case PicturePlaced placed -> Optional.empty();
      case PictureHeld held -> Optional.empty();
      case PictureGone gone -> Optional.empty();
      case SoundBegins begins -> Optional.empty();
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

  /** Where moving pictures come from. */
  enum PictureKind {
    /** The teacher's face: it lies over the stage. */
    FACE,
    /** Another window or tab: it is shown like a page, and looked at and marked like one. */
    WINDOW,
    /** A clip that is played: it is shown like a page too. */
    CLIP;

    /** Whether it is shown like a page, and not over the stage. */
    public boolean isPage() {
      return this != FACE;
    }

    /** Its name in files. */
    public String written() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /**
   * Pictures can be seen from now on. It is said again when a stop begins, so that every stop knows
   * its pictures.
   *
   * @param id of these pictures; of what is shown like a page also that of its page
   * @param track the name of the track that they are recorded in
   * @param zeroMs when that track began, on the recording's clock
   * @param width of that page, in its points
   */
  record PictureBegins(
      long atMs, UUID id, PictureKind kind, String track, long zeroMs, double width, double height)
      implements TraceEvent {}

  /** A face is seen at a place of the stage, which is 1600 wide and 900 high. */
  record PicturePlaced(long atMs, UUID id, Box place) implements TraceEvent {}

  /** Pictures are held still, or go on. */
  record PictureHeld(long atMs, UUID id, boolean still) implements TraceEvent {}

  /** Pictures are seen no more. */
  record PictureGone(long atMs, UUID id) implements TraceEvent {}

  /**
   * Another sound than the microphone's is recorded from now on: that of a clip or a window.
   *
   * @param track the name of the track that it is recorded in
   * @param zeroMs when that track began, on the recording's clock
   */
  record SoundBegins(long atMs, String track, long zeroMs) implements TraceEvent {}

  /** A cover is lifted. */
  record Uncovered(long atMs, UUID id) implements TraceEvent {}
}
