package school.kerygma.core.walkthrough;

import java.util.UUID;

/**
 * Writes one track of a score. It is told, in ascending time of the program, what happens; between
 * two parts of the same stop things stay as they are.
 */
interface ScoreTrack {

  /** A stop begins; nothing is left of the one before. */
  void begins(long at, Sight sight);

  /** What comes next is of that recording. */
  default void turnsTo(UUID recordingId) {
    // Most tracks need not know.
  }

  /** A part begins to be played, with that moment of its recording. */
  default void plays(long at, long recordingMs) {
    // Most tracks are told of events alone.
  }

  /** Something happens. */
  void happens(long at, TraceEvent event);

  /** Something happened in what is cut out before {@code at}: it is so from there on. */
  void happened(long at, TraceEvent event);

  /** A part ends; another of the same stop, or of another, may follow. */
  void pauses(long at);

  /** The program ends. */
  void ends(long at);
}
